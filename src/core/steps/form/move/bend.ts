import type { StepDefinition } from '../../definition';
import { choice, number } from '../../params';

export const bendForm: StepDefinition = {
  op: 'form.bend-form',
  name: 'Bend',
  about: 'Rolls the form up about an axis, along its width.',
  takes: ['form'],
  gives: 'form',
  telling: 'amount',
  also: ['curl', 'roll', 'arc'],
  params: [
    number('amount', 'Amount', 'For each metre of width.', 0.1, -1, 1, { unit: 'turns' }),
    choice('towards', 'Towards', 'The side to which it bends.', ['y', 'z']),
  ],
  needs: ['wave'],
  glsl: `
  // The roll has this radius; where it is nearly straight nothing happens.
  if (abs(amount) < 1e-5) return v;
  float radius = 0.15915494309189535 / amount;
  float turns = amount * v.x;
  float away = radius - (towards == 0 ? v.y : v.z);
  float up = radius - away * cosineTurns(turns);
  v.x = away * sineTurns(turns);
  if (towards == 0) v.y = up; else v.z = up;
  return v;`,
};
