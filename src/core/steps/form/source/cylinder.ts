import { cylinder } from '../../../mesh/source/solids';
import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const cylinderForm: StepDefinition = {
  op: 'form.cylinder',
  name: 'Cylinder',
  about: 'Closed at both ends, upright; a cone where the top has no radius.',
  takes: [],
  gives: 'form',
  telling: 'columns',
  also: ['cone', 'column', 'prism', 'drum'],
  params: [
    number('low', 'Foot', 'Radius below.', 0.5, 0.05, 5, { hard: [0.001, 1000], unit: 'm' }),
    number('high', 'Top', 'Radius above; 0 for a cone.', 0.5, 0, 5, { hard: [0, 1000], unit: 'm' }),
    number('height', 'Height', 'From foot to top.', 2, 0.1, 20, { hard: [0.001, 10000], unit: 'm' }),
    number('columns', 'Columns', 'Faces around.', 48, 3, 200, { hard: [3, 2000], whole: true, finer: 'across' }),
    number('rows', 'Rows', 'Faces from foot to top.', 8, 1, 200, { hard: [1, 2000], whole: true, finer: 'along' }),
  ],
  bake: (params) =>
    cylinder(
      params.low as number,
      params.high as number,
      params.height as number,
      params.columns as number,
      params.rows as number,
    ),
};
