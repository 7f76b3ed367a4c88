import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { blankPiece } from '@/core/piece/edit';
import type { Piece } from '@/core/piece/types';
import { usePanels } from '@/state/panels/panels';
import { useChecks } from '@/state/measured/checks';
import { useWorkbench } from '@/state/workbench';
import { ViewerFeed, type Fed } from './viewer-feed';

/** Ends the decoding of the files of a piece, by its name. */
let decode: Map<string, () => void>;
vi.mock('@/state/assets/assets', () => ({
  ensureAssets: (piece: Piece) => new Promise<boolean>((done) => decode.set(piece.name, () => done(true))),
}));

const asset = (id: string) => ({ id, name: id, type: 'image/png', data: '' });
const turns = () => vi.advanceTimersByTimeAsync(0);

let shown: { name: string; complete: boolean }[];
let finishMesh: ((changed: boolean) => void)[];
let hasMeshes: boolean;
let measured: number;
/** What setting a piece waits for. */
let setting: Promise<void>;
let feed: ViewerFeed;

function begin(): void {
  const viewer: Fed = {
    isComplete: false,
    playing: false,
    drawnPhase: 0,
    setPhase: () => undefined,
    compare: () => undefined,
    setPiece: (piece, _meshes, complete) => {
      shown.push({ name: piece.name, complete });
      return setting;
    },
    beside: {
      seam: async () => {
        measured++;
        return 'none';
      },
      snapshots: async () => [],
    },
  };
  feed = new ViewerFeed(viewer, {
    get: () => undefined,
    has: () => hasMeshes,
    update: () => new Promise((done) => finishMesh.push(done)),
  });
}

const edit = (name: string, ...assets: Piece['assets']) =>
  useWorkbench.getState().edit((p) => ({ ...p, name, assets }));

beforeEach(() => {
  vi.useFakeTimers();
  [decode, shown, finishMesh, hasMeshes, measured, setting] = [new Map(), [], [], true, 0, Promise.resolve()];
  usePanels.setState({ looking: null, compare: null });
  useChecks.setState({ making: false });
  useWorkbench.getState().open('id', { ...blankPiece(), name: 'first' });
  begin();
});
afterEach(() => {
  feed.end();
  vi.useRealTimers();
});

it('an edit whose files are decoded late does not come after the one that followed it', async () => {
  edit('one', asset('a'));
  edit('two', asset('a'), asset('b'));
  decode.get('two')!();
  await turns();
  decode.get('one')!();
  decode.get('first')!();
  await turns();
  expect(shown).toEqual([{ name: 'two', complete: true }]);
  finishMesh[0]!(false);
  await turns();
  expect(shown.at(-1)).toEqual({ name: 'two', complete: true });
  expect([finishMesh.length, measured]).toEqual([1, 1]);
});

it('meshes of a form that is being dragged are shown as they come, and the seam is measured once', async () => {
  hasMeshes = false;
  decode.get('first')!();
  await turns();
  edit('one');
  decode.get('one')!();
  await turns();
  const before = shown.length;
  finishMesh[0]!(true);
  await turns();
  expect(shown.slice(before)).toEqual([{ name: 'one', complete: false }]);
  expect(measured).toBe(0);
  hasMeshes = true;
  finishMesh[1]!(true);
  await turns();
  expect(shown.at(-1)).toEqual({ name: 'one', complete: true });
  expect(measured).toBe(1);
});

it('an edit that ends the measuring of a picture leaves it to the next', async () => {
  decode.get('first')!();
  await turns();
  edit('one');
  finishMesh[0]!(false);
  await turns();
  expect(measured).toBe(0);
  decode.get('one')!();
  await turns();
  finishMesh[1]!(false);
  await turns();
  expect(measured).toBe(1);
  edit('two');
  decode.get('two')!();
  await turns();
  expect([finishMesh.length, measured]).toEqual([2, 1]);
});

it('a form that is dragged faster than its picture is set is made on the way', async () => {
  hasMeshes = false;
  let set = () => undefined as void;
  setting = new Promise((done) => (set = done));
  decode.get('first')!();
  await turns();
  edit('one');
  set();
  await turns();
  expect(finishMesh).toHaveLength(1);
});
