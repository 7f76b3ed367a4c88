import type { FinishStep } from '../definition';
import { choice, number } from '../params';
import { beyondParam } from './beyond';

/** Radial distortion as in D. C. Brown, "Close-Range Camera Calibration", 1971, by two coefficients. */
export const lens: FinishStep = {
  op: 'finish.lens',
  name: 'Lens',
  description: 'Bends the picture outwards like a barrel, or inwards like a cushion.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'bend',
  aliases: ['barrel', 'pincushion', 'distortion', 'fisheye', 'bulge'],
  params: [
    number({
      id: 'bend',
      name: 'Bend',
      description: 'By the square of the distance from the middle: above 0 a barrel.',
      default: 0.2,
      min: -0.5,
      max: 1,
      hard: [-4, 4],
    }),
    number({
      id: 'edge',
      name: 'Edge',
      description: 'By its fourth power: bends the corners alone.',
      default: 0,
      min: -0.5,
      max: 1,
      hard: [-4, 4],
    }),
    choice({
      id: 'zoom',
      name: 'Zoom',
      description: 'Whether it grows until no edge is seen.',
      options: ['fill', { id: 'keep', name: 'As it is' }],
    }),
    beyondParam('nothing'),
  ],
  passes: 1,
  // Distances are in half diagonals. Filling brings the corner, or the side where that lies further out, to the edge.
  glsl: `
  vec2 wide = frameSize() * 0.5;
  float diagonal = length(wide);
  vec2 at = p.rest.xy / diagonal;
  float away = dot(at, at);
  float scale = 1.0 + bend * away + edge * away * away;
  if (zoom == 0) {
    float s = wide.x * wide.x / (diagonal * diagonal);
    float t = wide.y * wide.y / (diagonal * diagonal);
    float corner = 1.0 + bend + edge;
    scale /= max(max(corner, 1.0 + bend * s + edge * s * s), max(1.0 + bend * t + edge * t * t, 0.05));
  }
  return straight(seenAt(p.rest.xy * scale / frameSize() + 0.5, 0.0, beyond));`,
};
