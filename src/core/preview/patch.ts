import { toByte } from '../colour';
import { PLACE_SIZE } from '../glsl/lib';
import type { Evaluator } from '../weave';
import { writePlace, type PlaceValues } from '../weave/running/places';
import type { Preview, PreviewSize } from './types';
import { ANYWHERE, directionIn, pointIn, type Patch } from './where-used';

/**
 * The place at uv of a drawing: across what the field is used on, the normal as on a ball, or as of what is flat.
 * @param aspect width of the drawing over its height
 */
export function patchPlace(u: number, v: number, aspect: number, phase: number, patch: Patch = ANYWHERE): PlaceValues {
  const [x, y] = [(2 * u - 1) * aspect, 2 * v - 1];
  const { facing, flat, rest, world } = patch;
  return {
    rest: pointIn(rest, facing, x, y, aspect),
    world: pointIn(world, facing, x, y, aspect),
    uv: [u, v],
    screen: [u, v],
    normal: flat ? directionIn(facing, 0, 0, 1) : directionIn(facing, x, y, Math.sqrt(Math.max(0, 1 - x * x - y * y))),
    view: directionIn(facing, 0, 0, 1),
    phase,
  };
}

/** Places of a drawing, row by row from the upper left. */
export function patchPlaces({ width, height }: PreviewSize, phase: number, patch?: Patch): Float32Array {
  const rows = new Float32Array(width * height * PLACE_SIZE);
  const aspect = width / height;
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      writePlace(rows, i, patchPlace((x + 0.5) / width, 1 - (y + 0.5) / height, aspect, phase, patch));
    }
  }
  return rows;
}

/**
 * A field over a patch. Numbers are grey from 0 to 1, or from -1 to 1 where any are negative;
 * what lies below is blue-green and what lies above amber, so that it shows. Vectors are colours; where they have
 * negative parts they are points rather than light, and the measured range is spread over a muted palette.
 * The measured range goes with the picture.
 * @param places as of `patchPlaces` for this size; steps of a strand are shown over the same
 */
export function fieldPatch(evaluator: Evaluator, index: number, size: PreviewSize, places: Float32Array): Preview {
  const count = size.width * size.height;
  const values = evaluator.run(index, places, count);
  const width = evaluator.width(index);
  const pixels = new Uint8ClampedArray(count * 4);
  let low = Infinity;
  let high = -Infinity;
  for (const v of values) {
    if (v < low) low = v;
    if (v > high) high = v;
  }
  const byteOf = low < 0 ? (v: number) => muted((v - low) / (high - low)) : toByte;
  for (let i = 0; i < count; i++) {
    if (width === 1) pixels.set(grey(low < 0 ? 0.5 + 0.5 * values[i]! : values[i]!), 4 * i);
    else for (let k = 0; k < 3; k++) pixels[4 * i + k] = byteOf(k < width ? values[i * width + k]! : 0);
    pixels[4 * i + 3] = 255;
  }
  return { kind: 'picture', ...size, pixels, low, high };
}

const muted = (part: number) => 40 + 165 * part;

function grey(value: number): number[] {
  if (value < 0) return [30, 30 + 60 * Math.min(1, -value), 60 + 80 * Math.min(1, -value)];
  if (value > 1) return [255, 245 - 60 * Math.min(1, value - 1), 225 - 130 * Math.min(1, value - 1)];
  return [value * 235, value * 235, value * 228];
}
