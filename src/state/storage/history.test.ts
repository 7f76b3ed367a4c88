import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { salvagePiece } from '@/core/formats/piece-file';
import { rename, setLoop } from '@/core/piece/edit';
import { STARTERS } from '@/demo';
import { bringHistoryBack, keepHistory } from './history';
import { histories } from './history-store';
import { forgetLeftovers } from './leftovers';
import {
  restoreVersion,
  SAVE_INTERVAL_MS,
  keepVersion,
  loadVersions,
  removeVersion,
  useVersions,
  VersionClock,
  versionPiece,
} from './versions';
import { redo, undo, useWorkbench } from '../workbench';

vi.mock('sonner', () => ({ toast: Object.assign(vi.fn(), { error: vi.fn(), success: vi.fn() }) }));
vi.mock('@/workers/reading', () => ({ readStoredPiece: async (data: unknown) => salvagePiece(data) }));

const { piece } = STARTERS[0]!;
const { open, edit } = useWorkbench.getState();
const named = (name: string) => edit((p) => rename(p, name));
const name = () => useWorkbench.getState().piece.name;
const past = () => useWorkbench.temporal.getState().pastStates.map((s) => s.piece!.name);

beforeEach(() => open('a', piece));

describe('the history of a piece', () => {
  it('comes back with it, back and forth', async () => {
    ['one', 'two', 'three'].forEach(named);
    undo();
    await keepHistory('a', 7);
    open('a', rename(piece, 'two'));
    await bringHistoryBack('a', 7);
    expect(past()).toEqual([piece.name, 'one']);
    redo();
    expect(name()).toBe('three');
    undo(3);
    expect(name()).toBe(piece.name);
    redo(2);
    expect(name()).toBe('two');
  });

  it('stays away from a piece that was saved at another time, and from another piece', async () => {
    named('one');
    await keepHistory('a', 7);
    open('a', piece);
    await bringHistoryBack('a', 8);
    expect(past()).toEqual([]);
    open('b', piece);
    await bringHistoryBack('a', 7);
    expect(past()).toEqual([]);
  });

  it('stands before what was changed while it came', async () => {
    named('one');
    await keepHistory('a', 7);
    open('a', rename(piece, 'one'));
    const back = bringHistoryBack('a', 7);
    named('hasty');
    await back;
    expect(past()).toEqual([piece.name, 'one']);
    undo(2);
    expect(name()).toBe(piece.name);
  });

  it('is written once for what its states share', async () => {
    const big = { ...piece, assets: [{ id: 'x', name: 'x', type: 'image/png', data: 'A'.repeat(4096) }] };
    open('a', big);
    for (let i = 0; i < 30; i++) named(`n${i}`);
    await keepHistory('a', 7);
    open('a', rename(big, 'n29'));
    await bringHistoryBack('a', 7);
    const states = useWorkbench.temporal.getState().pastStates;
    expect(states).toHaveLength(30);
    expect(new Set(states.map((s) => s.piece!.assets))).toHaveProperty('size', 1);
  });
});

describe('versions', () => {
  beforeEach(async () => {
    await forgetLeftovers([]);
    await loadVersions('a');
  });

  it('are saved by hand, restored as one edit, and deleted', async () => {
    await keepVersion('before the storm');
    named('after');
    edit((p) => setLoop(p, { frames: 99 }));
    const [version] = useVersions.getState().list;
    expect(version).toMatchObject({ name: 'before the storm' });
    await restoreVersion(version!);
    expect(useWorkbench.getState().piece.loop).toEqual(piece.loop);
    expect(name()).toBe('after');
    undo();
    expect(useWorkbench.getState().piece.loop.frames).toBe(99);
    await removeVersion(version!.id);
    expect(useVersions.getState().list).toEqual([]);
    expect(await versionPiece(version!.id)).toBeNull();
  });

  it('are saved by themselves: as it was opened, then every ten minutes of work, the last twelve', async () => {
    let time = 0;
    const clock = new VersionClock('a', piece, () => time);
    await clock.changed(rename(piece, 'one'));
    await clock.changed(rename(piece, 'two'));
    expect(useVersions.getState().list).toHaveLength(1);
    expect((await versionPiece(useVersions.getState().list[0]!.id))!.name).toBe(piece.name);
    time += SAVE_INTERVAL_MS;
    await clock.changed(rename(piece, 'three'));
    expect((await versionPiece(useVersions.getState().list[0]!.id))!.name).toBe('two');
    await keepVersion('mine');
    for (let i = 0; i < 20; i++) {
      time += SAVE_INTERVAL_MS;
      await clock.changed(rename(piece, `n${i}`));
    }
    const { list } = useVersions.getState();
    expect(list.filter((v) => v.name === null)).toHaveLength(12);
    expect(list.filter((v) => v.name === 'mine')).toHaveLength(1);
    expect((await versionPiece(list[0]!.id))!.name).toBe('n18');
  });

  it('go with their piece', async () => {
    await keepVersion('x');
    await keepHistory('a', 1);
    await forgetLeftovers(['b']);
    await loadVersions('a');
    expect(useVersions.getState().list).toEqual([]);
    expect(await histories.keys()).toEqual([]);
  });
});
