import type { StepDefinition } from '../../definition';
import { number, turnsParam } from '../../params';

export const sine: StepDefinition = {
  op: 'field.sine',
  name: 'Sine',
  about: 'The sine of the number, counted in turns.',
  takes: ['float'],
  gives: 'float',
  telling: 'count',
  also: ['wave', 'cosine', 'oscillate', 'bands'],
  params: [
    number('count', 'Count', 'Turns for each unit.', 1, 0, 12),
    turnsParam('Turns that pass in each loop; whole turns close.', 0),
    number('shift', 'Shift', 'Starts this part of a turn later.', 0, 0, 1, { unit: 'turns' }),
  ],
  needs: ['wave'],
  glsl: '  return sineTurns(v * count - p.phase * turns + shift);',
};
