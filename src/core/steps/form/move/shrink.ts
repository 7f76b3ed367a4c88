import type { FormMove } from '../../definition';
import { number } from '../../params';

export const shrinkFaces: FormMove = {
  op: 'form.shrink',
  name: 'Shrink faces',
  description: 'Draws every face in towards its middle, by a field.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'by',
  aliases: ['inset', 'open', 'scale', 'gaps', 'facets'],
  params: [
    number({
      id: 'by',
      name: 'Field',
      description: 'How much; link it to a field: 0 leaves a face whole, 1 makes it vanish.',
      default: 0.2,
      min: 0,
      max: 1,
      per: 'face',
    }),
    number({ id: 'amount', name: 'Amount', description: 'Times this.', default: 1, min: 0, max: 1 }),
  ],
  again: true,
  glsl: `
  vec3 middle = again(faceOf(p));
  return middle + (v - middle) * (1.0 - by * amount);`,
};
