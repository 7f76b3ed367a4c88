import { add, cross, dot, length, scale, sub, unit, type Vec } from '@/core/mesh/vectors';
import type { Vector } from '@/core/piece/types';
import { inPlane } from '@/actions/in-plane';
import type { Over } from '@/actions/in-plane';

/** A circle in space. */
export interface Ring {
  centre: Vector;
  radius: number;
  /** Unit vectors at right angles to each other that it lies in. */
  across: Vec;
  up: Vec;
}

/** The place of a ring at an angle in radians. */
export function ringAt({ centre, radius, across, up }: Ring, angle: number): Vector {
  const [c, s] = [radius * Math.cos(angle), radius * Math.sin(angle)];
  return centre.map((v, i) => v + c * across[i]! + s * up[i]!) as Vector;
}

/** Pixels over which the projection is followed to find what lies across the line of sight. */
const FOLLOWED_PIXELS = 8;

/** The ring about a place that faces the viewer; null where the place is not seen. */
export function facing(project: Over['project'], centre: Vector, radius: number): Ring | null {
  const towards = (x: number, y: number) => sub(inPlane(project, centre, { x, y }), centre);
  const [right, above] = [towards(FOLLOWED_PIXELS, 0), towards(0, -FOLLOWED_PIXELS)];
  if (!(length(right) > 0) || !(length(above) > 0)) return null;
  const across = unit(right);
  // Off the middle of the picture they are not quite at right angles.
  const up = unit(sub(above, scale(across, dot(above, across))));
  return { centre, radius, across, up };
}

/** A cone wider than this is drawn as far as it is this wide, so that its ring stays in sight; degrees. */
const MAX_CONE_DEGREES = 100;

/**
 * The ring that a cone of light draws about what it shines at, or nearer to its tip where it is very wide.
 * @param opening full angle in degrees
 * @returns the ring, and how far along the cone it lies
 */
export function coneRing(tip: Vector, target: Vector, opening: number): { ring: Ring; distance: number } {
  const offset = sub(target, tip);
  const half = (angle: number) => Math.tan((angle * Math.PI) / 360);
  const distance = length(offset) * Math.min(1, half(MAX_CONE_DEGREES) / half(opening));
  const way = unit(offset);
  const across = unit(cross(way, Math.abs(way[1]) < 0.9 ? [0, 1, 0] : [1, 0, 0]));
  const ring = {
    centre: [...add(tip, scale(way, distance))] as Vector,
    radius: distance * half(opening),
    across,
    up: cross(across, way),
  };
  return { ring, distance };
}

interface RingPoint {
  x: number;
  y: number;
}

/** How many times as far from a centre a grip is after it was moved, along the way it had from there; 0 or more. */
export function along(centre: RingPoint, grip: RingPoint, by: RingPoint): number {
  const [x, y] = [grip.x - centre.x, grip.y - centre.y];
  const length = x * x + y * y;
  return length > 1 ? Math.max(0, 1 + (by.x * x + by.y * y) / length) : 1;
}
