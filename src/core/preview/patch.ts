import { toByte } from '../colour';
import { PLACE_SIZE } from '../glsl/lib';
import type { Evaluator } from '../weave';
import { writePlace, type PlaceValues } from '../weave/places';
import type { Preview, PreviewSize } from './types';

/** Half the height, in metres, of the patch of space on which a field is shown. */
const REACH = 2;

/** The place at uv of a patch: space about the origin, the normal as on a ball. `aspect` is width over height. */
export function patchPlace(u: number, v: number, aspect: number, phase: number): PlaceValues {
  const [x, y] = [(2 * u - 1) * aspect, 2 * v - 1];
  const rest = [x * REACH, y * REACH, 0];
  return {
    rest,
    world: rest,
    uv: [u, v],
    screen: [u, v],
    normal: [x, y, Math.sqrt(Math.max(0, 1 - x * x - y * y))],
    view: [0, 0, 1],
    phase,
  };
}

/** Places of a patch, row by row from the upper left. */
export function patchPlaces({ width, height }: PreviewSize, phase: number): Float32Array {
  const rows = new Float32Array(width * height * PLACE_SIZE);
  const aspect = width / height;
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      writePlace(rows, i, patchPlace((x + 0.5) / width, 1 - (y + 0.5) / height, aspect, phase));
    }
  }
  return rows;
}

/**
 * A field over a patch. Numbers are grey from 0 to 1, or from -1 to 1 where any are negative;
 * what lies below is blue-green and what lies above amber, so that it shows. Vectors are colours; where they have
 * negative parts
 * they are points rather than light, and the measured range is spread over a muted palette.
 * The measured range goes with the picture.
 */
export function fieldPatch(evaluator: Evaluator, index: number, size: PreviewSize, phase: number): Preview {
  const values = evaluator.run(index, patchPlaces(size, phase), size.width * size.height);
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
