import { toByte } from '../colour';
import { PLACE_SIZE } from '../glsl/lib';
import type { Evaluator } from '../weave';
import { writePlace } from '../weave/running/places';
import type { Preview, PreviewSize } from './types';

export const GROUND = [27, 33, 30] as const;
const SUN = [-0.48, 0.62, 0.62];
const HALF = [-0.27, 0.34, 0.9];

const dot = (a: readonly number[], b: readonly number[]) => a[0]! * b[0]! + a[1]! * b[1]! + a[2]! * b[2]!;

/**
 * Light from one surface value under a sun and a soft fill: a small stand-in for the real
 * lighting, for drawings on the processor. `surface` is colour, roughness, metal, glow.
 */
export function lightOf(surface: ArrayLike<number>, at: number, normal: readonly number[]): [number, number, number] {
  const roughness = Math.max(0.08, surface[at + 3]!);
  const metal = surface[at + 4]!;
  const sun = Math.max(0, dot(normal, SUN));
  const shine = Math.max(0, dot(normal, HALF)) ** (2 / (roughness * roughness)) * (1.1 - roughness) * 0.9;
  const fill = 0.22 + 0.16 * normal[1]!;
  return [0, 1, 2].map((c) => {
    const colour = surface[at + c]!;
    return (
      colour * (1 - 0.6 * metal) * (sun * 0.95 + fill) +
      shine * (metal * colour + (1 - metal) * 0.25) +
      surface[at + 5 + c]!
    );
  }) as [number, number, number];
}

/** A surface on a ball. */
export function surfaceBall(
  evaluator: Evaluator,
  index: number,
  { width, height }: PreviewSize,
  phase: number,
): Preview {
  const pixels = new Uint8ClampedArray(width * height * 4);
  const rows: number[] = [];
  const normals: number[][] = [];
  const radius = height * 0.44;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      pixels.set([...GROUND, 255], 4 * (y * width + x));
      const nx = (x + 0.5 - width / 2) / radius;
      const ny = (height / 2 - y - 0.5) / radius;
      const rest = 1 - nx * nx - ny * ny;
      if (rest < 0) continue;
      rows.push(y * width + x);
      normals.push([nx, ny, Math.sqrt(rest)]);
    }
  }
  const places = new Float32Array(rows.length * PLACE_SIZE);
  normals.forEach((n, i) =>
    writePlace(places, i, {
      rest: n,
      world: n,
      normal: n,
      view: [0, 0, 1],
      uv: [Math.atan2(n[0]!, n[2]!) / (2 * Math.PI) + 0.5, Math.asin(n[1]!) / Math.PI + 0.5],
      phase,
    }),
  );
  const values = evaluator.run(index, places, rows.length);
  const size = evaluator.width(index);
  rows.forEach((pixel, i) => pixels.set(lightOf(values, i * size, normals[i]!).map(toByte), 4 * pixel));
  return { kind: 'picture', width, height, pixels };
}
