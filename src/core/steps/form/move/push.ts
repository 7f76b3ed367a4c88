import type { FormMove } from '../../definition';
import { choice, number, vector } from '../../params';

const WAY = `
  vec3 way = along == 0 ? NORMAL : (along == 4 ? direction : vec3(along == 1, along == 2, along == 3));
  return v + way * (by * amount);`;

const params: FormMove['params'] = [
  number({ id: 'by', name: 'Field', description: 'How far; link it to a field.', default: 1, min: -2, max: 2 }),
  number({ id: 'amount', name: 'Amount', description: 'Times this.', default: 0.3, min: -2, max: 2, unit: 'm' }),
  choice({
    id: 'along',
    name: 'Along',
    description: 'Direction of the push.',
    options: [
      { id: 'normal', name: 'Normal' },
      { id: 'x', name: 'X' },
      { id: 'y', name: 'Y' },
      { id: 'z', name: 'Z' },
      { id: 'direction', name: 'A direction' },
    ],
  }),
  vector({
    id: 'direction',
    name: 'Direction',
    description: 'Where that is chosen; link it to a field for a way of its own at each point.',
    default: [0, 1, 0],
    min: -1,
    max: 1,
  }),
];

export const push: FormMove = {
  op: 'form.push',
  name: 'Push',
  description: 'Moves every point along its normal, an axis or a direction, by a field.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'amount',
  aliases: ['displace', 'displacement', 'extrude', 'relief', 'height'],
  params,
  glsl: WAY.replace('NORMAL', 'p.normal'),
};

export const pushFaces: FormMove = {
  op: 'form.push-faces',
  name: 'Push faces',
  description: 'Moves every face as a whole along its normal, an axis or a direction, by a field.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'amount',
  aliases: ['displace', 'explode', 'facets', 'steps'],
  params: params.map((p) => (p.id === 'by' || p.id === 'direction' ? { ...p, per: 'face' } : p)),
  glsl: WAY.replace('NORMAL', 'p.faceNormal'),
};
