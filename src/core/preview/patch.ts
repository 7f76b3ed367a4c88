import { toByte } from '../colour';
import { PLACE_SIZE } from '../glsl/lib';
import type { Evaluator } from '../weave';
import { writePlace, type PlaceValues } from '../weave/places';
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
 */
export function fieldPatch(
  evaluator: Evaluator,
  index: number,
  size: PreviewSize,
  phase: number,
  patch?: Patch,
): Preview {
  const values = evaluator.run(index, patchPlaces(size, phase, patch), size.width * size.height);
  const width = evaluator.width(index);
  const pixels = new Uint8ClampedArray(size.width * size.height * 4);
  let low = Infinity;
  let high = -Infinity;
  for (const v of values) {
    if (v < low) low = v;
    if (v > high) high = v;
  }
  for (let i = 0; i < size.width * size.height; i++) {
    const at = i * width;
    const parts = [0, 1, 2].map((k) => (k < width ? values[at + k]! : 0));
    const colour =
      width === 1
        ? grey(low < 0 ? 0.5 + 0.5 * parts[0]! : parts[0]!)
        : low < 0
          ? parts.map((v) => muted((v - low) / (high - low)))
          : parts.map(toByte);
    pixels.set([...colour, 255], 4 * i);
  }
  return { kind: 'picture', ...size, pixels, low, high };
}

const muted = (part: number) => 40 + 165 * part;

function grey(value: number): number[] {
  if (value < 0) return [30, 30 + 60 * Math.min(1, -value), 60 + 80 * Math.min(1, -value)];
  if (value > 1) return [255, 245 - 60 * Math.min(1, value - 1), 225 - 130 * Math.min(1, value - 1)];
  return [value * 235, value * 235, value * 228];
}
