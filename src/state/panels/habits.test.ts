import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { clipStrands } from '@/core/parts/clip';
import { expose } from '@/core/piece/desk';
import { setLoop } from '@/core/piece/edit';
import { STARTERS } from '@/demo';

vi.mock('sonner', () => ({
  toast: Object.assign(vi.fn(), { error: vi.fn(), success: vi.fn(), dismiss: vi.fn() }),
}));

const HABITS = 'calm-lattice/habits';
const held = new Map<string, string>();
const toAll = new EventTarget();

/** Tells what another tab did to a key; null stands for all. */
const elsewhere = (key: string | null) => toAll.dispatchEvent(Object.assign(new Event('storage'), { key }));

/** The modules as a page that was just loaded has them. */
const page = async () => {
  vi.resetModules();
  const [{ usePanels }, { useParts, keepPart }, { useTransport }, { leavePiece }, { useGuide }] = await Promise.all([
    import('./panels'),
    import('../storage/parts'),
    import('../playback/transport'),
    import('../leave'),
    import('./guide'),
  ]);
  return { panels: usePanels, parts: useParts, keepPart, transport: useTransport, leavePiece, guide: useGuide };
};

beforeEach(() => {
  held.clear();
  vi.stubGlobal('window', toAll);
  vi.stubGlobal('cancelAnimationFrame', () => undefined);
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => held.get(key) ?? null,
    setItem: (key: string, value: string) => held.set(key, value),
  });
});
afterEach(() => vi.unstubAllGlobals());

it('habits are there at the next visit, and what was open is not', async () => {
  const { panels } = await page();
  panels.setState({ compact: true, folded: ['signal'], volume: 0.25, muted: true, keysKeep: 'frames', checks: true });
  const next = (await page()).panels.getState();
  expect(next).toMatchObject({ compact: true, folded: ['signal'], volume: 0.25, muted: true, keysKeep: 'frames' });
  expect(next.checks).toBe(false);
});

it('habits that are not sound are as at first', async () => {
  for (const kept of ['', '7', '{"volume": 7}', '{"folded": ["roof"]}', '{"compact": "yes"}']) {
    held.set(HABITS, kept);
    expect((await page()).panels.getState()).toMatchObject({ compact: null, folded: [], volume: 0.8 });
  }
});

it('what another tab changes or forgets is so here as well', async () => {
  const { panels, guide } = await page();
  guide.getState().go(4);
  held.set(HABITS, '{"volume": 0.5}');
  elsewhere(HABITS);
  expect(panels.getState().volume).toBe(0.5);
  expect(guide.getState().at).toBe(4);
  held.clear();
  elsewhere(null);
  expect(panels.getState().volume).toBe(0.8);
  expect(guide.getState().at).toBeNull();
});

it('a part that is kept in one tab is found in the other, and one that is deleted is gone there', async () => {
  const here = await page();
  await here.parts.getState().load();
  const there = await page();
  const { piece } = STARTERS[0]!;
  await there.keepPart('swell', '', clipStrands(piece, [piece.strands[0]!.id], true));
  const names = () => here.parts.getState().parts.map((p) => p.name);
  expect(names()).toEqual([]);
  elsewhere('calm-lattice/parts-changed');
  await vi.waitFor(() => expect(names()).toEqual(['swell']), { timeout: 20_000 });
  await there.parts.getState().remove(there.parts.getState().parts[0]!.id);
  elsewhere('calm-lattice/parts-changed');
  await vi.waitFor(() => expect(names()).toEqual([]), { timeout: 20_000 });
});

it('what goes on in a piece ends as it is left, and habits stay', async () => {
  const { panels, transport, leavePiece } = await page();
  transport.setState({ playing: true, frame: 7 });
  panels.setState({
    looking: { strand: 's', step: 't', shownOn: 'frame' },
    compare: 'dusk',
    checks: true,
    muted: true,
  });
  leavePiece();
  expect(transport.getState()).toMatchObject({ playing: false, frame: 0 });
  expect(panels.getState()).toMatchObject({ looking: null, compare: null, checks: false, muted: true });
});

it('what was played is written as the piece is left', async () => {
  const { transport, leavePiece } = await page();
  const [{ useWorkbench }, { startRecording }] = await Promise.all([
    import('../workbench'),
    import('../playback/recording'),
  ]);
  const { piece } = STARTERS.find((s) => s.id === 'tidewater-veil')!;
  const at = { strand: 'swell', step: 't2', param: 'scale' };
  const out = setLoop(expose(piece, at, { name: 'size', value: 1, min: 0, max: 4 }), { frames: 12, rate: 24 });
  useWorkbench.getState().open('a', out);
  startRecording();
  transport.getState().goTo(3, { frames: 12, play: 'loop' });
  useWorkbench.getState().edit((p) => ({ ...p, controls: p.controls.map((c) => ({ ...c, value: 3 })) }));
  transport.getState().goTo(6, { frames: 12, play: 'loop' });
  leavePiece();
  expect(useWorkbench.getState().piece.controls[0]!.track).toHaveProperty('keys');
  expect(transport.getState().playing).toBe(false);
});
