import { beforeEach, describe, expect, it, vi } from 'vitest';

const stored = new Map<string, string>();
vi.stubGlobal('localStorage', {
  getItem: (key: string) => stored.get(key) ?? null,
  setItem: (key: string, value: string) => void stored.set(key, value),
});

const { closePanels, isCompact, pick, toggleBundle, toggleFold, toggleLook, usePanels } = await import('./panels');
const { chooseKeys, isChosen, toggleKey, useKeyChoice } = await import('./key-choice');

beforeEach(closePanels);

describe('panels', () => {
  it('a step is looked at, another in its place on what was chosen, and the picture again', () => {
    const looking = () => usePanels.getState().looking;
    toggleLook({ strand: 's1', step: 't1' });
    expect(looking()).toEqual({ strand: 's1', step: 't1', shownOn: 'objects' });
    usePanels.setState({ looking: { strand: 's1', step: 't1', shownOn: 'frame' } });
    toggleLook({ strand: 's1', step: 't2' });
    expect(looking()).toEqual({ strand: 's1', step: 't2', shownOn: 'frame' });
    toggleLook({ strand: 's2', step: 't2' });
    expect(looking()?.strand).toBe('s2');
    toggleLook({ strand: 's2', step: 't2' });
    expect(looking()).toBeNull();
  });

  it('bundles and kinds are folded and unfolded one by one', () => {
    for (const id of ['b1', 'b2', 'b1']) toggleBundle(id);
    expect(usePanels.getState().foldedBundles).toEqual(['b2']);
    usePanels.setState({ folded: [] });
    for (const kind of ['form', 'signal', 'form'] as const) toggleFold(kind);
    expect(usePanels.getState().folded).toEqual(['signal']);
  });

  it('all that belongs to a piece closes with it, and habits stay', () => {
    pick({ for: 'part' });
    usePanels.setState({ checks: true, compact: true, side: 'desk', split: 0.2 });
    closePanels();
    expect(usePanels.getState()).toMatchObject({
      picking: null,
      checks: false,
      compact: true,
      side: 'tuning',
      split: 0.5,
    });
    expect(JSON.parse(stored.get('calm-lattice/habits')!)).toMatchObject({ compact: true });
  });

  it('habits alone are written', () => {
    stored.clear();
    usePanels.setState({ checks: true });
    expect(stored.size).toBe(0);
    usePanels.setState({ volume: 0.3 });
    expect(JSON.parse(stored.get('calm-lattice/habits')!).volume).toBe(0.3);
  });

  it('rows are small by themselves above nine strands, and as was chosen', () => {
    expect([9, 10].map((strands) => isCompact(null, strands))).toEqual([false, true]);
    expect([isCompact(true, 1), isCompact(false, 40)]).toEqual([true, false]);
  });
});

describe('chosen keys', () => {
  const key = (index: number, step = 't1') => ({ strand: 's1', step, param: 'keys', index });

  it('are chosen once each, more of them and fewer', () => {
    chooseKeys([key(0), key(1), key(0)]);
    expect(useKeyChoice.getState().chosen).toEqual([key(0), key(1)]);
    toggleKey(key(1, 't2'));
    toggleKey(key(0));
    expect(useKeyChoice.getState().chosen).toEqual([key(1), key(1, 't2')]);
    expect([key(1), key(0), key(1, 't3')].map((k) => isChosen(useKeyChoice.getState().chosen, k))).toEqual([
      true,
      false,
      false,
    ]);
  });
});
