import type { FileCopies } from './gltf';

type Matrix = number[];

/**
 * Finds the move, turn and size that make each copy of the first. Null where one of them is not
 * such a copy: it plays at another moment, is sheared, or the form is flat, so that its size
 * across cannot be known.
 * @param first positions of the first copy
 * @param all positions of all copies, one after the other
 */
export function copiesOf(first: Float32Array, all: Float32Array): FileCopies | null {
  const count = all.length / first.length;
  const middle = meanOf(first, 0, first.length);
  const inverse = inverted(spreadOf(first, first, 0, middle, middle));
  if (!inverse) return null;
  const reach = Math.max(...Array.from(first, Math.abs), 1e-9);
  const copies: FileCopies = {
    move: new Float32Array(3 * count),
    turn: new Float32Array(4 * count),
    size: new Float32Array(3 * count),
  };
  for (let n = 0; n < count; n++) {
    const from = n * first.length;
    const at = meanOf(all, from, first.length);
    // The linear map that fits best: covariance with the first times the inverse of its own.
    const map = times(spreadOf(all, first, from, at, middle), inverse);
    const size = [0, 1, 2].map((c) => Math.hypot(map[c]!, map[3 + c]!, map[6 + c]!));
    if (size.some((s) => !(s > 1e-9))) return null;
    const turn = map.map((v, i) => v / size[i % 3]!);
    for (const [a, b] of [
      [0, 1],
      [1, 2],
      [2, 0],
    ] as const)
      if (Math.abs(turn[a]! * turn[b]! + turn[3 + a]! * turn[3 + b]! + turn[6 + a]! * turn[6 + b]!) > 1e-3) return null;
    const move = [0, 1, 2].map(
      (r) => at[r]! - (map[3 * r]! * middle[0]! + map[3 * r + 1]! * middle[1]! + map[3 * r + 2]! * middle[2]!),
    );
    for (let i = 0; i < first.length; i += 3) {
      for (let r = 0; r < 3; r++) {
        const fit =
          map[3 * r]! * first[i]! + map[3 * r + 1]! * first[i + 1]! + map[3 * r + 2]! * first[i + 2]! + move[r]!;
        if (!(Math.abs(fit - all[from + i + r]!) < 1e-4 * reach * Math.max(...size))) return null;
      }
    }
    copies.move.set(move, 3 * n);
    copies.turn.set(quaternion(turn), 4 * n);
    copies.size.set(size, 3 * n);
  }
  return copies;
}

function meanOf(data: Float32Array, from: number, length: number): number[] {
  const sum = [0, 0, 0];
  for (let i = 0; i < length; i++) sum[i % 3]! += data[from + i]!;
  return sum.map((s) => s / (length / 3));
}

/** Sum of (a - its mean)(b - its mean) transposed, rows of a. */
function spreadOf(a: Float32Array, b: Float32Array, from: number, meanA: number[], meanB: number[]): Matrix {
  const out = Array<number>(9).fill(0);
  for (let i = 0; i < b.length; i += 3)
    for (let r = 0; r < 3; r++)
      for (let c = 0; c < 3; c++) out[3 * r + c]! += (a[from + i + r]! - meanA[r]!) * (b[i + c]! - meanB[c]!);
  return out;
}

function times(a: Matrix, b: Matrix): Matrix {
  return Array.from({ length: 9 }, (_, i) =>
    [0, 1, 2].reduce((sum, k) => sum + a[3 * Math.floor(i / 3) + k]! * b[3 * k + (i % 3)]!, 0),
  );
}

function inverted(m: Matrix): Matrix | null {
  const minor = (r: number, c: number) =>
    m[3 * ((r + 1) % 3) + ((c + 1) % 3)]! * m[3 * ((r + 2) % 3) + ((c + 2) % 3)]! -
    m[3 * ((r + 1) % 3) + ((c + 2) % 3)]! * m[3 * ((r + 2) % 3) + ((c + 1) % 3)]!;
  const det = m[0]! * minor(0, 0) + m[1]! * minor(0, 1) + m[2]! * minor(0, 2);
  const trace = m[0]! + m[4]! + m[8]!;
  if (!(Math.abs(det) > 1e-9 * trace ** 3)) return null;
  return Array.from({ length: 9 }, (_, i) => minor(i % 3, Math.floor(i / 3)) / det);
}

/**
 * Of a turn given by rows: S. W. Shepperd, "Quaternion from Rotation Matrix", Journal of Guidance and Control 1(3),
 * 1978.
 */
function quaternion([a, b, c, d, e, f, g, h, i]: Matrix): number[] {
  const trace = a! + e! + i!;
  const raw =
    trace > 0
      ? [h! - f!, c! - g!, d! - b!, 1 + trace]
      : a! > e! && a! > i!
        ? [1 + a! - e! - i!, b! + d!, c! + g!, h! - f!]
        : e! > i!
          ? [b! + d!, 1 + e! - a! - i!, f! + h!, c! - g!]
          : [c! + g!, f! + h!, 1 + i! - a! - e!, d! - b!];
  const length = Math.hypot(...raw);
  return raw.map((v) => v / length);
}
