import { NO_ASSETS } from '../assets/assets';
import { describe, expect, it } from 'vitest';
import { toLinear } from '../colour';
import { addStep, addStrand, blankPiece } from '../piece/edit';
import type { Step } from '../piece/types';
import { Evaluator, placeRows, type PlaceValues } from '../weave';

/** Value of a strand made of the given steps at one place. */
async function at(
  kind: 'signal' | 'field' | 'form' | 'surface',
  steps: [string, Step['params']?][],
  place: PlaceValues = {},
): Promise<number[]> {
  let piece = addStrand(blankPiece(), kind, 'x', `${kind}.${steps[0]![0]}`, steps[0]![1]);
  steps.slice(1).forEach(([op, params], i) => (piece = addStep(piece, 's1', i + 1, `${kind}.${op}`, params)));
  return [...(await Evaluator.make(piece, NO_ASSETS, [{ strand: 's1' }])).run(0, placeRows([place]), 1)];
}
const expectNear = (got: number[], want: number[], places = 5) => {
  expect(got.length).toBe(want.length);
  got.forEach((v, i) => expect(v).toBeCloseTo(want[i]!, places));
};

describe('signals', () => {
  it.each([
    ['sine', 0.125, Math.SQRT1_2],
    ['sine', 0.25, 1],
    ['triangle', 0, 0],
    ['triangle', 0.25, 1],
    ['triangle', 0.5, 0],
    ['triangle', 0.75, -1],
    ['saw', 0, -1],
    ['saw', 0.5, 0],
    ['saw', 0.75, 0.5],
  ])('a cycle of one %s at phase %d is %d', async (wave, phase, value) => {
    expectNear(await at('signal', [['cycle', { wave, turns: 1 }]], { phase }), [value]);
  });

  it('a shift starts later in the turn', async () => {
    expectNear(await at('signal', [['cycle', { wave: 'pulse', between: '0 and 1' }]], { phase: 0.75 }), [0]);
    expectNear(await at('signal', [['cycle', { wave: 'saw', between: '0 and 1' }]], { phase: 0.25 }), [0.25]);
    expectNear(await at('signal', [['cycle', { turns: 3, shift: 0.25 }]], { phase: 1 / 3 }), [1]);
  });

  it('a remap goes on beyond its range, or is held', async () => {
    const steps = (hold: string): [string, Step['params']?][] => [
      ['constant', { value: 3 }],
      ['remap', { fromLow: 0, fromHigh: 2, low: 10, high: 20, hold }],
    ];
    expectNear(await at('signal', steps('goes on')), [25]);
    expectNear(await at('signal', steps('held')), [20]);
    expectNear(
      await at('signal', [
        ['constant', { value: 1 }],
        ['remap', { fromLow: 1, fromHigh: 1, low: 0, high: 1 }],
      ]),
      [0],
    );
  });

  it('a power keeps the sign and does not stumble over 0', async () => {
    expectNear(
      await at('signal', [
        ['constant', { value: -0.5 }],
        ['power', { power: 3 }],
      ]),
      [-0.125],
    );
    expectNear(
      await at('signal', [
        ['constant', { value: 0 }],
        ['power', { power: 0.5 }],
      ]),
      [0],
    );
  });
});

describe('fields', () => {
  const place: PlaceValues = {
    rest: [1, 2, 3],
    world: [4, 5, 6],
    uv: [0.25, 0.75],
    screen: [0.1, 0.9],
    normal: [0, 0, 1],
    view: [0, Math.SQRT1_2, Math.SQRT1_2],
  };

  it('read the place they are evaluated at', async () => {
    expectNear(await at('field', [['position']], place), [1, 2, 3]);
    expectNear(await at('field', [['position', { space: 'world' }]], place), [4, 5, 6]);
    expectNear(await at('field', [['uv']], place), [0.25, 0.75]);
    expectNear(await at('field', [['screen']], place), [0.1, 0.9]);
    expectNear(await at('field', [['facing']], place), [1 - Math.SQRT1_2]);
  });

  it('stretch and measure distance', async () => {
    expectNear(await at('field', [['uv'], ['scale', { by: [2, 4, 8] }]], place), [0.5, 3]);
    expectNear(await at('field', [['position'], ['distance', { origin: [1, 2, 0] }]], place), [3]);
  });

  it('a wave has its count, its turns and its falloff', async () => {
    const steps = (params: Step['params']): [string, Step['params']?][] => [
      ['position'],
      ['distance', { origin: [1, 2, 2] }],
      ['wave', params],
    ];
    expectNear(await at('field', steps({ count: 0.25, turns: 1, falloff: 0 }), place), [1]);
    expectNear(await at('field', steps({ count: 0.25, turns: 1, falloff: 0 }), { ...place, phase: 0.25 }), [0]);
    expectNear(await at('field', steps({ count: 0.25, turns: 0, falloff: 2 }), place), [Math.exp(-2)]);
  });

  it.each([
    ['add', 2.5],
    ['subtract', -1.5],
    ['multiply', 1],
    ['smaller', 0.5],
    ['larger', 2],
  ])('join by %s gives %d', async (how, value) => {
    expectNear(
      await at('field', [
        ['from', { value: 0.5 }],
        ['join', { how, other: 2 }],
      ]),
      [value],
    );
  });

  it('a ramp blends in linear light, holds its ends, and does not mind the order of its stops', async () => {
    const colours = [
      { at: 1, colour: '#ffffff' },
      { at: 0.5, colour: '#ff0000' },
      { at: 0, colour: '#000000' },
    ];
    const ramp = (value: number) =>
      at('field', [
        ['from', { value }],
        ['ramp', { colours }],
      ]);
    expectNear(await ramp(-1), [0, 0, 0]);
    expectNear(await ramp(0.25), [0.5, 0, 0]);
    expectNear(await ramp(0.75), [1, 0.5, 0.5]);
    expectNear(await ramp(2), [1, 1, 1]);
    expectNear(
      await at('field', [
        ['from', { value: 0.3 }],
        ['ramp', { colours: [{ at: 0.7, colour: '#808080' }] }],
      ]),
      Array(3).fill(toLinear(128 / 255)),
    );
  });

  it('a tint multiplies numbers and colours', async () => {
    expectNear(
      await at('field', [
        ['from', { value: 0.5 }],
        ['tint', { colour: '#ffffff', gain: 6 }],
      ]),
      [3, 3, 3],
    );
    expectNear(await at('field', [['position'], ['tint', { colour: '#ff0000', gain: 1 }]], place), [1, 0, 0]);
  });

  it('noise travels by whole repeats and comes back', async () => {
    const steps: [string, Step['params']?][] = [
      ['position'],
      ['noise', { scale: 1.5, repeat: 3, travel: [2, 0, 1], evolve: 2 }],
    ];
    const rest = [0.3, 0.2, 0.7];
    expectNear(await at('field', steps, { rest, phase: 1 }), await at('field', steps, { rest, phase: 0 }), 4);
    const [moved] = await at('field', steps, { rest, phase: 0.4 });
    expect(moved).not.toBeCloseTo((await at('field', steps, { rest, phase: 0 }))[0]!, 2);
  });

  it('ridged noise peaks where plain noise crosses 0, billowed is its mirror', async () => {
    const of = async (style: string) =>
      (await at('field', [['position'], ['fractal', { style, octaves: 1 }]], { rest: [0.31, 0.17, 0.05] }))[0]!;
    const plain = await of('plain');
    expect(await of('ridged')).toBeCloseTo(1 - 2 * Math.abs(plain), 5);
    expect(await of('billowed')).toBeCloseTo(2 * Math.abs(plain) - 1, 5);
  });
});

describe('forms and surfaces', () => {
  it('a push moves along the normal or an axis', async () => {
    const place: PlaceValues = { rest: [1, 2, 3], normal: [0, 1, 0] };
    expectNear(await at('form', [['grid'], ['push', { by: 2, amount: 0.5 }]], place), [1, 3, 3]);
    expectNear(
      await at(
        'form',
        [['grid'], ['push', { by: 2, amount: 0.5, along: 'x' }], ['push', { by: 1, amount: -1, along: 'z' }]],
        place,
      ),
      [2, 2, 2],
    );
  });

  it('a surface gathers colour, gloss and glow', async () => {
    const value = await at('surface', [
      ['lit', { colour: '#ffffff', roughness: 0.7, metal: 1 }],
      ['colour', { colour: '#000000' }],
      ['gloss', { roughness: 3, metal: 0.25 }],
      ['glow', { colour: '#ffffff', strength: 5 }],
      ['glow', { colour: '#ff0000', strength: 1 }],
    ]);
    expectNear(value.slice(0, 8), [0, 0, 0, 1, 0.25, 6, 5, 5]);
  });

  it('a step that is off is skipped', async () => {
    let piece = addStrand(blankPiece(), 'signal', 'x', 'signal.constant', { value: 3 });
    piece = addStep(piece, 's1', 1, 'signal.power', { power: 2 });
    const off = {
      ...piece,
      strands: piece.strands.map((s) => ({
        ...s,
        steps: s.steps.map((t, i) => (i === 1 ? { ...t, off: true as const } : t)),
      })),
    };
    expect((await Evaluator.make(off, NO_ASSETS, [{ strand: 's1' }])).run(0, placeRows([{}]), 1)[0]).toBe(3);
    expect((await Evaluator.make(piece, NO_ASSETS, [{ strand: 's1' }])).run(0, placeRows([{}]), 1)[0]).toBeCloseTo(
      9,
      4,
    );
  });
});
