import { repeat, transform } from '../../../mesh/topology/repeat';
import type { FormTopology } from '../../definition';
import { number, vector } from '../../params';

export const repeatForm: FormTopology = {
  op: 'form.repeat',
  name: 'Repeat',
  description: 'The form many times, each moved, turned and scaled once more: shells, fans, spirals.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'count',
  aliases: ['array', 'duplicate', 'fan', 'spiral', 'shell'],
  params: [
    number({
      id: 'count',
      name: 'Count',
      description: 'How many, the first with them.',
      default: 6,
      min: 1,
      max: 100,
      hard: [1, 1_000_000_000],
      whole: true,
    }),
    vector({
      id: 'move',
      name: 'Move',
      description: 'Between one and the next.',
      default: [0.5, 0, 0],
      min: -4,
      max: 4,
      unit: 'm',
    }),
    vector({
      id: 'turn',
      name: 'Turn',
      description: 'About x, then y, then z.',
      default: [0, 0, 0],
      min: -180,
      max: 180,
      unit: '°',
    }),
    vector({ id: 'size', name: 'Size', description: 'Times this.', default: [1, 1, 1], min: 0.5, max: 1.5 }),
  ],
  reshape: (mesh, params) =>
    repeat(
      mesh,
      params.count as number,
      transform(params.move as number[], params.turn as number[], params.size as number[]),
    ),
};
