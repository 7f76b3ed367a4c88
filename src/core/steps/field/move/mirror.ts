import type { FieldStep } from '../../definition';
import { choice, vector } from '../../params';

export const mirror: FieldStep = {
  op: 'field.mirror',
  name: 'Mirror',
  description: 'Folds one side over onto the other.',
  takes: ['vec3', 'vec2'],
  gives: 'same',
  cellParam: 'axis',
  aliases: ['fold', 'reflect', 'symmetry', 'flip'],
  handles: [{ at: 'at' }],
  params: [
    choice({
      id: 'axis',
      name: 'Across',
      description: 'The axis that is folded.',
      options: ['x', 'y', 'z', 'x and y', 'all'],
    }),
    vector({ id: 'at', name: 'At', description: 'Where the fold lies.', default: [0, 0, 0], min: -2, max: 2 }),
  ],
  glsl: `
  vec3 q = pointOf(v);
  vec3 folded = at + abs(q - at);
  if (axis == 0) q.x = folded.x;
  else if (axis == 1) q.y = folded.y;
  else if (axis == 2) q.z = folded.z;
  else if (axis == 3) q.xy = folded.xy;
  else q = folded;
  return shaped(q, v);`,
};
