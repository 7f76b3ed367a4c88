import type { StepDefinition } from '../../definition';
import { choice, number, vector } from '../../params';

const WAY = `
  vec3 way = along == 0 ? NORMAL : (along == 4 ? direction : vec3(along == 1, along == 2, along == 3));
  return v + way * (by * amount);`;

const params: StepDefinition['params'] = [
  number('by', 'By', 'How far; link it to a field.', 1, -2, 2),
  number('amount', 'Amount', 'Times this.', 0.3, -2, 2, { unit: 'm' }),
  {
    ...choice('along', 'Along', 'Direction of the push.', ['normal', 'x', 'y', 'z', 'direction']),
    options: [
      { id: 'normal', name: 'Normal' },
      { id: 'x', name: 'X' },
      { id: 'y', name: 'Y' },
      { id: 'z', name: 'Z' },
      { id: 'direction', name: 'A direction' },
    ],
  },
  vector(
    'direction',
    'Direction',
    'Where that is chosen; link it to a field for a way of its own at each point.',
    [0, 1, 0],
    -1,
    1,
  ),
];

export const push: StepDefinition = {
  op: 'form.push',
  name: 'Push',
  about: 'Moves every point along its normal, an axis or a direction, by a field.',
  takes: ['form'],
  gives: 'form',
  telling: 'amount',
  also: ['displace', 'displacement', 'extrude', 'relief', 'height'],
  params,
  glsl: WAY.replace('NORMAL', 'p.normal'),
};

export const pushFaces: StepDefinition = {
  op: 'form.push-faces',
  name: 'Push faces',
  about: 'Moves every face as a whole along its normal, an axis or a direction, by a field.',
  takes: ['form'],
  gives: 'form',
  telling: 'amount',
  also: ['displace', 'explode', 'facets', 'steps'],
  params: params.map((p) => (p.id === 'by' || p.id === 'direction' ? { ...p, per: 'face' } : p)),
  glsl: WAY.replace('NORMAL', 'p.faceNormal'),
};
