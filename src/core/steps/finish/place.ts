import type { FinishStep } from '../definition';
import { number, turnsParam, vector } from '../params';
import { beyondParam } from './beyond';

export const place: FinishStep = {
  op: 'finish.place',
  name: 'Move and turn',
  description: 'Moves, turns and sizes the picture about a point.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'size',
  aliases: ['transform', 'rotate', 'scale', 'zoom', 'pan', 'tile'],
  params: [
    vector({
      id: 'by',
      name: 'Move',
      description: 'x to the right, y up, in parts of the height of the picture.',
      default: [0, 0, 0],
      min: -1,
      max: 1,
    }),
    number({
      id: 'angle',
      name: 'Angle',
      description: 'Against the clock.',
      default: 0,
      min: -180,
      max: 180,
      unit: '°',
    }),
    turnsParam('Turns in a loop.', 0),
    number({
      id: 'size',
      name: 'Size',
      description: '1 leaves it.',
      default: 1,
      min: 0.1,
      max: 4,
      hard: [0.001, 1000],
    }),
    vector({
      id: 'about',
      name: 'About',
      description: 'The point that stays, from the middle, in parts of the height.',
      default: [0, 0, 0],
      min: -1,
      max: 1,
    }),
    beyondParam('nothing'),
  ],
  needs: ['wave'],
  passes: 1,
  glsl: `
  vec2 at = turned((p.rest.xy - by.xy - about.xy) / size, -angle / 360.0 - turns * p.phase);
  return straight(seenAt((at + about.xy) / frameSize() + 0.5, 0.0, beyond));`,
};
