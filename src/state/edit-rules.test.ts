import { beforeEach, expect, it, vi } from 'vitest';
import { blankPiece, rename } from '@/core/piece/edit';

const notify = vi.hoisted(() => vi.fn());
vi.mock('./panels/notify', () => ({ notify }));

/** The state as a page that was just loaded has it: without rules. */
async function page() {
  vi.resetModules();
  notify.mockClear();
  const { useWorkbench, undo } = await import('./workbench');
  const { loadRules } = await import('./edit-rules');
  useWorkbench.getState().open('a', blankPiece());
  const { edit } = useWorkbench.getState();
  return { edit, undo, loadRules, name: () => useWorkbench.getState().piece.name, history: useWorkbench.temporal };
}

beforeEach(() => vi.doUnmock('@/core/piece/schema'));

const TOO_LONG = 'x'.repeat(5000);

it('refuses an edit that breaks a rule once the rules are loaded', async () => {
  const { edit, loadRules, name } = await page();
  await loadRules();
  edit((p) => rename(p, 'sound'));
  edit((p) => ({ ...p, name: TOO_LONG }));
  expect(name()).toBe('sound');
  expect(notify).toHaveBeenCalledWith('error', expect.stringContaining('The name is not right'));
});

it('takes back what was edited before the rules were loaded and breaks one', async () => {
  const { edit, loadRules, name, history } = await page();
  const before = name();
  edit((p) => rename(p, 'one'), 'typed');
  edit((p) => ({ ...p, name: TOO_LONG }), 'typed');
  edit((p) => ({ ...p, note: 'after' }));
  expect(notify).not.toHaveBeenCalled();
  await loadRules();
  await vi.waitFor(() => expect(notify).toHaveBeenCalledWith('error', expect.stringContaining('The name')));
  expect(name()).toBe(before);
  const { pastStates, futureStates } = history.getState();
  expect([pastStates.length, futureStates.length]).toEqual([0, 0]);
});

it('leaves sound edits as they are, each an entry of the history', async () => {
  const { edit, undo, loadRules, name } = await page();
  edit((p) => rename(p, 'one'));
  edit((p) => rename(p, 'two'));
  await loadRules();
  expect([name(), notify.mock.calls.length]).toEqual(['two', 0]);
  undo();
  expect(name()).toBe('one');
});

it('asks for the rules again after they could not be fetched', async () => {
  const { edit, loadRules, name } = await page();
  const before = name();
  vi.doMock('@/core/piece/schema', () => {
    throw new Error('no server');
  });
  edit((p) => ({ ...p, name: TOO_LONG }));
  await expect(loadRules()).rejects.toThrow();
  expect(name()).toBe(TOO_LONG);
  vi.doUnmock('@/core/piece/schema');
  edit((p) => ({ ...p, note: 'more' }));
  await vi.waitFor(() => expect(name()).toBe(before));
});
