import { repeat, transform } from '../../../mesh/topology/repeat';
import type { StepDefinition } from '../../definition';
import { number, vector } from '../../params';

export const repeatForm: StepDefinition = {
  op: 'form.repeat',
  name: 'Repeat',
  about: 'The form many times, each moved, turned and scaled once more: shells, fans, spirals.',
  takes: ['form'],
  gives: 'form',
  telling: 'count',
  also: ['array', 'duplicate', 'fan', 'spiral', 'shell'],
  params: [
    number('count', 'Count', 'How many, the first with them.', 6, 1, 100, { hard: [1, 1_000_000_000], whole: true }),
    vector('move', 'Move', 'Between one and the next.', [0.5, 0, 0], -4, 4, { unit: 'm' }),
    vector('turn', 'Turn', 'About x, then y, then z.', [0, 0, 0], -180, 180, { unit: '°' }),
    vector('size', 'Size', 'Times this.', [1, 1, 1], 0.5, 1.5),
  ],
  reshape: (mesh, params) =>
    repeat(
      mesh,
      params.count as number,
      transform(params.move as number[], params.turn as number[], params.size as number[]),
    ),
};
