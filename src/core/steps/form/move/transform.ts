import type { StepDefinition } from '../../definition';
import { vector } from '../../params';

export const transformForm: StepDefinition = {
  op: 'form.transform',
  name: 'Move, turn, scale',
  about: 'Scales, turns about x, y and z, and moves the form.',
  takes: ['form'],
  gives: 'form',
  telling: 'move',
  also: ['translate', 'rotate', 'scale', 'position'],
  params: [
    vector('move', 'Move', 'Where its origin goes.', [0, 0, 0], -5, 5, { unit: 'm' }),
    vector('turn', 'Turn', 'About x, then y, then z.', [0, 0, 0], -180, 180, { unit: '°' }),
    vector('size', 'Size', 'Times this along each axis.', [1, 1, 1], 0, 3),
  ],
  needs: ['space'],
  glsl: '  return turnedBy(v * size, turn) + move;',
};
