import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { linearOf } from '../../colour';
import { addStep, addStrand, blankPiece, setLoop, setParam } from '../../piece/edit';
import { keyIndexAt, placeOf, setParamAt, withKey, withoutKey } from '../../piece/keys';
import { LIMITS } from '../../piece/limits';
import {
  EASES,
  type Bend,
  type Ease,
  type Keyed,
  type KeyOf,
  type KeyValue,
  type Piece,
  type Value,
} from '../../piece/types';
import { PLACE_SIZE } from '../../glsl/lib';
import { measureMemory } from '../../checks/memory';
import { measureSeam } from '../../checks/seam';
import { definitionOf, isLoopLength, kindOf, rangeOf, type Param, type StepDefinition } from '../../steps';
import { pieceWith, STEPS_BY_TYPE, TEST_FORM, TEST_ASSETS } from '../../steps/testing';
import {
  acceptsLinks,
  analyse,
  Evaluator,
  keyedLiteral,
  keyedScalars,
  placeRows,
  plainParams,
  weave,
  type PlaceValues,
} from '..';
import { bendShare } from './keyed';

const eases = fc.constantFrom(...EASES);
const places = fc.integer({ min: 0, max: 100 }).map((n) => n / 101);
/** Phases that are the place of no key: there the two sides of one that is held are told apart by its last bit. */
const phases = fc.integer({ min: 1, max: 126 }).map((n) => n / 127);
const numbers = fc.double({ min: -5, max: 5, noNaN: true });
const shares = fc.integer({ min: 0, max: 20 }).map((n) => n / 20);
const bends = fc.tuple(
  shares,
  fc.double({ min: -1, max: 2, noNaN: true }),
  shares,
  shares,
) satisfies fc.Arbitrary<Bend>;
const keysOf = <V extends KeyValue>(value: fc.Arbitrary<V>): fc.Arbitrary<KeyOf<V>[]> =>
  fc.uniqueArray(fc.record({ at: places, value, ease: eases, bend: bends }), {
    minLength: 1,
    maxLength: 5,
    selector: (k) => Math.round(k.at * 50),
  });

/** What strand "s1" comes to at a phase, given a place. */
async function valueOf(piece: Piece, phase: number): Promise<number[]> {
  return [
    ...(await Evaluator.make(piece, TEST_ASSETS, [{ strand: 's1' }])).run(
      0,
      placeRows([{ rest: [1, 1, 1], phase }]),
      1,
    ),
  ];
}

describe('keys of a parameter', () => {
  it('hold their values at their places, whatever way they go on', () => {
    fc.assert(
      fc.property(keysOf(numbers), (keys) => {
        for (const key of keys) expect(keyedScalars({ keys }, key.at, 'loop')[0]).toBeCloseTo(key.value, 6);
      }),
    );
  });

  it('go round: phase 1 is phase 0, and the last runs into the first', () => {
    const keyed: Keyed = {
      keys: [
        { at: 0.75, value: 4, ease: 'linear' },
        { at: 0.25, value: 0, ease: 'linear' },
      ],
    };
    expect([0, 0.5, 0.625, 0.875, 1, 1.125].map((phase) => keyedScalars(keyed, phase, 'loop')[0])).toEqual([
      2, 2, 3, 3, 2, 1,
    ]);
  });

  it.each([
    ['linear', 0.25, 0.25],
    ['eased', 0.25, 3 * 0.0625 - 2 * 0.015625],
    ['held', 0.99, 0],
    ['spring', 0.5, 1 - Math.exp(-3) * Math.cos(2.25 * Math.PI)],
    ['bounce', 0.2, 7.5625 * 0.04],
    ['bounce', 0.5, 7.5625 * (0.5 - 1.5 / 2.75) ** 2 + 0.75],
    ['bounce', 0.95, 7.5625 * (0.95 - 2.625 / 2.75) ** 2 + 0.984375],
  ] as [Ease, number, number][])('go %s: at %d of the way', (ease, part, wanted) => {
    const keys: Keyed = {
      keys: [
        { at: 0, value: 0, ease },
        { at: 0.5, value: 1, ease },
      ],
    };
    expect(keyedScalars(keys, part / 2, 'loop')[0]).toBeCloseTo(wanted, 6);
  });

  it('are the same in the program as here: numbers, vectors and colours, two of a step in one row', async () => {
    const vectors = fc.tuple(numbers, numbers, numbers);
    const colours = fc.constantFrom('#000000', '#ff8020', '#204060', '#ffffff');
    await fc.assert(
      fc.asyncProperty(keysOf(numbers), keysOf(vectors), keysOf(colours), phases, async (a, b, c, phase) => {
        let piece = addStrand(blankPiece(), 'field', 'x', 'field.position');
        piece = addStep(piece, 's1', 1, 'field.pick', { channel: 'x or red' });
        piece = addStep(piece, 's1', 2, 'field.join', { how: 'multiply', other: { keys: a } });
        piece = addStep(piece, 's1', 3, 'field.join', { how: 'multiply', other: { keys: [...a].reverse() } });
        const [x] = keyedScalars({ keys: a }, phase, 'loop');
        expect((await valueOf(piece, phase))[0]).toBeCloseTo(x! * x!, 2);
        const moved = addStrand(blankPiece(), 'form', 'x', 'form.box');
        const form = addStep(moved, 's1', 1, 'form.transform', { move: { keys: b } });
        const shift = keyedScalars({ keys: b }, phase, 'loop');
        const at = await valueOf(form, phase);
        shift.forEach((v, i) => expect(at[i]).toBeCloseTo(1 + v, 2));
        const paint = addStrand(blankPiece(), 'finish', 'x', 'finish.paint', { colour: { keys: c } });
        const light = keyedScalars({ keys: c }, phase, 'loop');
        const seen = await Evaluator.make(paint, TEST_ASSETS, [{ strand: 's1' }]);
        const row = new Float32Array([...placeRows([{ phase }]), 0, 0, 0, 1]);
        light.forEach((v, i) => expect(seen.run(0, row, 1)[i]).toBeCloseTo(v, 3));
      }),
      { numRuns: 25 },
    );
  });

  it('move parts of the stage, and what a step remembers is measured over them', async () => {
    const colour = {
      keys: [
        { at: 0, value: '#000000', ease: 'linear' },
        { at: 0.5, value: '#ffffff', ease: 'linear' },
      ],
    } as Keyed;
    const piece = addStep(addStrand(blankPiece(), 'stage', 'x', 'stage.camera'), 's1', 1, 'stage.sun', { colour });
    const step = piece.strands[0]!.steps[1]!;
    const plain = plainParams(piece, step, definitionOf('stage.sun')!, () => [0], 0.25);
    expect(plain.colour).toEqual([0.5, 0.5, 0.5]);
    const fade: Keyed = {
      keys: [
        { at: 0, value: 1, ease: 'held' },
        { at: 0.5, value: 0, ease: 'held' },
      ],
    };
    const echo = addStep(addStrand(blankPiece(), 'finish', 'x', 'finish.paint'), 's1', 1, 'finish.echo', { fade });
    const half = setLoop(echo, { frames: 20 });
    const [reading] = await measureMemory(half, TEST_ASSETS);
    expect(reading!.frames).toBeLessThanOrEqual(11);
    expect(reading!.frames).toBeGreaterThan(8);
  });

  it('close of themselves, and a turn that they change is measured like any other', async () => {
    const turns: Keyed = {
      keys: [
        { at: 0, value: 1, ease: 'linear' },
        { at: 0.5, value: 2, ease: 'linear' },
      ],
    };
    const strand = (params: Record<string, Value>) => addStrand(blankPiece(), 'signal', 'x', 'signal.cycle', params);
    const closes = async (piece: Piece) => (await measureSeam(piece, TEST_ASSETS)).every((r) => r.closes);
    expect(await closes(strand({ turns }))).toBe(true);
    expect(await closes(strand({ turns: { keys: [{ at: 0, value: 1.3, ease: 'held' }] } }))).toBe(false);
  });

  it('of another kind than the parameter, or of one that is fixed, are said and skipped', () => {
    const keys = [{ at: 0, value: '#ff0000', ease: 'held' }] as Keyed['keys'];
    const wrong = addStrand(blankPiece(), 'signal', 'x', 'signal.cycle', { turns: { keys } });
    expect(
      analyse(wrong)
        .problems.map((p) => p.sentence)
        .join(),
    ).toMatch(/keys hold values of the wrong type/);
    const fixed = addStrand(blankPiece(), 'form', 'x', 'form.grid', { columns: { keys: [{ ...keys[0]!, value: 4 }] } });
    expect(
      analyse(fixed)
        .problems.map((p) => p.sentence)
        .join(),
    ).toMatch(/fixed when the form is made/);
  });
});

describe('a way that is a curve', () => {
  it('is the timing function of the standard', () => {
    // What the keyword `ease` of CSS, cubic-bezier(0.25, 0.1, 0.25, 1), comes to at a quarter and at half of the time.
    expect(bendShare(0.25, [0.25, 0.1, 0.25, 1])).toBeCloseTo(0.4085, 4);
    expect(bendShare(0.5, [0.25, 0.1, 0.25, 1])).toBeCloseTo(0.8024, 4);
    for (const x of [0, 0.1, 0.37, 0.99]) expect(bendShare(x, [1 / 3, 1 / 3, 2 / 3, 2 / 3])).toBeCloseTo(x, 6);
  });

  it('never runs back in time, and is the other way round with its handles the other way round', () => {
    fc.assert(
      fc.property(shares, shares, shares, (a, b, x) => {
        expect(bendShare(x, [a, 0, b, 1])).toBeLessThanOrEqual(bendShare(Math.min(1, x + 0.05), [a, 0, b, 1]) + 1e-6);
        // Halves of the way in time, where its slope may be without bounds, agree as far as digits go.
        if (a < 1 || b > 0)
          expect(bendShare(x, [a, 0, b, 1])).toBeCloseTo(1 - bendShare(1 - x, [1 - b, 0, 1 - a, 1]), 2);
      }),
    );
  });

  it('without handles has the usual ones, and keys that are none need no more room for it', () => {
    const of = (keys: Keyed['keys']) => addStrand(blankPiece(), 'signal', 'x', 'signal.cycle', { turns: { keys } });
    const ways = (ease: Ease): Keyed['keys'] => [
      { at: 0, value: 1, ease },
      { at: 0.5, value: 3, ease: 'linear' },
    ];
    expect(keyedScalars({ keys: ways('curve') }, 0.125, 'loop')[0]).toBeCloseTo(
      1 + 2 * bendShare(0.25, [0.4, 0, 0.6, 1]),
      6,
    );
    const uniforms = (ease: Ease) => weave(of(ways(ease)), analyse(of(ways(ease))), [{ strand: 's1' }]).uniforms.length;
    expect(uniforms('curve')).toBe(uniforms('eased') + 1);
  });
});

describe('setting keys', () => {
  const piece = setLoop(addStrand(blankPiece(), 'signal', 'x', 'signal.cycle', { turns: 2 }), { frames: 10 });
  const place = { strand: 's1', step: 't1', param: 'turns' };
  const turnsOf = (p: Piece) => p.strands[0]!.steps[0]!.params.turns;

  it('a literal stays one; where there are keys, one comes at the frame, or is changed there', () => {
    expect(turnsOf(setParamAt(piece, place, 3, 4))).toBe(3);
    const keyed = setParam(piece, 's1', 't1', 'turns', { keys: [{ at: 0, value: 2, ease: 'bounce' }] });
    const two = setParamAt(keyed, place, 5, 4);
    expect(turnsOf(two)).toEqual({
      keys: [
        { at: 0, value: 2, ease: 'bounce' },
        { at: 0.4, value: 5, ease: 'bounce' },
      ],
    });
    expect((turnsOf(setParamAt(two, place, 6, 4)) as Keyed).keys.map((k) => k.value)).toEqual([2, 6]);
    // Over the seam: frame -1 is the last one.
    expect((turnsOf(setParamAt(two, place, 7, -1)) as Keyed).keys.at(-1)).toMatchObject({ at: 0.9, value: 7 });
    expect(turnsOf(setParamAt(two, place, { link: 's9' }, 4))).toEqual({ link: 's9' });
    expect(turnsOf(setParamAt(two, place, undefined, 4))).toBeUndefined();
  });

  it('a key is found from either side of the seam, and the last one taken away leaves its value', () => {
    const keyed: Keyed = {
      keys: [
        { at: 0, value: 2, ease: 'held' },
        { at: 0.5, value: 3, ease: 'held' },
      ],
    };
    expect(keyIndexAt(keyed, 0.98, 10)).toBe(0);
    expect(keyIndexAt(keyed, 0.9, 10)).toBe(-1);
    const one = withoutKey(keyed, placeOf(5, 10), 10) as Keyed;
    expect(one.keys).toHaveLength(1);
    expect(withoutKey(one, 0, 10)).toBe(2);
  });

  it('beyond as many keys as a piece file holds it is refused in words, and those that are there still change', () => {
    const keys = Array.from({ length: LIMITS.stops }, (_, i) => ({ at: i / 100, value: 0, ease: 'linear' as const }));
    expect(() => withKey({ keys }, 0.9, 1, 100)).toThrow(/at most 64 keys/);
    expect(withKey({ keys }, 0.1, 1, 100).keys[10]!.value).toBe(1);
  });

  it('setting and taking away at random leaves keys in order, one to a frame', () => {
    const moves = fc.array(fc.tuple(fc.integer({ min: -5, max: 25 }), numbers), { maxLength: 30 });
    fc.assert(
      fc.property(moves, (all) => {
        let keyed: Keyed = { keys: [{ at: 0, value: 0, ease: 'linear' }] };
        for (const [frame, value] of all) keyed = withKey(keyed, placeOf(frame, 10), value, 10);
        const at = keyed.keys.map((k) => Math.round(k.at * 10));
        expect(at).toEqual([...new Set(at)].sort((a, b) => a - b));
        for (const [frame, value] of new Map(all.map(([f, v]) => [((f % 10) + 10) % 10, v])))
          expect(keyedLiteral(keyed, frame / 10, 'loop')).toBeCloseTo(value, 6);
      }),
    );
  });
});

/** Two values that a parameter can have, within its range and its slider. */
function ends(param: Param): [KeyValue, KeyValue] | null {
  if (param.type === 'colour') return ['#102030', '#e0a060'];
  if (param.type !== 'number' && param.type !== 'vector') return null;
  const [low, high] = rangeOf(param);
  const within = (v: number) => Math.min(Math.max(v, low), high);
  const [a, b] = [
    within(param.min + 0.25 * (param.max - param.min)),
    within(param.min + 0.6 * (param.max - param.min)),
  ];
  return param.type === 'number'
    ? [a, b]
    : [
        [a, b, a],
        [b, a, b],
      ];
}

/**
 * Parameters of a step that can have keys, with keys between two values; those of one that is worked out over the loop
 * stand still, as it depends on all of them at once.
 */
const keyedParams = (d: StepDefinition) =>
  d.params.flatMap((p): [Param, Keyed][] => {
    const both = acceptsLinks(d, p) && !p.per && !isLoopLength(p) ? ends(p) : null;
    return both
      ? [
          [
            p,
            {
              keys: [
                { at: 0, value: both[d.overLoop ? 1 : 0], ease: 'linear' },
                { at: 0.5, value: both[1], ease: 'eased' },
              ],
            },
          ],
        ]
      : [];
  });

describe('every step of the catalogue', () => {
  const keyable = STEPS_BY_TYPE.filter(([, d]) => d.glsl && !d.passes && keyedParams(d).length > 0);
  const spots: PlaceValues[] = [0, 1, 2, 3].map((i) => ({
    rest: [0.3 * i - 0.4, 0.2, 0.1 * i],
    normal: [0, 0.6, 0.8],
    uv: [0.2 * i, 0.7],
    phase: 0.3,
  }));
  it.each(keyable)('%s: with keys it is what it is with the values that they have', async (_, d, takes) => {
    const params = keyedParams(d);
    const with_ = pieceWith(d, takes, Object.fromEntries(params.map(([p, keyed]) => [p.id, keyed as Value])));
    const fixed = pieceWith(
      d,
      takes,
      Object.fromEntries(params.map(([p, keyed]) => [p.id, keyedLiteral(keyed, 0.3, 'loop') as Value])),
    );
    const run = async (piece: Piece) => {
      const evaluator = await Evaluator.make(piece, TEST_ASSETS, [{ strand: 's2' }]);
      const rows = placeRows(spots);
      if (kindOf(d) !== 'finish') return [...evaluator.run(0, rows, spots.length)];
      const wide = new Float32Array(spots.length * (PLACE_SIZE + 4)).fill(0.5);
      spots.forEach((_, i) => wide.set(rows.subarray(i * PLACE_SIZE, (i + 1) * PLACE_SIZE), i * (PLACE_SIZE + 4)));
      return [...evaluator.run(0, wide, spots.length)];
    };
    expect(
      analyse(with_)
        .problems.filter((p) => p.step && p.param !== TEST_FORM)
        .map((p) => p.sentence),
    ).toEqual(
      analyse(fixed)
        .problems.filter((p) => p.step && p.param !== TEST_FORM)
        .map((p) => p.sentence),
    );
    const [a, b] = [await run(with_), await run(fixed)];
    a.forEach((v, i) => expect(Math.abs(v - b[i]!)).toBeLessThanOrEqual(0.02 * Math.max(1, Math.abs(b[i]!))));
  });

  it('takes light as a colour is written', () => {
    expect(keyedScalars({ keys: [{ at: 0, value: '#808080', ease: 'held' }] }, 0.4, 'loop')).toEqual([
      ...linearOf('#808080'),
    ]);
  });
});
