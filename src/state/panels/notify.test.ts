import { toast } from 'sonner';
import { beforeEach, expect, it } from 'vitest';
import { dismissNotices, notify } from './notify';

const said = () => toast.getToasts().map((t) => ('title' in t ? t.title : null));

beforeEach(dismissNotices);

it('says the same once while it stands there, and other words beside it', () => {
  for (let n = 0; n < 40; n++) notify('info', 'Nothing to undo.');
  notify('error', 'The file cannot be read.');
  expect(said().sort()).toEqual(['Nothing to undo.', 'The file cannot be read.']);
});

it('makes each offer, as each is of something else', () => {
  for (let n = 0; n < 2; n++) notify('info', '"sea" was deleted.', { label: 'Undo', run: () => undefined });
  expect(said()).toEqual(['"sea" was deleted.', '"sea" was deleted.']);
});

it('says it again after all was removed, apart from what still fades', () => {
  notify('info', 'Nothing to undo.');
  const [before] = toast.getToasts();
  dismissNotices();
  expect(said()).toEqual([]);
  notify('info', 'Nothing to undo.');
  const [after] = toast.getToasts();
  expect(said()).toEqual(['Nothing to undo.']);
  expect(after!.id).not.toBe(before!.id);
});
