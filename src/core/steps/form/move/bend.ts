import type { FormMove } from '../../definition';
import { choice, number } from '../../params';

export const bendForm: FormMove = {
  op: 'form.bend-form',
  name: 'Bend',
  description: 'Rolls the form up about an axis, along its width.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'amount',
  aliases: ['curl', 'roll', 'arc'],
  params: [
    number({
      id: 'amount',
      name: 'Amount',
      description: 'For each metre of width.',
      default: 0.1,
      min: -1,
      max: 1,
      unit: 'turns',
    }),
    choice({ id: 'towards', name: 'Towards', description: 'The side to which it bends.', options: ['y', 'z'] }),
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
