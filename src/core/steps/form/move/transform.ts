import type { FormMove } from '../../definition';
import { vector } from '../../params';

export const transformForm: FormMove = {
  op: 'form.transform',
  name: 'Move, turn, scale',
  description: 'Scales, turns about x, y and z, and moves the form.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'move',
  aliases: ['translate', 'rotate', 'scale', 'position'],
  params: [
    vector({
      id: 'move',
      name: 'Move',
      description: 'Where its origin goes.',
      default: [0, 0, 0],
      min: -5,
      max: 5,
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
    vector({
      id: 'size',
      name: 'Size',
      description: 'Times this along each axis.',
      default: [1, 1, 1],
      min: 0,
      max: 3,
    }),
  ],
  needs: ['space'],
  glsl: '  return turnedBy(v * size, turn) + move;',
};
