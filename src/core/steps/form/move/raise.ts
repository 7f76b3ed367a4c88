import { raisable } from '../../../mesh/topology/extrude';
import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const raiseFaces: StepDefinition = {
  op: 'form.raise',
  name: 'Raise faces',
  about: 'Lets every face rise on walls, by a field that may move.',
  takes: ['form'],
  gives: 'form',
  telling: 'height',
  also: ['extrude', 'towers', 'bars', 'blocks', 'city'],
  params: [
    { ...number('by', 'By', 'How much for each face; link it to a field.', 1, 0, 1), per: 'face' },
    number('height', 'Height', 'Times this.', 0.4, -2, 2, { unit: 'm' }),
  ],
  baked: [],
  reshape: (mesh) => raisable(mesh),
  glsl: '  return v + p.faceNormal * (by * height * p.lift);',
};
