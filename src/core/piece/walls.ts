import { addOutputs, isOutside, metresOf } from './outputs';
import type { Output, Piece, Vector } from './types';

/**
 * Where walls stand in the hall. Places are metres to the right, up and away from the door, as who stands in the door
 * sees them.
 */

/** The walls of a piece; one that shows all of its picture where it names none. */
export const wallsOf = (piece: Piece): readonly Output[] =>
  piece.outputs?.length ? piece.outputs : addOutputs(piece, [{}]).outputs!;

/** Those of them that show a part of the picture, and nothing outside of it. */
export const wallsInside = (piece: Piece): readonly Output[] =>
  wallsOf(piece).filter((wall) => !isOutside(wall, piece));

/** Which way the picture of a wall goes to the right, and which way it shines; both have a length of 1. */
export function wallAxes({ facing }: Pick<Output, 'facing'>): { right: Vector; out: Vector } {
  const angle = (facing * Math.PI) / 180;
  const [sin, cos] = [Math.sin(angle), Math.cos(angle)];
  return { right: [cos, 0, -sin], out: [-sin, 0, -cos] };
}

/**
 * A place on a wall.
 * @param across from its left edge to its right one, 0 to 1
 * @param up from its lower edge to its upper one, 0 to 1
 */
export function placeOnWall(wall: Output, across: number, up: number): Vector {
  const { right } = wallAxes(wall);
  const [width, height] = metresOf(wall);
  const [x, y, z] = wall.place;
  const along = (across - 0.5) * width;
  return [x + along * right[0], y + up * height, z + along * right[2]];
}

const clamped = (value: number) => Math.min(1, Math.max(0, value));

/** Metres from an eye to the nearest place of a wall. */
export function distanceTo(wall: Output, eye: Vector): number {
  const { right } = wallAxes(wall);
  const [width, height] = metresOf(wall);
  const [dx, dy, dz] = eye.map((v, i) => v - wall.place[i]!) as [number, number, number];
  const across = clamped(0.5 + (dx * right[0] + dz * right[2]) / width);
  const nearest = placeOnWall(wall, across, clamped(dy / height));
  return Math.hypot(...nearest.map((v, i) => v - eye[i]!));
}

/** Does an eye see what the wall shows, and not its back? */
export function isInFront(wall: Output, eye: Vector): boolean {
  const { out } = wallAxes(wall);
  return (eye[0] - wall.place[0]) * out[0] + (eye[2] - wall.place[2]) * out[2] > 0;
}

const ARC_MINUTES = (60 * 180) / Math.PI;

/** What an eye with normal sight tells apart, in minutes of arc: a visual acuity of 1.0 (ISO 8596). */
export const EYE_MINUTES = 1;

/** How large a pixel of a wall is where the eye is nearest to it, in minutes of arc. */
export const pixelMinutes = (wall: Output, eye: Vector): number =>
  2 * Math.atan(wall.pitch / 2000 / distanceTo(wall, eye)) * ARC_MINUTES;

/** Metres from which the pixels of a wall are no longer told apart. */
export const meltingDistance = ({ pitch }: Pick<Output, 'pitch'>): number =>
  pitch / 2000 / Math.tan(EYE_MINUTES / ARC_MINUTES / 2);

/** Where someone stands, and where they look. */
export interface Standpoint {
  /** The eye: metres to the right, up and away from the door. */
  eye: Vector;
  /** Degrees to the right of straight away from the door. */
  turned: number;
  /** Degrees upwards. */
  raised: number;
  /** Degrees that are seen from the left to the right. */
  angle: number;
}

/** Metres above the floor at which a standing person's eyes are, about: the mean of EN ISO 7250. */
const EYE_HEIGHT = 1.6;
const FIRST_ANGLE = 70;

/** A place in front of the walls from which they are all seen, as far as that is possible. */
export function firstStandpoint(walls: readonly Output[]): Standpoint {
  const corners = walls.flatMap((w) => [0, 1].flatMap((across) => [0, 1].map((up) => placeOnWall(w, across, up))));
  const range = (axis: number) => {
    const values = corners.map((c) => c[axis]!);
    return [Math.min(...values), Math.max(...values)] as const;
  };
  const [left, right] = range(0);
  const [low, high] = range(1);
  const [near] = range(2);
  const middle = (left + right) / 2;
  // So far away that the width is four fifths of what is seen.
  const away = Math.max((right - left) / 2, high - low) / (0.8 * Math.tan((FIRST_ANGLE * Math.PI) / 360));
  const raised = (Math.atan2((low + high) / 2 - EYE_HEIGHT, away) * 180) / Math.PI;
  return { eye: [middle, EYE_HEIGHT, near - away], turned: 0, raised, angle: FIRST_ANGLE };
}
