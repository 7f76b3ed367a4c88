import type { FinishStep } from '../definition';
import { number } from '../params';

export const hold: FinishStep = {
  op: 'finish.hold',
  name: 'Hold',
  description: 'Keeps one frame standing until a signal takes the next: strobe, stop motion.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'take',
  aliases: ['freeze', 'still', 'strobe', 'sample', 'stop motion', 'memory', 'stutter'],
  params: [
    number({
      id: 'take',
      name: 'Take',
      description: 'Above one half the picture that comes in is taken; else the last one stands.',
      default: 1,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
  ],
  stays: ({ take }) => (Number(take) > 0.5 ? 0 : 1),
  glsl: '  return take > 0.5 ? v : straight(earlierAt(p.uv, 0));',
};
