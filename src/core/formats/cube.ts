import type { Pixels } from '../glsl';

/** A colour table cannot be imported; the message says why, for the artist. */
export class CubeError extends Error {
  override readonly name = 'CubeError';
}

/** Colours by colours: what stands at each of `size` even steps of a channel from 0 to 1, or of all three. */
export interface ColourTable {
  dimensions: 1 | 3;
  size: number;
  /** Red, green and blue of each entry, encoded as they are shown; of three dimensions red runs fastest. */
  entries: Float32Array;
}

/** Media type under which a .cube is an asset of a piece; none is registered. */
export const CUBE_TYPE = 'text/x-cube';

export const CUBE_LIMITS = {
  /** It is kept in the piece, which has at most 64 MB itself. */
  bytes: 16 * 2 ** 20,
  /** Steps that the format allows, and those that are kept: a larger table is read at as many places. */
  stated: { 1: 65536, 3: 256 },
  kept: { 1: 4096, 3: 65 },
  number: 1e6,
  /** Lines without a colour or a keyword. */
  comments: 100_000,
} as const;

type Triple = [number, number, number];

interface Header {
  dimensions: 1 | 3;
  size: number;
  low: Triple;
  high: Triple;
}

/**
 * Reads a .cube: "Cube LUT Specification", version 1.0 (2013), and the input ranges of one line that others write.
 * The table is read from 0 to 1, whatever domain the file states: below and above, its ends are held.
 * @throws CubeError
 */
export function readCube(text: string): ColourTable {
  const header: Partial<Header> = {};
  const values: number[] = [];
  let comments = 0;
  for (let from = 0, at = 1; from < text.length; at++) {
    const found = text.indexOf('\n', from);
    const end = found < 0 ? text.length : found;
    const words = text.slice(from, end).trim().split(/\s+/);
    from = end + 1;
    const [first] = words;
    if (!first || first.startsWith('#') || first === 'TITLE') {
      if (++comments > CUBE_LIMITS.comments) throw new CubeError('It holds hardly anything but comments.');
      continue;
    }
    if (/^[A-Z]/.test(first)) readKeyword(first, words.slice(1), header, at);
    else values.push(...numbersOf(words, 3, at));
  }
  return tableOf(header, values);
}

/** Numbers as the format has them: decimal, with an exponent or without. */
const DECIMAL = /^[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$/;

function numbersOf(words: string[], count: number, line: number): number[] {
  if (words.length !== count || !words.every((w) => DECIMAL.test(w)))
    throw new CubeError(`Line ${line} should hold ${count} ${count === 1 ? 'number' : 'numbers'}, and does not.`);
  const numbers = words.map(Number);
  if (!numbers.every((v) => Math.abs(v) <= CUBE_LIMITS.number))
    throw new CubeError(`Line ${line} holds a number beyond a million, which no colour has.`);
  return numbers;
}

function readKeyword(word: string, rest: string[], header: Partial<Header>, line: number): void {
  switch (word) {
    case 'LUT_1D_SIZE':
    case 'LUT_3D_SIZE': {
      const dimensions = word === 'LUT_1D_SIZE' ? 1 : 3;
      const [size] = numbersOf(rest, 1, line) as [number];
      const most = CUBE_LIMITS.stated[dimensions];
      if (header.size !== undefined) throw new CubeError('It states two sizes; one table is read at a time.');
      if (!Number.isInteger(size) || size < 2 || size > most)
        throw new CubeError(`It states a size of ${size}; the format allows 2 to ${most}.`);
      Object.assign(header, { dimensions, size });
      return;
    }
    case 'DOMAIN_MIN':
      header.low = numbersOf(rest, 3, line) as Triple;
      return;
    case 'DOMAIN_MAX':
      header.high = numbersOf(rest, 3, line) as Triple;
      return;
    case 'LUT_1D_INPUT_RANGE':
    case 'LUT_3D_INPUT_RANGE': {
      const [low, high] = numbersOf(rest, 2, line) as [number, number];
      header.low = [low, low, low];
      header.high = [high, high, high];
      return;
    }
    default:
      throw new CubeError(`Line ${line} begins with "${word.slice(0, 40)}", which the format does not know.`);
  }
}

function tableOf({ dimensions, size, low = [0, 0, 0], high = [1, 1, 1] }: Partial<Header>, values: number[]) {
  if (!dimensions || !size) throw new CubeError('It does not state LUT_1D_SIZE or LUT_3D_SIZE.');
  const stated = size ** dimensions;
  const held = values.length / 3;
  if (held !== stated)
    throw new CubeError(
      `It states ${stated.toLocaleString('en')} colours and holds ${held.toLocaleString('en')}. ` +
        'Save it again where it comes from.',
    );
  if (low.some((v, i) => v >= high[i]!)) throw new CubeError('Its domain ends before it begins.');
  const table: ColourTable = { dimensions, size, entries: Float32Array.from(values) };
  const most = CUBE_LIMITS.kept[dimensions];
  if (size <= most && low.every((v) => v === 0) && high.every((v) => v === 1)) return table;
  return resampled(table, Math.min(size, most), (v, i) => (v - low[i]!) / (high[i]! - low[i]!));
}

/** The same table over 0 to 1, in so many steps. @param placeOf where a value of a channel lies in the table, 0 to 1 */
function resampled(table: ColourTable, size: number, placeOf: (value: number, channel: number) => number): ColourTable {
  const { dimensions } = table;
  const entries = new Float32Array(3 * size ** dimensions);
  for (let i = 0; i < entries.length / 3; i++) {
    const steps: Triple =
      dimensions === 1 ? [i, i, i] : [i % size, Math.floor(i / size) % size, Math.floor(i / size ** 2)];
    entries.set(lookUp(table, steps.map((s, channel) => placeOf(s / (size - 1), channel)) as Triple), 3 * i);
  }
  return { dimensions, size, entries };
}

/**
 * What a table gives for a colour, each channel 0 to 1 and held beyond: between entries even in one dimension, by the
 * four corners of a tetrahedron in three (J. Kasson, W. Plouffe and S. Nin, "A Tetrahedral Interpolation Technique for
 * Color Space Conversion", SPIE 1909, 1993).
 */
export function lookUp({ dimensions, size, entries }: ColourTable, colour: Triple): Triple {
  const at = colour.map((c) => Math.min(Math.max(c, 0), 1) * (size - 1)) as Triple;
  const corner = at.map((a) => Math.min(Math.floor(a), size - 2)) as Triple;
  const part = at.map((a, i) => a - corner[i]!) as Triple;
  if (dimensions === 1)
    return at.map((_, i) => {
      const [here, next] = [entries[3 * corner[i]! + i]!, entries[3 * corner[i]! + 3 + i]!];
      return here + (next - here) * part[i]!;
    }) as Triple;
  const entryAt = ([r, g, b]: Triple) => entries.subarray(3 * (r + size * (g + size * b)));
  const order = [0, 1, 2].sort((a, b) => part[b]! - part[a]!);
  const value = [...entryAt(corner).subarray(0, 3)] as Triple;
  let before = entryAt(corner);
  for (const channel of order) {
    corner[channel]!++;
    const next = entryAt(corner);
    for (let i = 0; i < 3; i++) value[i]! += (next[i]! - before[i]!) * part[channel]!;
    before = next;
  }
  return value;
}

/**
 * A table as a picture that programs read: 16 bits a channel in two texels, the high bytes in even rows and the low
 * ones below them. One dimension is `size` x 2; three are `size` squared x 2 `size`, green after red in a row, blue
 * down. What is beyond 0 to 1 is held there.
 */
export function cubePixels({ dimensions, size, entries }: ColourTable): Pixels {
  const width = dimensions === 1 ? size : size * size;
  const rows = dimensions === 1 ? 1 : size;
  const data = new Uint8ClampedArray(4 * width * rows * 2).fill(255);
  for (let row = 0; row < rows; row++)
    for (let x = 0; x < width; x++)
      for (let c = 0; c < 3; c++) {
        const entry = entries[3 * (row * width + x) + c]!;
        const whole = Math.round(65535 * Math.min(Math.max(entry, 0), 1));
        data[4 * (2 * row * width + x) + c] = whole >> 8;
        data[4 * ((2 * row + 1) * width + x) + c] = whole & 255;
      }
  return { width, height: 2 * rows, data };
}
