import type { FinishStep } from '../definition';
import { number } from '../params';
import { beyondParam } from './beyond';

export const split: FinishStep = {
  op: 'finish.split',
  name: 'Split channels',
  description: 'Draws red and blue apart: to two sides, or larger and smaller than green as a lens does.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'apart',
  aliases: ['chromatic', 'aberration', 'rgb', 'fringe', 'glitch', 'prism'],
  params: [
    number({
      id: 'apart',
      name: 'Apart',
      description: 'How far red and blue lie from green, in parts of the height.',
      default: 0.01,
      min: -0.1,
      max: 0.1,
      hard: [-2, 2],
    }),
    number({
      id: 'angle',
      name: 'Angle',
      description: 'Direction in which they lie: 0 to the right, 90 up.',
      default: 0,
      min: -180,
      max: 180,
      unit: '°',
    }),
    number({
      id: 'growth',
      name: 'Growth',
      description: 'By how much red is larger, and blue smaller, than green.',
      default: 0,
      min: -0.2,
      max: 0.2,
      hard: [-0.9, 0.9],
    }),
    beyondParam('held'),
  ],
  needs: ['wave'],
  passes: 1,
  // Opacity is that of the channel that covers most, so that none is cut off.
  glsl: `
  vec2 off = turned(vec2(apart, 0.0), angle / 360.0);
  vec4 red = seenAt((p.rest.xy / (1.0 + growth) - off) / frameSize() + 0.5, 0.0, beyond);
  vec4 green = seenAt(p.uv, 0.0, beyond);
  vec4 blue = seenAt((p.rest.xy / (1.0 - growth) + off) / frameSize() + 0.5, 0.0, beyond);
  return straight(vec4(red.r, green.g, blue.b, max(green.a, max(red.a, blue.a))));`,
};
