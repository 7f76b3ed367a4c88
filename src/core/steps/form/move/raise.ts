import { raisable } from '../../../mesh/topology/extrude';
import type { FormMove } from '../../definition';
import { number } from '../../params';

export const raiseFaces: FormMove = {
  op: 'form.raise',
  name: 'Raise faces',
  description: 'Lets every face rise on walls, by a field that may move.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'height',
  aliases: ['extrude', 'towers', 'bars', 'blocks', 'city'],
  params: [
    number({
      id: 'by',
      name: 'Field',
      description: 'How much for each face; link it to a field.',
      default: 1,
      min: 0,
      max: 1,
      per: 'face',
    }),
    number({ id: 'height', name: 'Height', description: 'Times this.', default: 0.4, min: -2, max: 2, unit: 'm' }),
  ],
  baked: [],
  reshape: (mesh) => raisable(mesh),
  glsl: '  return v + p.faceNormal * (by * height * p.lift);',
};
