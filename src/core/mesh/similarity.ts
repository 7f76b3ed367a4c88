/**
 * A similarity: grown by `ratio`, turned about x, then y, then z (degrees), about a centre, then
 * shifted. It turns by `angle` (radians) about `axis` (length 1); all but what it carries along
 * the axis is the same as growing and turning about one point alone, the fixed point.
 */
export interface Similarity {
  ratio: number;
  axis: readonly number[];
  angle: number;
  /** The point that stays where it is; null where there is none, as in a screw or a plain shift. */
  fixed: readonly number[] | null;
}

const dot = (a: readonly number[], b: readonly number[]) => a[0]! * b[0]! + a[1]! * b[1]! + a[2]! * b[2]!;
const cross = (a: readonly number[], b: readonly number[]) => [a[1]! * b[2]! - a[2]! * b[1]!, a[2]! * b[0]! - a[0]! * b[2]!, a[0]! * b[1]! - a[1]! * b[0]!];

export function similarityOf(ratio: number, turn: readonly number[], centre: readonly number[], shift: readonly number[]): Similarity {
  const half = turn.map((d) => (d * Math.PI) / 360) as [number, number, number];
  const [[sx, sy, sz], [cx, cy, cz]] = [half.map(Math.sin), half.map(Math.cos)] as [[number, number, number], [number, number, number]];
  // The product of three unit quaternions, about z after y after x.
  const w = cx * cy * cz + sx * sy * sz;
  const q = [sx * cy * cz - cx * sy * sz, cx * sy * cz + sx * cy * sz, cx * cy * sz - sx * sy * cz];
  const length = Math.hypot(...q);
  const axis = length > 1e-9 ? q.map((v) => v / length) : [0, 0, 1];
  const angle = length > 1e-9 ? 2 * Math.atan2(length, w) : 0;
  const carried = dot(shift, axis);
  const across = shift.map((s, k) => s - carried * axis[k]!);
  const [re, im] = [1 - ratio * Math.cos(angle), ratio * Math.sin(angle)];
  const size = re * re + im * im;
  const [stretches, turns] = [Math.abs(1 - ratio) > 1e-9, size > 1e-12];
  const about = turns ? across.map((s, k) => (re * s + im * cross(axis, across)[k]!) / size) : across;
  const fixed = (stretches || Math.abs(carried) < 1e-9) && (turns || Math.hypot(...across) < 1e-9)
    ? centre.map((c, k) => c + (turns ? about[k]! : 0) + (stretches ? (carried / (1 - ratio)) * axis[k]! : 0))
    : null;
  return { ratio, axis, angle, fixed };
}
