import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const shrinkFaces: StepDefinition = {
  op: 'form.shrink',
  name: 'Shrink faces',
  about: 'Draws every face in towards its middle, by a field.',
  takes: ['form'],
  gives: 'form',
  telling: 'by',
  also: ['inset', 'open', 'scale', 'gaps', 'facets'],
  params: [
    {
      ...number('by', 'By', 'How much; link it to a field: 0 leaves a face whole, 1 makes it vanish.', 0.2, 0, 1),
      per: 'face',
    },
    number('amount', 'Amount', 'Times this.', 1, 0, 1),
  ],
  again: true,
  glsl: `
  vec3 middle = again(faceOf(p));
  return middle + (v - middle) * (1.0 - by * amount);`,
};
