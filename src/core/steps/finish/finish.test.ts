import { NO_ASSETS } from '../../assets/assets';
import { describe, expect, it } from 'vitest';
import { linearOf, toEncoded, toLinear } from '../../colour';
import { readsFrame, readsOther } from '../../glsl/lib';
import { addStep, addStrand, blankPiece } from '../../piece/edit';
import type { Step } from '../../piece/types';
import { Evaluator, placeRows, type PlaceValues } from '../../weave';
import { BLEND_MODES } from '../blend-modes';
import { FINISH_STEPS } from '.';

type Colour = [number, number, number];

/** What a step makes of light with an opacity, at a place of the picture. */
async function finish(
  op: string,
  params: Step['params'],
  colour: Colour,
  opacity = 1,
  place: PlaceValues = {},
): Promise<number[]> {
  const piece = addStep(addStrand(blankPiece(), 'finish', 'x', 'finish.shoot'), 's1', 1, `finish.${op}`, params);
  const row = new Float32Array([...placeRows([place]), ...colour, opacity]);
  return [...(await Evaluator.make(piece, NO_ASSETS, [{ strand: 's1' }])).run(0, row, 1)];
}

const near = (values: number[], wanted: number[], digits = 4) =>
  wanted.forEach((w, i) => expect(values[i], `${values.join(' ')}, not ${wanted.join(' ')}`).toBeCloseTo(w, digits));
const luminance = ([r, g, b]: number[]) => 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
/** The place of a picture of 16:9. */
const at = (x: number, y: number, phase = 0): PlaceValues => ({
  uv: [x, y],
  screen: [x, y],
  rest: [((x - 0.5) * 16) / 9, y - 0.5, 0],
  phase,
});
const SOME: Colour = [0.2, 0.4, 0.6];

describe('steps of one pixel', () => {
  const kept = FINISH_STEPS.filter(
    (d) => d.takes.length > 0 && !readsFrame(d.glsl) && !readsOther(d.glsl) && d.group !== 'opacity',
  );
  it.each(kept.map((d) => [d.op, d] as const))('%s leaves opacity alone', async (_, d) => {
    for (const opacity of [0, 0.25, 1])
      expect((await finish(d.op.split('.')[1]!, {}, SOME, opacity, at(0.1, 0.8, 0.3)))[3]).toBeCloseTo(opacity);
  });

  it('a stop doubles the light', async () => {
    near(await finish('exposure', { stops: 2, shoulder: 0 }, [0.1, 0.2, 0.4]), [0.4, 0.8, 1.6]);
  });

  it('a shoulder leaves dark parts, never passes white and never turns back', async () => {
    near(await finish('exposure', { stops: 0, shoulder: 0.5 }, [0.1, 0.3, 0.6]), [0.1, 0.3, 0.6]);
    let before = 0;
    for (const light of [0.5, 0.7, 1, 2, 10, 1000]) {
      const [value] = await finish('exposure', { stops: 0, shoulder: 0.5 }, [light, light, light]);
      expect(value).toBeGreaterThan(before);
      expect(value).toBeLessThan(1);
      before = value!;
    }
  });

  it('contrast turns about its middle, and saturation about grey', async () => {
    const contrasted = await finish('contrast', { amount: 2, middle: 0.18, saturation: 1 }, [0.18, 0.36, 0.09]);
    near(contrasted, [0.18, 0.72, 0.045]);
    const grey = luminance(SOME);
    near(await finish('contrast', { amount: 1, saturation: 0 }, SOME), [grey, grey, grey]);
  });

  it('levels spread what lies between two shades, in one channel or all', async () => {
    near(await finish('levels', {}, SOME), SOME);
    const params = { fromBlack: 0.2, fromWhite: 0.7, gamma: 2, toBlack: 0.1, toWhite: 0.8 };
    const level = (light: number) => {
      const x = Math.max(0, (toEncoded(light) - 0.2) / 0.5) ** (1 / 2);
      return toLinear(0.1 + 0.7 * x);
    };
    near(await finish('levels', params, [0.01, 0.1, 0.4]), [level(0.01), level(0.1), level(0.4)]);
    near(await finish('levels', { ...params, channels: 'green' }, SOME), [0.2, level(0.4), 0.6]);
  });

  it('a curve sends each shade to its height, in one channel or all', async () => {
    const curve = [
      { x: 0, y: 0.1 },
      { x: 0.5, y: 0.5 },
      { x: 1, y: 0.7 },
    ];
    const shades: Colour = [0, toLinear(0.5), 1];
    near(await finish('curve', { curve }, shades), [0.1, 0.5, 0.7].map(toLinear));
    near(await finish('curve', { curve, channels: 'blue' }, shades), [0, toLinear(0.5), toLinear(0.7)]);
  });

  it('dither keeps the mean of a shade: of 64 dots as many are lit as it is bright', async () => {
    const places = Array.from({ length: 64 }, (_, i): [number, number] => [(i % 8) + 0.5, Math.floor(i / 8) + 0.5]);
    for (const share of [1, 13, 32, 50]) {
      const light = toLinear((share + 0.25) / 64);
      const dots = await Promise.all(
        places.map(([x, y]) =>
          finish('dither', { shades: 2, size: 0.01 }, [light, light, light], 1, { rest: [x / 100, y / 100, 0] }),
        ),
      );
      expect(dots.filter(([r]) => r! > 0.5).length, `${share} of 64`).toBe(share);
      expect(dots.every(([r]) => r! < 1e-6 || Math.abs(r! - 1) < 1e-5)).toBe(true);
    }
    const [r] = await finish('dither', { shades: 256 }, SOME, 1, { rest: [0.31, 0.12, 0] });
    expect(Math.abs(toEncoded(r!) - toEncoded(0.2))).toBeLessThan(1 / 255);
  });

  it('tone mapping follows its papers', async () => {
    const filmic = (x: number) => Math.min(1, (x * (2.51 * x + 0.03)) / (x * (2.43 * x + 0.59) + 0.14));
    const bright: Colour = [0.5, 2, 6];
    near(await finish('tone', { curve: 'filmic' }, bright), bright.map(filmic));
    const l = luminance(bright);
    const scale = (1 + l / 16) / (1 + l);
    near(
      await finish('tone', { curve: 'extended', white: 4 }, bright),
      bright.map((x) => x * scale),
    );
    // Grey of the white's luminance becomes white.
    near(await finish('tone', { curve: 'extended', white: 4 }, [4, 4, 4]), [1, 1, 1]);
    // Below 0.8 less the offset neutral takes only that offset away: base colours come out as they went in.
    near(await finish('tone', { curve: 'neutral' }, [0.3, 0.5, 0.7]), [0.26, 0.46, 0.66]);
    near(await finish('tone', { curve: 'neutral' }, [0.04, 0.04, 0.04]), Array(3).fill(6.25 * 0.04 * 0.04));
    for (const light of [1, 10, 1e4])
      expect(Math.max(...(await finish('tone', { curve: 'neutral' }, [light, light / 2, 0])).slice(0, 3))).toBeLessThan(
        1,
      );
  });

  it('a whole turn of hues leads back, a third turns red into green', async () => {
    near(await finish('hue', { turn: 1 }, SOME), SOME);
    near(await finish('hue', { turn: 1 / 3 }, [0.8, 0.1, 0.1]), [0.1, 0.8, 0.1]);
    near(await finish('hue', { turn: 0, saturation: 0, value: 2 }, [0.3, 0.1, 0.1]), [0.6, 0.6, 0.6]);
  });

  it('temperature keeps the brightness of white, and daylight leaves it', async () => {
    near(await finish('temperature', { kelvin: 6504 }, SOME), SOME, 3);
    const warm = await finish('temperature', { kelvin: 3000 }, [0.5, 0.5, 0.5]);
    expect(warm[0]).toBeGreaterThan(warm[2]!);
    expect(luminance(warm)).toBeCloseTo(0.5);
    expect((await finish('temperature', { kelvin: 9000 }, [0.5, 0.5, 0.5]))[2]).toBeGreaterThan(0.5);
  });

  it('a ramp recolours by brightness, from its first colour to its last', async () => {
    const colours = [
      { at: 0, colour: '#ff0000' },
      { at: 1, colour: '#0000ff' },
    ];
    near(await finish('recolour', { colours }, [0, 0, 0]), [1, 0, 0]);
    near(await finish('recolour', { colours }, [1, 1, 1]), [0, 0, 1]);
    const half = toEncoded(luminance(SOME));
    near(await finish('recolour', { colours, space: 'linear light' }, SOME), [1 - half, 0, half]);
    near(await finish('recolour', { colours, amount: 0 }, SOME), SOME);
  });

  it('inverts twice into the same, and opacity by itself', async () => {
    const once = (await finish('invert', {}, SOME)) as [number, number, number, number];
    near(
      once,
      SOME.map((x) => toLinear(1 - toEncoded(x))),
    );
    near(await finish('invert', {}, [once[0], once[1], once[2]]), SOME);
    near(await finish('invert', { what: 'opacity' }, SOME, 0.25), [...SOME, 0.75]);
  });

  it('leaves as many shades as asked for, with black and white among them', async () => {
    const shades = new Set<number>();
    for (let i = 0; i <= 200; i++)
      shades.add(
        Number((await finish('posterise', { shades: 4 }, Array(3).fill(toLinear(i / 200)) as Colour))[0]!.toFixed(4)),
      );
    expect([...shades].map(toEncoded).map((s) => s.toFixed(2))).toEqual(['0.00', '0.33', '0.67', '1.00']);
  });

  it('mixes channels as told', async () => {
    near(await finish('channels', { red: [0, 1, 0], green: [0, 0, 1], blue: [0.5, 0.5, -1] }, SOME), [0.4, 0.6, 0]);
  });

  it('lays a colour over as the field step does, in every mode', async () => {
    const [over] = ['#c04080'];
    for (const [i, mode] of BLEND_MODES.entries())
      for (const space of ['srgb', 'linear']) {
        const params = { mode, over, space, amount: 0.3 + 0.04 * i };
        let piece = addStrand(blankPiece(), 'field', 'x', 'field.position');
        piece = addStep(piece, 's1', 1, 'field.blend', params);
        const field = await Evaluator.make(piece, NO_ASSETS, [{ strand: 's1' }]);
        near(await finish('lay', params, SOME), [...field.run(0, placeRows([{ rest: SOME }]), 1)]);
      }
    near(await finish('lay', { mode: 'normal', over, space: 'linear' }, SOME), [...linearOf(over!)]);
  });
});

describe('shape', () => {
  it('rows become rings: up is the left edge, and half way round the middle', async () => {
    // What stands in for the picture says where it was read.
    const read = (x: number, y: number) => finish('place', {}, SOME, 1, at(x, y));
    const params = { inner: 0.1, outer: 0.5 };
    const below = await finish('polar', params, SOME, 1, at(0.5, 0.5 - 0.3));
    near(below, await read(0.5, 0.5), 3);
    const right = await finish('polar', params, SOME, 1, at(0.5 + (0.2 * 9) / 16, 0.5));
    near(right, await read(0.25, 0.25), 3);
    // Turned by a quarter in a loop, a quarter of the loop later.
    const later = await finish('polar', { ...params, turns: 1 }, SOME, 1, at(0.5 + (0.2 * 9) / 16, 0.5, 0.25));
    near(later, await read(0, 0.25), 3);
  });

  it('rings become rows: the other way round', async () => {
    const params = { inner: 0.1, outer: 0.5 };
    const rows = await finish('polar', { ...params, way: 'rows' }, SOME, 1, at(0.25, 0.25));
    near(rows, await finish('place', {}, SOME, 1, at(0.5 + (0.2 * 9) / 16, 0.5)), 3);
  });

  it('a crop is open in the middle of its edge by half, and soft as far as it is told', async () => {
    const params = { left: 0.25, right: 0, below: 0, above: 0.5, softness: 0.1 };
    const opacity = async (x: number, y: number) => (await finish('crop', params, SOME, 1, at(x, y)))[3]!;
    expect(await opacity(0.6, 0.2)).toBeCloseTo(1);
    expect(await opacity(0.25, 0.2)).toBeCloseTo(0.5);
    expect(await opacity(0.25 + (0.025 * 9) / 16, 0.2)).toBeCloseTo(0.75);
    expect(await opacity(0.6, 0.525)).toBeCloseTo(0.25);
    expect(await opacity(0.1, 0.2)).toBe(0);
  });
});

describe('opacity', () => {
  it('goes where it is dark, bright or of the colour, with a soft edge', async () => {
    const shade = (x: number): Colour => Array(3).fill(toLinear(x)) as Colour;
    const opacityOf = async (params: Step['params'], colour: Colour) => (await finish('key', params, colour, 0.8))[3];
    const dark = { what: 'dark', reach: 0.3, softness: 0.2 };
    expect(await opacityOf(dark, shade(0.2))).toBeCloseTo(0);
    expect(await opacityOf(dark, shade(0.4))).toBeCloseTo(0.4);
    expect(await opacityOf(dark, shade(0.6))).toBeCloseTo(0.8);
    const bright = { what: 'bright', reach: 0.7, softness: 0.2 };
    expect(await opacityOf(bright, shade(0.9))).toBeCloseTo(0);
    expect(await opacityOf(bright, shade(0.4))).toBeCloseTo(0.8);
    const green = { what: 'colour', colour: '#20c040', reach: 0.1, softness: 0.01 };
    expect(await opacityOf(green, linearOf('#20c040') as Colour)).toBeCloseTo(0);
    // A darker one of the same hue and strength goes too, another hue stays.
    expect(await opacityOf(green, linearOf('#c02040') as Colour)).toBeCloseTo(0.8);
  });

  it('is filled by a ground as one picture lies over another', async () => {
    near(await finish('ground', { colour: '#ffffff', opacity: 1 }, SOME, 0.25), [
      ...SOME.map((x) => 0.25 * x + 0.75),
      1,
    ]);
    const half = 0.25 + 0.5 * 0.75;
    near(await finish('ground', { colour: '#000000', opacity: 0.5 }, SOME, 0.25), [
      ...SOME.map((x) => (0.25 * x) / half),
      half,
    ]);
    near(await finish('ground', { how: 'set', opacity: 0.3 }, SOME, 1), [...SOME, 0.3]);
  });

  it('ends at rounded corners, whatever the shape of the picture', async () => {
    const open = async (x: number, y: number, margin = 0) =>
      (await finish('rounded', { radius: 0.2, margin, softness: 0.001 }, SOME, 1, at(x, y)))[3];
    expect(await open(0.5, 0.5)).toBeCloseTo(1);
    expect(await open(0.001, 0.5)).toBeCloseTo(1);
    expect(await open(0.005, 0.01)).toBeCloseTo(0);
    // The corner's circle has its middle 0.2 from both edges: on its diagonal it ends 0.0586 from each.
    const corner = (inside: number) => [
      ((0.2 - (0.2 - inside) * Math.SQRT1_2) * 9) / 16,
      0.2 - (0.2 - inside) * Math.SQRT1_2,
    ];
    expect(await open(...(corner(0.01) as [number, number]))).toBeCloseTo(1);
    expect(await open(...(corner(-0.01) as [number, number]))).toBeCloseTo(0);
    expect(await open(0.5, 0.05, 0.1)).toBeCloseTo(0);
  });
});

describe('texture', () => {
  it('grain is even about nothing, new as often as told, and the same at the seam', async () => {
    const grain = (x: number, y: number, phase: number, params: Step['params'] = {}) =>
      finish('grain', { amount: 0.2, changes: 8, ...params }, [0.2, 0.2, 0.2], 1, at(x, y, phase));
    const seen = async (x: number, y: number, phase: number) => toEncoded((await grain(x, y, phase))[0]!);
    let sum = 0;
    for (let i = 0; i < 300; i++) sum += await seen((i * 0.618) % 1, (i * 0.414) % 1, 0);
    expect(sum / 300).toBeCloseTo(toEncoded(0.2), 1);
    const moments = new Set<number>();
    for (let i = 0; i < 80; i++) moments.add(await seen(0.3, 0.7, i / 80));
    expect(moments.size).toBe(8);
    near(await grain(0.3, 0.7, 0), await grain(0.3, 0.7, 1));
    const [r, g] = await grain(0.3, 0.7, 0, { colour: 1 });
    expect(r).not.toBeCloseTo(g!);
  });

  it('a vignette leaves the middle and takes the corners', async () => {
    near(await finish('vignette', { amount: 1 }, SOME, 1, at(0.5, 0.5)), SOME);
    near(await finish('vignette', { amount: 1, reach: 0.2, softness: 0.5 }, SOME, 1, at(0, 0)), [0, 0, 0]);
  });

  it('scan lines darken half of each line, and a line that passes by leads to the same', async () => {
    const line = (y: number, phase: number) =>
      finish('lines', { count: 10, strength: 1, width: 0.5, travel: 1 }, SOME, 1, at(0.5, y, phase));
    near(await line(0.05, 0), [0, 0, 0]);
    near(await line(0.1, 0), SOME);
    near(await line(0.033, 0), await line(0.033, 1));
  });
});
