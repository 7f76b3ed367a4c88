import { add, cross, dot, length, scale, sub, unit, type Vec } from './vectors';

const Z: Vec = [0, 0, 1];

/**
 * A similarity: grown by `ratio`, turned about x, then y, then z (degrees), about a centre, then
 * shifted. It turns by `angle` (radians) about `axis` (length 1); all but what it carries along
 * the axis is the same as growing and turning about one point alone, the fixed point.
 */
export interface Similarity {
  ratio: number;
  axis: Vec;
  angle: number;
  /** The point that stays where it is; null where there is none, as in a screw or a plain shift. */
  fixed: Vec | null;
}

export function similarityOf(ratio: number, turn: Vec, centre: Vec, shift: Vec): Similarity {
  const half = turn.map((d) => (d * Math.PI) / 360) as [number, number, number];
  const [[sx, sy, sz], [cx, cy, cz]] = [half.map(Math.sin), half.map(Math.cos)] as [
    [number, number, number],
    [number, number, number],
  ];
  // The product of three unit quaternions, about z after y after x.
  const w = cx * cy * cz + sx * sy * sz;
  const q: Vec = [sx * cy * cz - cx * sy * sz, cx * sy * cz + sx * cy * sz, cx * cy * sz - sx * sy * cz];
  const turned = length(q) > 1e-9;
  const axis = turned ? unit(q) : Z;
  const angle = turned ? 2 * Math.atan2(length(q), w) : 0;
  const along = scale(axis, dot(shift, axis));
  const across = sub(shift, along);
  const [re, im] = [1 - ratio * Math.cos(angle), ratio * Math.sin(angle)];
  const size = re * re + im * im;
  const [stretches, turns] = [Math.abs(1 - ratio) > 1e-9, size > 1e-12];
  if ((!stretches && length(along) > 1e-9) || (!turns && length(across) > 1e-9))
    return { ratio, axis, angle, fixed: null };
  const about = turns ? scale(add(scale(across, re), scale(cross(axis, across), im)), 1 / size) : across;
  return { ratio, axis, angle, fixed: add(add(centre, about), stretches ? scale(along, 1 / (1 - ratio)) : [0, 0, 0]) };
}
