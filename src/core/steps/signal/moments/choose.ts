import type { SignalStep } from '../../definition';
import { choice, number, seedParam } from '../../params';

const option = (id: string, name: string, value: number) =>
  number({ id, name, description: 'One of the numbers.', default: value, min: -2, max: 2 });

export const choose: SignalStep = {
  op: 'signal.choose',
  name: 'Choose',
  description: 'Another of up to four numbers at each moment, in order or at random.',
  takes: ['moments'],
  gives: 'float',
  group: 'from moments',
  cellParam: 'order',
  aliases: ['sequence', 'steps', 'switch', 'select', 'pick', 'arpeggio'],
  params: [
    choice({ id: 'order', name: 'Order', description: 'Which comes next.', options: ['in order', 'at random'] }),
    number({
      id: 'among',
      name: 'Among',
      description: 'How many there are.',
      default: 3,
      min: 1,
      max: 4,
      hard: [1, 4],
      whole: true,
    }),
    option('first', 'First', 0),
    option('second', 'Second', 1),
    option('third', 'Third', 0.5),
    option('fourth', 'Fourth', -1),
    seedParam,
  ],
  needs: ['hash'],
  glsl: `
  uint key = uint(int(seed)) * 0x9e3779b1u;
  float drawn = floor(hashUnit(hashPcg(uint(int(v.y + 0.5)) + key)) * among);
  float at = order == 1 ? min(drawn, among - 1.0) : v.y - among * floor(v.y / among + 1e-4);
  return at < 0.5 ? first : at < 1.5 ? second : at < 2.5 ? third : fourth;`,
};
