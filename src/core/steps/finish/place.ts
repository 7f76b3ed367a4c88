import type { FinishStep } from '../definition';
import { number, turnsParam, vector } from '../params';
import { beyondParam } from './beyond';

export const place: FinishStep = {
  op: 'finish.place',
  name: 'Move and turn',
  about: 'Moves, turns and sizes the picture about a point.',
  takes: ['image'],
  gives: 'image',
  telling: 'size',
  also: ['transform', 'rotate', 'scale', 'zoom', 'pan', 'tile'],
  params: [
    vector({
      id: 'by',
      name: 'By',
      about: 'x to the right, y up, in parts of the height of the picture.',
      default: [0, 0, 0],
      min: -1,
      max: 1,
    }),
    number({
      id: 'angle',
      name: 'Angle',
      about: 'Against the clock.',
      default: 0,
      min: -180,
      max: 180,
      unit: 'degrees',
    }),
    turnsParam('Turns in a loop.', 0),
    number({ id: 'size', name: 'Size', about: '1 leaves it.', default: 1, min: 0.1, max: 4, hard: [0.001, 1000] }),
    vector({
      id: 'about',
      name: 'About',
      about: 'The point that stays, from the middle, in parts of the height.',
      default: [0, 0, 0],
      min: -1,
      max: 1,
    }),
    beyondParam('nothing'),
  ],
  passes: 1,
  glsl: `
  vec2 at = (p.rest.xy - by.xy - about.xy) / size;
  float way = -radians(angle) - 6.283185307179586 * turns * p.phase;
  vec2 from = vec2(cos(way) * at.x - sin(way) * at.y, sin(way) * at.x + cos(way) * at.y) + about.xy;
  return straight(seenAt(from / frameSize() + 0.5, 0.0, beyond));`,
};
