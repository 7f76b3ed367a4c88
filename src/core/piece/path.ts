import { PieceError } from './errors';
import { LIMITS } from './limits';
import type { PathPoint, Vector } from './types';

/** Editing the points of a path. */

export const movePoint = (points: readonly PathPoint[], index: number, place: Vector): PathPoint[] =>
  points.map((p, i) => (i === index ? { ...p, place } : p));

/** With another handle at a point; without one it follows its neighbours again. */
export const setHandle = (points: readonly PathPoint[], index: number, handle: Vector | undefined): PathPoint[] =>
  points.map((p, i) => (i === index ? { place: p.place, ...(handle && { handle }) } : p));

/** Without a point; the last one stays. */
export const withoutPoint = (points: readonly PathPoint[], index: number): PathPoint[] =>
  points.length > 1 ? points.filter((_, i) => i !== index) : [...points];

/**
 * With one more point after another.
 * @param place where it stands
 * @throws PieceError where there are as many as a path has
 */
export function withPoint(points: readonly PathPoint[], after: number, place: Vector): PathPoint[] {
  if (points.length >= LIMITS.stops)
    throw new PieceError('edit', `A path has at most ${LIMITS.stops} points; take one away first.`);
  return [...points.slice(0, after + 1), { place }, ...points.slice(after + 1)];
}
