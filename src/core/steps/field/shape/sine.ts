import type { FieldStep } from '../../definition';
import { number, turnsParam } from '../../params';

export const sine: FieldStep = {
  op: 'field.sine',
  name: 'Sine',
  description: 'The sine of the number, counted in turns.',
  takes: ['float'],
  gives: 'float',
  cellParam: 'count',
  aliases: ['wave', 'cosine', 'oscillate', 'bands'],
  params: [
    number({ id: 'count', name: 'Count', description: 'Turns for each unit.', default: 1, min: 0, max: 12 }),
    turnsParam('Turns that pass in each loop; whole turns close.', 0),
    number({
      id: 'shift',
      name: 'Shift',
      description: 'Starts this part of a turn later.',
      default: 0,
      min: 0,
      max: 1,
      unit: 'turns',
    }),
  ],
  needs: ['wave'],
  glsl: '  return sineTurns(v * count - p.phase * turns + shift);',
};
