import type { FinishStep } from '../definition';
import { number, vector } from '../params';
import { beyondParam } from './beyond';

export const shift: FinishStep = {
  op: 'finish.shift',
  name: 'Shift',
  description: 'Moves each part of the picture by a field: heat, ripples, torn signals.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'amount',
  aliases: ['displace', 'distort', 'heat', 'ripple', 'glitch', 'warp', 'refract'],
  params: [
    number({
      id: 'by',
      name: 'Field',
      description: 'How much of the amount: link it to a field or a signal.',
      default: 1,
      min: -1,
      max: 1,
      hard: [-100, 100],
    }),
    vector({
      id: 'direction',
      name: 'Direction',
      description: 'x to the right, y up.',
      default: [1, 0, 0],
      min: -1,
      max: 1,
    }),
    number({
      id: 'amount',
      name: 'Amount',
      description: 'In parts of the height of the picture.',
      default: 0.05,
      min: -0.5,
      max: 0.5,
      hard: [-10, 10],
    }),
    beyondParam('mirrored'),
  ],
  passes: 1,
  glsl: '  return straight(seenAt(p.uv - direction.xy * (by * amount) / frameSize(), 0.0, beyond));',
};
