import type { Vector } from '@/core/piece/types';
import type { View } from '@/engine/stage/stage-scene';

/** Closest to straight up or down that a view may come, in radians. */
const MIN_POLE_RADIANS = 0.02;

/** Turns a view about its target. @param turn about the upright axis, @param tilt upward; radians */
export function orbit({ position, target }: View, turn: number, tilt: number): View {
  const offset = position.map((p, i) => p - target[i]!) as Vector;
  const radius = Math.hypot(...offset);
  const heading = Math.atan2(offset[0], offset[2]) + turn;
  const height = Math.min(
    Math.PI / 2 - MIN_POLE_RADIANS,
    Math.max(-Math.PI / 2 + MIN_POLE_RADIANS, Math.asin(offset[1] / radius) + tilt),
  );
  const flat = radius * Math.cos(height);
  return {
    target,
    position: [
      target[0] + flat * Math.sin(heading),
      target[1] + radius * Math.sin(height),
      target[2] + flat * Math.cos(heading),
    ],
  };
}

/** Brings a view nearer to its target (below 1) or away from it. */
export function zoom({ position, target }: View, factor: number): View {
  return { target, position: position.map((p, i) => target[i]! + (p - target[i]!) * factor) as Vector };
}

/** Moves view and target together, in parts of the distance between them. */
export function pan({ position, target }: View, right: number, up: number): View {
  const ahead = target.map((t, i) => t - position[i]!) as Vector;
  const distance = Math.hypot(...ahead);
  const flat = Math.hypot(ahead[0], ahead[2]) || 1;
  const side: Vector = [-ahead[2] / flat, 0, ahead[0] / flat];
  const by = [side[0] * right, up, side[2] * right].map((v) => v * distance);
  const moved = (v: Vector) => v.map((x, i) => x + by[i]!) as Vector;
  return { position: moved(position), target: moved(target) };
}

/** Turn of the view for one pixel of dragging, in radians. */
const RADIANS_PER_PIXEL = 0.006;

/** The view after the pointer went so many pixels over a stage of that size. */
export function dragView(
  view: View,
  [right, down]: readonly [number, number],
  stage: { width: number; height: number },
  panning: boolean,
): View {
  return panning
    ? pan(view, -right / stage.width, down / stage.height)
    : orbit(view, -right * RADIANS_PER_PIXEL, down * RADIANS_PER_PIXEL);
}

/** The view after a key; null for one that stands for nothing here. */
export function keyView(view: View, key: string): View | null {
  switch (key) {
    case 'ArrowLeft':
      return orbit(view, -0.1, 0);
    case 'ArrowRight':
      return orbit(view, 0.1, 0);
    case 'ArrowUp':
      return orbit(view, 0, 0.08);
    case 'ArrowDown':
      return orbit(view, 0, -0.08);
    case 'PageUp':
      return zoom(view, 0.9);
    case 'PageDown':
      return zoom(view, 1.1);
    default:
      return null;
  }
}

/**
 * The same direction of view, far enough away to show a ball whole.
 * @param angle field of view from top to bottom, radians
 */
export function frame(
  { position, target }: View,
  { centre, radius }: { centre: Vector; radius: number },
  angle: number,
  aspect: number,
): View {
  const half = Math.min(angle / 2, Math.atan(Math.tan(angle / 2) * aspect));
  const away = radius / Math.sin(half);
  const offset = position.map((p, i) => p - target[i]!) as Vector;
  const length = Math.hypot(...offset) || 1;
  return { target: centre, position: centre.map((c, i) => c + (offset[i]! / length) * away) as Vector };
}

/** Part of the picture's height and width that is left free around what is framed, on each side. */
const FRAMING_MARGIN = 0.06;
/** How near what is framed may come, in metres: nearer, the camera would cut into it. */
const MIN_DISTANCE_METRES = 0.2;

const dot = (a: readonly number[], b: readonly number[]) => a[0]! * b[0]! + a[1]! * b[1]! + a[2]! * b[2]!;
const unit = (v: Vector): Vector => {
  const length = Math.hypot(...v) || 1;
  return v.map((x) => x / length) as Vector;
};
const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/**
 * The same direction of view, as near as all points are seen from.
 * @param angle field of view from top to bottom, radians
 */
export function frameAll({ position, target }: View, points: readonly Vector[], angle: number, aspect: number): View {
  const ahead = unit(target.map((t, i) => t - position[i]!) as Vector);
  const side = unit(cross(ahead, [0, 1, 0]));
  const up = cross(side, ahead);
  const tall = Math.tan(angle / 2) * (1 - 2 * FRAMING_MARGIN);
  // A point q is seen from p where |(q - p) . side| <= tan * (q - p) . ahead: two planes for each way across.
  const across = (way: Vector, tan: number) => {
    const right = Math.max(...points.map((q) => dot(q, way) - tan * dot(q, ahead)));
    const left = Math.max(...points.map((q) => -dot(q, way) - tan * dot(q, ahead)));
    return { middle: (right - left) / 2, depth: -(right + left) / (2 * tan) };
  };
  const [wide, high] = [across(side, tall * aspect), across(up, tall)];
  const near = Math.min(...points.map((q) => dot(q, ahead)));
  const depth = Math.min(wide.depth, high.depth, near - MIN_DISTANCE_METRES);
  const far = Math.max(...points.map((q) => dot(q, ahead)));
  const at = (d: number) =>
    [0, 1, 2].map((i) => side[i]! * wide.middle + up[i]! * high.middle + ahead[i]! * d) as Vector;
  return { position: at(depth), target: at(Math.max((near + far) / 2, depth + 1e-3)) };
}
