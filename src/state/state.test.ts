import { beforeEach, describe, expect, it, vi } from 'vitest';
import { setParam } from '@/core/piece/edit';
import { STARTERS } from '@/demo';
import { useChecks, verdictOf } from './measured/checks';
import { keepDraft, takeDraft } from './storage/draft';
import { savingProblem } from './storage/saved';
import type { Kink } from '@/core/checks/seam-measure';
import type { PictureSeam } from '@/engine/capture/picture-seam';
import { dependsOn } from './measured/previews';
import { useTransport } from './playback/transport';
import { endGesture, redo, undo, useWorkbench } from './workbench';

vi.mock('sonner', () => ({ toast: Object.assign(vi.fn(), { error: vi.fn(), success: vi.fn() }) }));

const { piece } = STARTERS[0]!;
const turns = () => useWorkbench.getState().piece.strands[0]!.steps[0]!.params.turns;
const setTurns = (value: number, gesture?: string) =>
  useWorkbench.getState().edit((p) => setParam(p, 'breath', 't1', 'turns', value), gesture);
const past = () => useWorkbench.temporal.getState().pastStates.length;

beforeEach(() => useWorkbench.getState().open('id', piece));

describe('the history', () => {
  it('goes back and forth over every edit', () => {
    setTurns(3);
    setTurns(4);
    undo();
    expect(turns()).toBe(3);
    undo();
    expect(turns()).toBe(2);
    redo();
    redo();
    expect(turns()).toBe(4);
    undo();
    setTurns(9);
    redo();
    expect(turns()).toBe(9);
  });

  it('keeps a drag as one entry, and the next drag as another', () => {
    for (let i = 0; i < 20; i++) setTurns(i / 10 + 3, 'drag');
    expect(past()).toBe(1);
    endGesture();
    for (let i = 0; i < 20; i++) setTurns(i / 10 + 6, 'drag');
    expect(past()).toBe(2);
    undo();
    expect(turns()).toBeCloseTo(4.9);
    undo();
    expect(turns()).toBe(2);
  });

  it('begins again with each piece, and an edit that changes nothing is none', () => {
    setTurns(3);
    useWorkbench.getState().open('other', piece);
    expect(past()).toBe(0);
    useWorkbench.getState().edit((p) => p);
    expect(past()).toBe(0);
  });

  it('refuses a circle and what is no longer there, and changes nothing', () => {
    useWorkbench.getState().edit((p) => setParam(p, 'swell', 't3', 'low', { link: 'crest' }));
    useWorkbench.getState().edit((p) => setParam(p, 'gone', 't3', 'low', 1));
    expect(useWorkbench.getState().piece).toBe(piece);
    expect(past()).toBe(0);
  });

  it('releases a selection that is no longer there', () => {
    useWorkbench
      .getState()
      .edit((p) => ({ ...p, strands: [...p.strands, { ...p.strands[0]!, id: 'new', name: 'new' }] }));
    useWorkbench.getState().select({ strand: 'new', step: 't1' });
    undo();
    expect(useWorkbench.getState().selected).toBeNull();
  });
});

it('the playhead wraps both ways', () => {
  const { goTo } = useTransport.getState();
  goTo(-1, { frames: 24, play: 'loop' });
  expect(useTransport.getState().frame).toBe(23);
  goTo(49, { frames: 24, play: 'loop' });
  expect(useTransport.getState().frame).toBe(1);
});

describe('the verdict', () => {
  const reading = (closes: boolean, kink: Kink = 'none') => ({
    strand: 's',
    name: 's',
    gap: closes ? 0 : 1,
    before: 0,
    after: 0,
    range: [0, 1] as [number, number],
    moves: true,
    closes,
    kink,
  });
  const base = { ...useChecks.getState(), measuring: false, making: false };

  it('says what was measured, and asks nothing of a piece that plays once', () => {
    expect(verdictOf({ ...base, seam: null }, 'loop').state).toBe('measuring');
    expect(verdictOf({ ...base, seam: [] }, 'loop').state).toBe('still');
    expect(verdictOf({ ...base, seam: [reading(true)] }, 'loop').state).toBe('closes');
    expect(verdictOf({ ...base, seam: [reading(true), reading(false)] }, 'loop')).toMatchObject({
      state: 'breaks',
      broken: [{ closes: false }],
    });
    expect(verdictOf({ ...base, seam: [reading(false)] }, 'once')).toMatchObject({ state: 'once', broken: [] });
    expect(verdictOf({ ...base, seam: [reading(true)] }, 'once').state).toBe('once');
    expect(verdictOf({ ...base, seam: [reading(true)], making: true }, 'loop').state).toBe('measuring');
    expect(
      verdictOf({ ...base, seam: [reading(true)], picture: { most: 9, before: 0, after: 0, closes: false } }, 'loop')
        .state,
    ).toBe('breaks');
  });

  const uneven = { most: 0, before: 25.2, after: 2.28, closes: true };
  it.each<[string, Kink[], PictureSeam, string]>([
    ['a change of speed in the picture alone', ['none'], uneven, 'closes with a kink'],
    ['one that can hardly be seen', ['none'], { ...uneven, before: 0.2, after: 0.01 }, 'closes'],
    ['what jumps throughout the loop', ['none', 'throughout'], uneven, 'closes'],
    ['what jumps throughout, and a strand with a kink', ['seam', 'throughout'], uneven, 'closes with a kink'],
  ])('hears of %s', (_, kinks, picture, words) => {
    const seam = kinks.map((kink) => reading(true, kink));
    expect(verdictOf({ ...base, seam, picture }, 'loop')).toMatchObject({ state: 'closes', words });
  });
});

it('a cell is drawn again when something it takes from changed, and only then', () => {
  const tint = piece.strands.find((s) => s.id === 'tint')!;
  const key = dependsOn(piece, tint);
  expect(dependsOn(setParam(piece, 'breath', 't1', 'turns', 5), tint)).toBe(key);
  expect(dependsOn(setParam(piece, 'swell', 't2', 'scale', 5), tint)).not.toBe(key);
});

it('full storage is told from other trouble', () => {
  expect(savingProblem(new DOMException('full', 'QuotaExceededError'))).toMatch(/no room left/);
  expect(savingProblem(new Error('The quota has been exceeded'))).toMatch(/no room left/);
  expect(savingProblem(new Error('closed'))).toMatch(/refused to save/);
});

describe('a page that is closed at once', () => {
  const held = new Map<string, string>();
  const room = { left: true };
  beforeEach(() => {
    held.clear();
    room.left = true;
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => held.get(key) ?? null,
      setItem: (key: string, value: string) => {
        if (!room.left) throw new DOMException('full', 'QuotaExceededError');
        held.set(key, value);
      },
      removeItem: (key: string) => held.delete(key),
    });
  });

  it('gets back what was left as a draft, once, and only if it is later than what is saved', async () => {
    keepDraft('a', piece);
    expect(await takeDraft('a', Date.now() + 1000)).toBeNull();
    keepDraft('a', piece);
    expect(await takeDraft('a', 0)).toEqual(piece);
    expect(await takeDraft('a', 0)).toBeNull();
  });

  it('leaves nothing old behind where there is no room, and nothing broken comes back', async () => {
    keepDraft('a', piece);
    room.left = false;
    keepDraft('a', piece);
    expect(await takeDraft('a', 0)).toBeNull();
    held.set('calm-lattice/draft/a', '{"changed":99999999999999,"piece":{"format":"no"}}');
    expect(await takeDraft('a', 0)).toBeNull();
  });
});
