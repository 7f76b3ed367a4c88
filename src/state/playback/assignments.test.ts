import { beforeEach, expect, it, vi } from 'vitest';
import { expose } from '@/core/piece/desk';
import { STARTERS } from '@/demo';

const stored = new Map<string, string>();
vi.stubGlobal('localStorage', {
  getItem: (key: string) => stored.get(key) ?? null,
  setItem: (key: string, value: string) => void stored.set(key, value),
});
const { loadAssignments, offeredInputs, saveAssignments } = await import('./assignments');

const at = { strand: 'swell', step: 't2', param: 'scale' };
const withControl = (name: string) => expose(STARTERS[0]!.piece, at, { name, value: 1, min: 0, max: 4 });

beforeEach(() => stored.clear());

it('what was learnt in one piece drives nothing in another, and is offered there by name', () => {
  const [swell, other] = [withControl('swell'), withControl('something else')];
  saveAssignments('a', swell, { 'fader 3': { control: 'c1' }, 'key 2': { trigger: 4 } });
  expect(loadAssignments('a')).toEqual({ 'fader 3': { control: 'c1' }, 'key 2': { trigger: 4 } });
  // Both pieces have a control of that id.
  expect(loadAssignments('b')).toEqual({});
  expect(offeredInputs('b', other)).toBeNull();
  const offer = offeredInputs('b', { ...swell, controls: swell.controls.map((c) => ({ ...c, id: 'c7' })) })!;
  expect(offer).toMatchObject({ from: swell.name, names: ['fader 3 to swell', 'key 2 to trigger 4'] });
  expect(offer.assigned['fader 3']).toEqual({ control: 'c7' });
  // What was decided there, even for nothing, is not asked again.
  saveAssignments('b', swell, {});
  expect(offeredInputs('b', swell)).toBeNull();
});

it('what is stored by anybody else is no assignment', () => {
  for (const text of ['{', '[]', '{"piece":"x"}', '{"piece":"x","inputs":{"a":{"name":7}}}', 'null']) {
    stored.set('calm-lattice/last-inputs', text);
    stored.set('calm-lattice/inputs/a', text);
    expect(offeredInputs('c', withControl('swell'))).toBeNull();
    expect(loadAssignments('a')).toEqual({});
  }
});
