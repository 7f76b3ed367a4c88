import { expect } from '@playwright/test';
import { PNG } from 'pngjs';
import { toEncoded, toLinear } from '@/core/colour';
import { disc, HEIGHT, still, WIDTH } from './pictures';
import { test } from './lasting-page';

/** What steps of a finish draw against the same worked out pixel by pixel as it is written, in light. */

type Beyond = 'held' | 'nothing';

/** Light of a grey picture, 0..1, rows from the top; what lies beyond it is that of its edge, or nothing. */
class Light {
  constructor(
    private readonly values: Float64Array,
    readonly width: number,
    readonly height: number,
  ) {}

  static fromPng({ width, height, data }: PNG): Light {
    const values = Float64Array.from({ length: width * height }, (_, i) => toLinear(data[4 * i]! / 255));
    return new Light(values, width, height);
  }

  /** Light worked out for each pixel. */
  map(value: (x: number, y: number) => number): Light {
    const { width, height } = this;
    const values = Float64Array.from(this.values, (_, i) => value(i % width, Math.floor(i / width)));
    return new Light(values, width, height);
  }

  /** Each pixel the sum of those about it by these weights, across and then up. */
  spread(weights: [offset: number, weight: number][], beyond: Beyond): Light {
    const across = this.map((x, y) => sum(weights.map(([n, w]) => w * this.at(x + n, y, beyond))));
    return this.map((x, y) => sum(weights.map(([n, w]) => w * across.at(x, y + n, beyond))));
  }

  /** Of a pixel. */
  at(x: number, y: number, beyond: Beyond = 'held'): number {
    const [inX, inY] = [Math.min(this.width - 1, Math.max(0, x)), Math.min(this.height - 1, Math.max(0, y))];
    return beyond === 'nothing' && (inX !== x || inY !== y) ? 0 : this.values[inY * this.width + inX]!;
  }

  /** Between pixels, in pixels from the upper left corner: what lies evenly between the four around. */
  between(x: number, y: number, beyond: Beyond = 'held'): number {
    const [left, top] = [Math.floor(x - 0.5), Math.floor(y - 0.5)];
    const [u, v] = [x - 0.5 - left, y - 0.5 - top];
    const row = (at: number) => this.at(left, at, beyond) * (1 - u) + this.at(left + 1, at, beyond) * u;
    return row(top) * (1 - v) + row(top + 1) * v;
  }
}

/** Mean difference between a picture and what it should be. */
function meanOff(picture: PNG, wanted: Light): number {
  const { width, height, data } = picture;
  let off = 0;
  for (let i = 0; i < width * height; i++)
    off += Math.abs(data[4 * i]! / 255 - toEncoded(Math.min(1, wanted.at(i % width, Math.floor(i / width)))));
  return off / (width * height);
}

const range = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, i) => from + i);
const sum = (values: number[]) => values.reduce((a, b) => a + b, 0);

test('a blur is a Gaussian of its radius', async ({ page }) => {
  const sharp = Light.fromPng(await still(page, disc([])));
  const soft = await still(page, disc([['blur', { radius: 0.12 }]]));
  const deviation = 0.06 * HEIGHT;
  const taps = range(-Math.ceil(4 * deviation), Math.ceil(4 * deviation));
  const weights = taps.map((n) => Math.exp(-0.5 * (n / deviation) ** 2));
  const even = taps.map((n, i): [number, number] => [n, weights[i]! / sum(weights)]);
  expect(meanOff(soft, sharp.spread(even, 'held'))).toBeLessThan(1 / 255);
  expect(meanOff(soft, sharp)).toBeGreaterThan(4 / 255);
});

test('a lens bends by the square and the fourth power of the distance from the middle', async ({ page }) => {
  const large = ['place', { size: 2 }] as const;
  const sharp = Light.fromPng(await still(page, disc([[...large]])));
  const half = [WIDTH / 2, HEIGHT / 2] as const;
  for (const [bend, edge] of [
    [0.4, 0],
    [-0.3, 0.2],
  ] as const) {
    const bent = await still(page, disc([[...large], ['lens', { bend, edge, zoom: 'keep', beyond: 'held' }]]));
    const wanted = sharp.map((x, y) => {
      const [u, v] = [x + 0.5 - half[0], y + 0.5 - half[1]];
      const away = Math.hypot(u, v) / Math.hypot(...half);
      const scale = 1 + bend * away ** 2 + edge * away ** 4;
      return sharp.between(half[0] + u * scale, half[1] + v * scale);
    });
    expect(meanOff(bent, wanted)).toBeLessThan(1 / 255);
    expect(meanOff(bent, sharp)).toBeGreaterThan(4 / 255);
  }
});

test('edges are as steep as shades are by the operator of Sobel and Feldman', async ({ page }) => {
  const soften = ['blur', { radius: 0.1 }] as const;
  const sharp = Light.fromPng(await still(page, disc([[...soften]])));
  const look = { width: 1 / HEIGHT, strength: 2, colour: '#ffffff', of: 'shade', over: 'picture' };
  const lined = await still(page, disc([[...soften], ['edges', look]]));
  const shade = (x: number, y: number) => toEncoded(sharp.at(x, y));
  const wanted = sharp.map((x, y) => {
    const steep = (at: (i: number, j: number) => number) =>
      sum(range(-1, 1).flatMap((i) => [-1, 2, -1].map((w, j) => i * Math.abs(w) * at(i, j - 1))));
    const slopes = [steep((i, j) => shade(x + i, y + j)), steep((i, j) => shade(x + j, y + i))] as const;
    const line = Math.min(1, 0.25 * Math.hypot(...slopes) * look.strength);
    return sharp.at(x, y) * (1 - line) + line;
  });
  expect(meanOff(lined, wanted)).toBeLessThan(1 / 255);
  expect(meanOff(lined, sharp)).toBeGreaterThan(4 / 255);
});

test('a glow is what lies over the threshold, spread over five sizes and added', async ({ page }) => {
  const [width, height] = [3 * WIDTH, 3 * HEIGHT];
  const [threshold, radius, scatter, strength] = [0.5, 0.5, 0.6, 0.6];
  const sharp = Light.fromPng(await still(page, disc([], width, height)));
  const look = { threshold, knee: 0, radius, scatter, strength };
  const glowing = await still(page, disc([['glow', look]], width, height));
  const bright = sharp.map((x, y) => Math.max(0, sharp.at(x, y) - threshold));
  const sizes = range(0, 4).map((k) => {
    const bare = (0.35 + 0.65 * scatter) ** (4 - k) * (1 - 0.5 * scatter) ** k;
    const size = 0.35 * radius * 2 ** -k * height;
    const average = bright.spread(sampled(size), 'nothing');
    const count = k < 2 ? 8 : 4;
    const ring = range(0, count - 1).map((i) => 2 * Math.PI * (0.0625 * k + i / count));
    const around = (x: number, y: number) => (turn: number) =>
      average.between(x + 0.5 + 0.82 * size * Math.cos(turn), y + 0.5 - 0.82 * size * Math.sin(turn), 'nothing');
    return { weight: 0.85 * bare + 0.15, light: bright.map((x, y) => sum(ring.map(around(x, y))) / count) };
  });
  const all = sum(sizes.map((s) => s.weight));
  const wanted = sharp.map(
    (x, y) => sharp.at(x, y) + (strength / all) * sum(sizes.map((s) => s.weight * s.light.at(x, y))),
  );
  expect(meanOff(glowing, wanted)).toBeLessThan(1 / 255);
  expect(meanOff(glowing, sharp)).toBeGreaterThan(4 / 255);
});

/** Weights, in one direction, of an average over a size that is blended evenly between: a quadratic B-spline. */
function sampled(size: number): [offset: number, weight: number][] {
  const spline = (t: number) => {
    const far = Math.abs(t);
    return far < 0.5 ? 0.75 - far * far : 0.5 * Math.max(0, 1.5 - far) ** 2;
  };
  const parts = range(0, 7).map((i) => (i + 0.5) / 8 - 0.5);
  const taps = range(-Math.ceil(1.5 * size), Math.ceil(1.5 * size));
  const weights = taps.map((n) => sum(parts.map((part) => spline((n + part) / size))));
  return taps.map((n, i) => [n, weights[i]! / sum(weights)]);
}
