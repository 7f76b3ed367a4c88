import { AssetStore } from '../assets/assets';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { linearOf, toEncoded, toLinear } from '../colour';
import { addStep, addStrand, blankPiece } from '../piece/edit';
import type { Step } from '../piece/types';
import { analyse, Evaluator, exportGlsl, placeRows, weave, type PlaceValues } from '../weave';
import { readText, declaredId } from './field/code';

const assets = new AssetStore();

type Row = [op: string, params?: Step['params']][];

/** Value of a field strand at some places. */
async function over(
  steps: Row,
  places: PlaceValues[],
  change = (p: ReturnType<typeof blankPiece>) => p,
): Promise<number[][]> {
  let piece = addStrand(blankPiece(), 'field', 'x', `field.${steps[0]![0]}`, steps[0]![1]);
  steps.slice(1).forEach(([op, params], i) => (piece = addStep(piece, 's1', i + 1, `field.${op}`, params)));
  const evaluator = await Evaluator.make(change(piece), assets, [{ strand: 's1' }]);
  const values = evaluator.run(0, placeRows(places), places.length);
  const width = evaluator.width(0);
  return places.map((_, i) => [...values.subarray(i * width, (i + 1) * width)]);
}
const at = async (steps: Row, place: PlaceValues = {}) => (await over(steps, [place]))[0]!;
const number = (value: number, ...steps: Row) => at([['from', { value }], ...steps]);
const colour = (hex: string, ...steps: Row) =>
  at([['from', { value: 1 }], ['tint', { colour: hex, gain: 1 }], ...steps]);
function near(got: number[], want: number[], places = 5): void {
  expect(got.length).toBe(want.length);
  got.forEach((v, i) => expect(v).toBeCloseTo(want[i]!, places));
}

describe('where', () => {
  const place: PlaceValues = { world: [1, 2, 3], rest: [4, 5, 6], normal: [0, 2, 0], copy: 3, copies: 7, face: 12 };
  it.each<[string, Step['params'], number[]]>([
    ['plane', { plane: 'floor' }, [1, 3]],
    ['plane', { plane: 'front', origin: [1, 1, 1] }, [0, 1]],
    ['plane', { plane: 'side' }, [3, 2]],
    ['normal', {}, [0, 1, 0]],
    ['copy', {}, [0.5]],
    ['copy', { as: 'count' }, [3]],
    ['face', {}, [12]],
  ])('%s %o', async (op, params, want) => near(await at([[op, params]], place), want));

  it('a position is seen from an origin', async () =>
    near(await at([['position'], ['origin', { origin: [1, 1, 1] }]], place), [3, 4, 5]));
});

describe('moves', () => {
  const uv: PlaceValues = { uv: [0.25, 0.75], phase: 0.5 };
  it.each<[string, Step['params'], number[]]>([
    ['pan', { travel: [1, 0, 0], repeat: 2 }, [-0.75, 0.75]],
    ['tile', { count: [4, 2, 1] }, [0, 0.5]],
    ['tile', { count: [6, 6, 6], flip: 'every other' }, [0.5, 0.5]],
    ['turn', { angle: 0.25 }, [0.75, -0.25]],
    ['turn', { spins: 1 }, [-0.25, -0.75]],
    ['mirror', { axis: 'x', at: [0.5, 0, 0] }, [0.75, 0.75]],
    ['polar', { centre: [0.25, 0.5, 0] }, [0.25, 0.25]],
    ['pixelate', { cells: [2, 0, 0] }, [0.25, 0.75]],
    ['distort', { by: [1, 2, 0], amount: 0.5 }, [0.75, 1.75]],
    ['twist', { amount: 0 }, [0.25, 0.75]],
  ])('%s %o', async (op, params, want) => near(await at([['uv'], [op, params]], uv), want));

  it('polar and back is where it began, for any place and centre', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.double({ min: -3, max: 3, noNaN: true }), { minLength: 4, maxLength: 4 }),
        async ([x, y, a, b]) => {
          const centre: [number, number, number] = [a!, b!, 0];
          near(
            await at([['uv'], ['polar', { centre }], ['polar', { way: 'back to x and y', centre }]], { uv: [x!, y!] }),
            [x!, y!],
            4,
          );
        },
      ),
      { numRuns: 40 },
    );
  });

  it('a kaleidoscope is the same in every wedge', async () => {
    const turned = [0, 1, 2].map((k) => [Math.cos(0.3 + (k * 2 * Math.PI) / 6), Math.sin(0.3 + (k * 2 * Math.PI) / 6)]);
    const [a, b, c] = await over(
      [['uv'], ['kaleidoscope', { wedges: 6 }]],
      turned.map((v) => ({ uv: v })),
    );
    near(b!, a!, 4);
    near(c!, a!, 4);
  });
});

describe('patterns', () => {
  it.each<[string, Row, number]>([
    ['a gradient runs', [['uv'], ['gradient', { to: [0.5, 0, 0] }]], 0.5],
    ['and starts again', [['uv'], ['gradient', { to: [0.2, 0, 0], beyond: 'starts again' }]], 0.25],
    ['a radial one', [['uv'], ['gradient', { shape: 'radial', from: [0.25, 0, 0], to: [0.25, 1, 0] }]], 0.75],
    ['a checker', [['uv'], ['checker', { count: [4, 4, 0] }]], 0],
    ['its neighbour', [['uv'], ['checker', { count: [4, 2, 0] }]], 0],
    ['a stripe', [['uv'], ['stripes', { count: 2, width: 0.5, softness: 0 }]], 1],
    ['a disc', [['uv'], ['shape', { centre: [0.25, 0, 0], size: 0.5 }]], 0.25],
    ['a box', [['uv'], ['shape', { shape: 'box', size: 0.5 }]], 0.25],
    [
      'a hexagon’s middle',
      [['uv'], ['shape', { shape: 'polygon', centre: [0.25, 0.75, 0], size: 1, sides: 6 }]],
      -Math.sqrt(3) / 2,
    ],
    ['a sector', [['uv'], ['shape', { shape: 'sector', centre: [0, 0.75, 0], opening: 0.5, size: 1 }]], -0.25],
    ['a star’s tip', [['uv'], ['shape', { shape: 'star', centre: [-0.25, 0.75, 0], size: 0.5, sides: 5 }]], 0],
  ])('%s', async (_, steps, want) => near(await at(steps, { uv: [0.25, 0.75] }), [want]));

  it('hexagons know their middle, their edges and their number', async () => {
    const scale = 1;
    near(await at([['uv'], ['hexagons', { scale }]], { uv: [0.5, Math.sqrt(3) / 2] }), [0.5]);
    near(await at([['uv'], ['hexagons', { scale }]], { uv: [1, Math.sqrt(3) / 2] }), [0], 4);
    const [a, b, c] = await over(
      [['uv'], ['hexagons', { scale, show: 'cell number' }]],
      [
        [0.5, 0.8],
        [0.6, 0.9],
        [1.4, 0.9],
      ].map((uv) => ({ uv })),
    );
    expect(a).toEqual(b);
    expect(c).not.toEqual(a);
  });

  it('cells are nearest and second nearest of all points, for each distance, by brute force', async () => {
    const places = Array.from({ length: 60 }, (_, i) => ({ uv: [(i * 0.618) % 1, (i * 0.414) % 1] }));
    const shown = (show: string, metric: string) =>
      over([['uv'], ['cells', { show, metric, scale: 3, repeat: 3, wander: 0, seed: 5 }]], places);
    // The points themselves are where the distance is 0; they are found by descending from a fine grid.
    const fine = Array.from({ length: 200 * 200 }, (_, i) => ({
      uv: [((i % 200) + 0.5) / 200, (Math.floor(i / 200) + 0.5) / 200],
    }));
    const field = (
      await over([['uv'], ['cells', { show: 'nearest', scale: 3, repeat: 3, wander: 0, seed: 5 }]], fine)
    ).map((v) => v[0]!);
    const wrap = (i: number, j: number) => field[((j + 200) % 200) * 200 + ((i + 200) % 200)]!;
    const points = fine
      .map((p, k) => ({ p: p.uv, k }))
      .filter(({ k }) =>
        [-1, 0, 1].every((dj) =>
          [-1, 0, 1].every(
            (di) => (di === 0 && dj === 0) || wrap((k % 200) + di, Math.floor(k / 200) + dj) >= field[k]!,
          ),
        ),
      )
      .filter(({ k }) => field[k]! < 0.02)
      .map(({ p }) => p);
    expect(points.length).toBe(9);
    for (const [metric, length] of [
      ['euclidean', (x: number, y: number) => Math.hypot(x, y)],
      ['manhattan', (x: number, y: number) => Math.abs(x) + Math.abs(y)],
      ['chebyshev', (x: number, y: number) => Math.max(Math.abs(x), Math.abs(y))],
    ] as const) {
      const sorted = places.map(({ uv: [x, y] }) =>
        points
          .flatMap(([a, b]) => [-1, 0, 1].flatMap((i) => [-1, 0, 1].map((j) => 3 * length(x! - a! - i, y! - b! - j))))
          .sort((m, n) => m - n),
      );
      // The points are known to a half step of the fine grid.
      (await shown('nearest', metric)).forEach((v, i) => expect(Math.abs(v[0]! - sorted[i]![0]!)).toBeLessThan(0.025));
      (await shown('second nearest', metric)).forEach((v, i) =>
        expect(Math.abs(v[0]! - sorted[i]![1]!)).toBeLessThan(0.025),
      );
    }
  });

  it('cells that wander are back after the loop, and have moved in between', async () => {
    const steps: Row = [['position'], ['cells', { scale: 2, wander: 2 }]];
    const [a, b, c] = await over(
      steps,
      [0, 0.3, 1].map((phase) => ({ rest: [0.3, 0.8, 0.2], phase })),
    );
    near(c!, a!, 4);
    expect(Math.abs(b![0]! - a![0]!)).toBeGreaterThan(1e-3);
  });

  it('simplex noise lies about 0, favours no axis, and repeats', async () => {
    const places = Array.from({ length: 4000 }, (_, i) => ({
      rest: [(i * 0.7549) % 40, (i * 0.5698) % 40, (i * 0.8192) % 40],
    }));
    const values = (await over([['position'], ['noise', { style: 'simplex' }]], places)).map((v) => v[0]!);
    expect(Math.abs(values.reduce((a, b) => a + b) / values.length)).toBeLessThan(0.03);
    expect(Math.max(...values.map(Math.abs))).toBeLessThan(1.05);
    const roughness = await Promise.all(
      [0, 1, 2].map(async (axis) => {
        const moved = await over(
          [['position'], ['noise', { style: 'simplex' }]],
          places.map((p) => ({ rest: p.rest.map((v, i) => (i === axis ? v + 0.05 : v)) })),
        );
        return moved.reduce((sum, v, i) => sum + (v[0]! - values[i]!) ** 2, 0);
      }),
    );
    expect(Math.max(...roughness) / Math.min(...roughness)).toBeLessThan(1.15);
    const tiled: Row = [['position'], ['noise', { style: 'simplex', repeat: 4, scale: 1 }]];
    near(await at(tiled, { rest: [0.3, 1.2, 2.1] }), await at(tiled, { rest: [4.3, -2.8, 2.1] }), 4);
  });

  it('a ripple reaches no further than it may', async () => {
    const ripple = (x: number) =>
      at([['position'], ['ripple', { count: 0.25, turns: 0, falloff: 0, reach: 3, softness: 1 }]], { rest: [x, 0, 0] });
    near(await ripple(1), [1]);
    near(await ripple(3.2), [0]);
  });

  it('random numbers are one to a cell, even, and others after each change', async () => {
    const of = (uv: number[], phase = 0) => at([['uv'], ['random', { cells: [4, 4, 0], changes: 4 }]], { uv, phase });
    expect(await of([0.1, 0.1])).toEqual(await of([0.2, 0.2]));
    expect(await of([0.1, 0.1])).not.toEqual(await of([0.1, 0.1], 0.3));
    expect(await of([0.1, 0.1], 1)).toEqual(await of([0.1, 0.1], 0));
    const many = (
      await over(
        [['random-each', { of: 'face' }]],
        Array.from({ length: 3000 }, (_, face) => ({ face })),
      )
    ).map((v) => v[0]!);
    expect(many.reduce((a, b) => a + b) / many.length).toBeCloseTo(0.5, 1);
  });
});

describe('shapes of numbers', () => {
  it.each<[number, [string, Step['params']?], number]>([
    [1.7, ['clamp'], 1],
    [0.3, ['invert'], 0.7],
    [0.5, ['step', { edge: 0.5 }], 1],
    [0.49, ['step', { edge: 0.5 }], 0],
    [0.25, ['smooth-step', { from: 0, to: 1 }], 0.15625],
    [0.25, ['smooth-step', { from: 1, to: 0 }], 0.84375],
    [1.2, ['round', { way: 'up' }], 2],
    [1.2, ['round', { way: 'down' }], 1],
    [1.13, ['round', { to: 0.25 }], 1.25],
    [0.6, ['quantise', { levels: 3 }], 0.5],
    [-2, ['absolute'], 2],
    [0.25, ['sine'], 1],
    [0.75, ['contrast', { amount: 2 }], 1],
    [6, ['join', { how: 'divide', other: 4 }], 1.5],
    [6, ['join', { how: 'divide', other: 0 }], 6e6],
    [0.2, ['join', { how: 'difference', other: 0.5 }], 0.3],
    [0.5, ['join', { how: 'smooth', other: 0.5, softness: 0.4 }], 0.4],
    [0.5, ['join', { how: 'smooth larger', other: 2, softness: 0.4 }], 2],
    [0.2, ['mix', { other: 1, amount: 0.25 }], 0.4],
    [0.8, ['mask', { by: 0.5 }], 0.4],
    [0.8, ['mask', { by: 0.25, keep: 'outside' }], 0.6],
    [0.9, ['compare', { how: 'above', other: 0.5 }], 1],
    [0.9, ['compare', { how: 'below', other: 0.5 }], 0],
    [0.5, ['compare', { how: 'near', other: 0.5 }], 1],
    [0.3, ['unite', { how: 'cut', other: -0.5 }], 0.5],
    [0.3, ['unite', { how: 'intersect', other: 0.4 }], 0.4],
    [-0.1, ['outline', { width: 0.1 }], 0.05],
    [-0.2, ['fill'], 1],
    [0.2, ['fill'], 0],
  ])('%d through %o is %d', async (value, step, want) => near(await number(value, step), [want], want > 1000 ? -1 : 5));

  it('a curve goes through its points and never beyond them', async () => {
    const curve = [
      { x: 0, y: 0 },
      { x: 0.2, y: 0.8 },
      { x: 0.5, y: 0.8 },
      { x: 1, y: 0.1 },
    ];
    for (const { x, y } of curve) near(await number(x, ['curve', { curve }]), [y], 4);
    near(await number(0.35, ['curve', { curve }]), [0.8], 4);
    near(await number(-3, ['curve', { curve }]), [0], 4);
    for (let i = 0; i <= 20; i++)
      expect((await number(i / 20, ['curve', { curve }]))[0]!).toBeLessThanOrEqual(0.8 + 1e-6);
  });

  it('channels are picked and combined, lengths and products taken', async () => {
    const place = { rest: [3, 4, 12] };
    near(await at([['position'], ['pick', { channel: 'z or blue' }]], place), [12]);
    near(await at([['position'], ['pick', { channel: 'mean' }]], place), [19 / 3]);
    near(await at([['position'], ['length']], place), [13]);
    near(await at([['position'], ['dot', { other: [1, 1, 0] }]], place), [7]);
    near(await at([['combine', { x: 1, y: 2, z: 3 }]]), [1, 2, 3]);
  });
});

describe('colours', () => {
  it('a ramp blends in linear light, in sRGB or perceptually, linear, smooth or stepped', async () => {
    const colours = [
      { at: 0, colour: '#000000' },
      { at: 1, colour: '#ffffff' },
    ];
    const grey = async (params: Step['params'], value = 0.5) =>
      (await number(value, ['ramp', { colours, ...params }]))[0]!;
    expect(await grey({})).toBeCloseTo(0.5, 5);
    expect(await grey({ space: 'srgb' })).toBeCloseTo(toLinear(0.5), 5);
    // Half of the lightness of Oklab is an eighth of the light.
    expect(await grey({ space: 'perceptual' })).toBeCloseTo(0.125, 4);
    expect(await grey({ blend: 'smooth' }, 0.25)).toBeCloseTo(0.15625, 5);
    expect(await grey({ blend: 'stepped' }, 0.99)).toBe(0);
  });

  it('hue turns and comes back; no saturation is grey', async () => {
    near(await colour('#ff0000', ['hsv', { hue: 1 / 3 }]), [0, 1, 0], 4);
    near(await colour('#3366cc', ['hsv', { hue: 1 }]), linearOf('#3366cc'), 4);
    const [r, g, b] = await colour('#3366cc', ['hsv', { saturation: 0 }]);
    expect([g, b]).toEqual([r, r]);
  });

  it('daylight leaves colours, candles warm them', async () => {
    near(await colour('#808080', ['temperature', { kelvin: 6504 }]), Array(3).fill(toLinear(128 / 255)), 4);
    const [r, , b] = await colour('#ffffff', ['temperature', { kelvin: 2000 }]);
    expect(r!).toBeGreaterThan(1.5);
    expect(b!).toBeLessThan(0.3);
  });

  /**
   * The standard's formulas, written from it apart from ours: W3C Compositing and Blending Level 1, chapters 9 and 10.
   */
  const lum = (c: number[]) => 0.3 * c[0]! + 0.59 * c[1]! + 0.11 * c[2]!;
  const clip = (c: number[]) => {
    const [l, n, x] = [lum(c), Math.min(...c), Math.max(...c)];
    let out = c;
    if (n < 0) out = out.map((v) => l + ((v - l) * l) / (l - n));
    if (x > 1) out = out.map((v) => l + ((v - l) * (1 - l)) / (x - l));
    return out;
  };
  const setLum = (c: number[], l: number) => clip(c.map((v) => v + l - lum(c)));
  const sat = (c: number[]) => Math.max(...c) - Math.min(...c);
  const setSat = (c: number[], s: number) =>
    sat(c) > 0 ? c.map((v) => ((v - Math.min(...c)) * s) / sat(c)) : [0, 0, 0];
  const hard = (b: number, s: number) => (s <= 0.5 ? b * 2 * s : b + 2 * s - 1 - b * (2 * s - 1));
  const soft = (b: number, s: number) =>
    s <= 0.5
      ? b - (1 - 2 * s) * b * (1 - b)
      : b + (2 * s - 1) * ((b <= 0.25 ? ((16 * b - 12) * b + 4) * b : Math.sqrt(b)) - b);
  const each = (f: (b: number, s: number) => number) => (b: number[], s: number[]) => b.map((v, i) => f(v, s[i]!));
  const MODES: Record<string, (b: number[], s: number[]) => number[]> = {
    normal: each((_, s) => s),
    multiply: each((b, s) => b * s),
    screen: each((b, s) => b + s - b * s),
    overlay: each((b, s) => hard(s, b)),
    darken: each(Math.min),
    lighten: each(Math.max),
    'color dodge': each((b, s) => (b === 0 ? 0 : s === 1 ? 1 : Math.min(1, b / (1 - s)))),
    'color burn': each((b, s) => (b === 1 ? 1 : s === 0 ? 0 : 1 - Math.min(1, (1 - b) / s))),
    'hard light': each(hard),
    'soft light': each(soft),
    difference: each((b, s) => Math.abs(b - s)),
    exclusion: each((b, s) => b + s - 2 * b * s),
    hue: (b, s) => setLum(setSat(s, sat(b)), lum(b)),
    saturation: (b, s) => setLum(setSat(b, sat(s)), lum(b)),
    color: (b, s) => setLum(s, lum(b)),
    luminosity: (b, s) => setLum(b, lum(s)),
  };
  it.each(Object.keys(MODES))('blends by %s as the standard says', async (mode) => {
    for (const [below, over] of [
      ['#336699', '#c08040'],
      ['#f0d020', '#204080'],
      ['#808080', '#ff0000'],
      ['#102030', '#e0f0ff'],
    ] as const) {
      const encoded = (hex: string) => linearOf(hex).map(toEncoded);
      const want = MODES[mode]!(encoded(below), encoded(over)).map((v) => toLinear(Math.min(1, Math.max(0, v))));
      near(await colour(below, ['blend', { mode, over }]), want, 3);
    }
  });
});

describe('rows asked for at other places', () => {
  it('a flat height is the flat normal colour, a slope leans against it', async () => {
    near(await number(0.4, ['slope']), [0.5, 0.5, 1]);
    const ramp: Row = [['uv'], ['pick', { channel: 'x or red' }], ['slope', { strength: 1, show: 'vector' }]];
    near(await at(ramp, { uv: [0.5, 0.5] }), [-Math.SQRT1_2, 0, Math.SQRT1_2], 3);
    // Mirrored at the border: there is no slope across it.
    near(await at(ramp, { uv: [0, 0.5] }), [0, 0, 1], 3);
  });

  it('split channels are the row a little to each side', async () => {
    const row: Row = [['uv'], ['pick', { channel: 'x or red' }]];
    near(await at([...row, ['split', { shift: [0.1, 0, 0] }]], { uv: [0.5, 0] }), [0.6, 0.5, 0.4]);
  });

  it('work through links as well', async () => {
    let piece = addStrand(blankPiece(), 'field', 'height', 'field.uv');
    piece = addStep(piece, 's1', 1, 'field.pick', { channel: 'y or green' });
    piece = addStrand(piece, 'field', 'normal', 'field.from', { value: { link: 's1' } });
    piece = addStep(piece, 's2', 1, 'field.slope', { show: 'vector' });
    const value = (await Evaluator.make(piece, assets, [{ strand: 's2' }])).run(0, placeRows([{ uv: [0.5, 0.5] }]), 1);
    near([...value], [0, -Math.SQRT1_2, Math.SQRT1_2], 3);
  });
});

describe('pictures', () => {
  const id = 'p-test';
  const picture = (params: Step['params'], uv: number[]) =>
    over([['uv'], ['picture', { picture: id, texels: 'hard', ...params }]], [{ uv }], (p) => ({
      ...p,
      assets: [{ id, name: 'two', type: 'image/png', data: '' }],
    })).then((v) => v[0]!);
  // Two columns, two rows: red, green above; blue, half-open white below.
  assets.set(id, {
    pixels: {
      width: 2,
      height: 2,
      data: new Uint8ClampedArray([255, 0, 0, 255, 0, 255, 0, 255, 0, 0, 255, 255, 255, 255, 255, 128]),
    },
  });

  it('lie the right way up, in linear light', async () => {
    near(await picture({}, [0.25, 0.75]), [1, 0, 0]);
    near(await picture({}, [0.75, 0.75]), [0, 1, 0]);
    near(await picture({}, [0.25, 0.25]), [0, 0, 1]);
    near(await picture({ show: 'opacity' }, [0.75, 0.25]), Array(3).fill(128 / 255));
    near(await picture({ show: 'brightness' }, [0.25, 0.75]), Array(3).fill(0.2126), 4);
  });

  it('tile, mirror, hold or end beyond their edges, and blend between texels', async () => {
    near(await picture({ beyond: 'nothing' }, [1.25, 0.75]), [0, 0, 0]);
    near(await picture({ beyond: 'tiled' }, [1.25, 0.75]), [1, 0, 0]);
    near(await picture({ beyond: 'mirrored' }, [1.25, 0.75]), [0, 1, 0]);
    near(await picture({ beyond: 'held' }, [3, 0.75]), [0, 1, 0]);
    near(await picture({ texels: 'smooth', beyond: 'held' }, [0.5, 0.75]), [0.5, 0.5, 0]);
    near(await picture({ laid: 'fit', aspect: 2 }, [0.1, 0.75]), [0, 0, 0]);
    near(await picture({ laid: 'fill', aspect: 2 }, [0.25, 0.98]), [1, 0, 0]);
  });

  it('that are gone are said, and the rest goes on', async () => {
    let piece = addStrand(blankPiece(), 'field', 'x', 'field.uv');
    piece = addStep(piece, 's1', 1, 'field.picture', { picture: 'gone' });
    expect(analyse(piece).problems[0]!.sentence).toBe(
      'Picture, picture: its picture is no longer in the piece; drop it in again.',
    );
    near(
      [...(await Evaluator.make(piece, assets, [{ strand: 's1' }])).run(0, placeRows([{ uv: [0.5, 0.5] }]), 1)],
      [0, 0, 0],
    );
  });
});

describe('what artists write', () => {
  const uv = { uv: [0.25, 0.5], phase: 0.25 };
  it('a formula is one expression', async () => {
    near(await at([['uv'], ['formula', { text: 'v.x + v.y * 2.0 // sum' }]], uv), [1.25]);
    near(await at([['uv'], ['formula', { text: 'vec3(v, p.phase)', gives: 'vector' }]], uv), [0.25, 0.5, 0.25]);
  });

  it('numbers declared in code are sliders with their ranges, and links reach them', async () => {
    const text = 'const float size = 2.0; // 1 to 5\nconst float plain = 0.5;\nreturn v.x * size + plain;';
    let piece = addStrand(blankPiece(), 'field', 'x', 'field.uv');
    piece = addStep(piece, 's1', 1, 'field.code', { text, 'slider-size': 4 });
    const definition = analyse(piece).types.get('s1')![1]!.definition!;
    expect(definition.params.slice(2)).toMatchObject([
      { glslName: 'size', default: 2, min: 1, max: 5 },
      { glslName: 'plain', default: 0.5, min: 0, max: 1 },
    ]);
    near([...(await Evaluator.make(piece, assets, [{ strand: 's1' }])).run(0, placeRows([uv]), 1)], [1.5]);
  });

  it.each<[string, number, number, RegExp]>([
    ['return v.x * 2;', 1, 12, /2\.0/],
    ['float a = 1.0;\nreturn a + b;', 2, 12, /"b"/],
    ['float a = 1.0;', 1, 15, /return/],
    ['return 1.0; }\nfloat other() { return 2.0;', 1, 13, /./],
    ['for (int i = 0; i < 100000; i++) {}\nreturn 0.0;', 1, 1, /turns/],
  ])('%j is refused at line %d, column %d', async (text, line, column, sentence) => {
    let piece = addStrand(blankPiece(), 'field', 'x', 'field.uv');
    piece = addStep(piece, 's1', 1, 'field.code', { text });
    const { broken } = analyse(piece).types.get('s1')![1]!.definition!;
    expect(broken).toMatchObject({ line });
    expect(Math.abs(broken!.column - column)).toBeLessThanOrEqual(6);
    expect(broken!.sentence).toMatch(sentence);
    // The row passes it by and still gives what it gave before.
    near([...(await Evaluator.make(piece, assets, [{ strand: 's1' }])).run(0, placeRows([uv]), 1)], [0.25, 0.5]);
  });

  it('each row runs what was written in it, in one row and in two', async () => {
    near(
      await at(
        [
          ['from', { value: 1 }],
          ['formula', { text: 'v + 1.0' }],
          ['formula', { text: 'v * 10.0' }],
        ],
        uv,
      ),
      [20],
    );
    near(
      await at(
        [
          ['from', { value: 1 }],
          ['code', { text: 'const float a = 3.0;\nreturn v + a;' }],
          ['code', { text: 'const float a = 5.0;\nconst float b = 2.0;\nreturn v * a + b;' }],
        ],
        uv,
      ),
      [22],
    );
    near(
      await at(
        [
          ['from', { value: 1 }],
          ['formula', { text: 'v + 1.0' }],
          ['formula', { text: 'vec2(v)', gives: 'pair' }],
          ['formula', { text: 'v.x * 3.0' }],
        ],
        uv,
      ),
      [6],
    );
    let piece = addStrand(blankPiece(), 'field', 'one', 'field.from', { value: 1 });
    piece = addStep(piece, 's1', 1, 'field.formula', { text: 'v + 1.0' });
    piece = addStrand(piece, 'field', 'two', 'field.from', { value: 1 });
    piece = addStep(piece, 's2', 1, 'field.formula', { text: 'v + 2.0' });
    piece = addStep(piece, 's2', 2, 'field.join', { how: 'multiply', other: { link: 's1' } });
    near([...(await Evaluator.make(piece, assets, [{ strand: 's2' }])).run(0, placeRows([uv]), 1)], [6]);
  });

  it('the same text in two rows is written once', () => {
    let piece = addStrand(blankPiece(), 'field', 'one', 'field.from');
    for (let i = 0; i < 3; i++)
      piece = addStep(piece, 's1', i + 1, 'field.formula', { text: i === 1 ? 'v + 2.0' : 'v + 1.0' });
    expect(weave(piece, analyse(piece), [{ strand: 's1' }]).glsl.match(/^float fieldFormula\w*\(/gm)).toEqual([
      'float fieldFormula(',
      'float fieldFormula_V2(',
    ]);
  });

  it.each(['text', 'gives', 'working', 'constructor', 'toString'])('a slider may be called %s', async (name) => {
    const text = `const float ${name} = 0.5; // 0 to 1\nreturn v.x + ${name};`;
    let piece = addStrand(blankPiece(), 'field', 'x', 'field.uv');
    piece = addStep(piece, 's1', 1, 'field.code', { text, [declaredId(name)]: 0.75 });
    const row = analyse(piece).types.get('s1')![1]!;
    expect(row.step.params.text).toBe(text);
    expect(row.definition!.broken).toBeUndefined();
    near([...(await Evaluator.make(piece, assets, [{ strand: 's1' }])).run(0, placeRows([uv]), 1)], [1]);
    expect(await exportGlsl(piece, assets, 's1')).not.toMatch(/native code/);
  });

  it.each([
    ['filter', /keeps for itself/],
    ['sample', /keeps for itself/],
  ])('a word that the card keeps for itself is refused: %s', (name, sentence) => {
    let piece = addStrand(blankPiece(), 'field', 'x', 'field.uv');
    piece = addStep(piece, 's1', 1, 'field.code', { text: `float ${name} = 1.0;\nreturn ${name};` });
    expect(analyse(piece).types.get('s1')![1]!.definition!.broken!.sentence).toMatch(sentence);
  });

  it('a value that hides a function cannot be called', () => {
    let piece = addStrand(blankPiece(), 'field', 'x', 'field.uv');
    piece = addStep(piece, 's1', 1, 'field.code', { text: 'const float sin = 1.0;\nreturn sin(v.x);' });
    expect(analyse(piece).types.get('s1')![1]!.definition!.broken!.sentence).toMatch(/"sin" is a value here/);
  });

  // Read in squares, these would take half an hour.
  it.each([
    ['digits', `const float a = ${'1'.repeat(300_000)}`],
    ['blanks', `const float a${' '.repeat(300_000)}`],
    ['a note', `const float a = 1.0; // 1${'0'.repeat(300_000)}x`],
  ])('reads %s without end in one go', (_, text) => {
    expect(readText(text, 'float', 'float').broken?.sentence).toBeTruthy();
  });

  it('while a text is broken, what ran last goes on', async () => {
    near(await at([['uv'], ['code', { text: 'return v.x *;', working: 'return v.x * 8.0;' }]], uv), [2]);
  });

  it('division by zero harms nothing else', async () => {
    const value = await at(
      [['uv'], ['code', { text: 'return 1.0 / (v.x - v.x);' }], ['clamp', { low: 0, high: 1 }]],
      uv,
    );
    expect(value.every((v) => v >= 0 && v <= 1)).toBe(true);
  });

  it('never answers with anything but a value or a sentence', async () => {
    // Plain text, and text of what formulas are made of, some of which runs.
    const words = fc.array(
      fc.constantFrom('v', '.x', '+', '*', '(', ')', '2.0', 'sin(v.x)', ';', 'return ', 'vec3(', ','),
    );
    await fc.assert(
      fc.asyncProperty(
        fc.oneof(
          fc.string({ maxLength: 60 }),
          words.map((w) => `return v.x${w.join('')};`),
        ),
        async (text) => {
          let piece = addStrand(blankPiece(), 'field', 'x', 'field.uv');
          piece = addStep(piece, 's1', 1, 'field.code', { text });
          const { broken } = analyse(piece).types.get('s1')![1]!.definition!;
          if (broken) expect(broken.sentence).toMatch(/\w \w.*\.$/);
          const [value] = (await Evaluator.make(piece, assets, [{ strand: 's1' }])).run(
            0,
            placeRows([{ uv: [0.3, 0.6] }]),
            1,
          );
          expect(value).toSatisfy(Number.isFinite);
        },
      ),
      { numRuns: 120 },
    );
  });
});
