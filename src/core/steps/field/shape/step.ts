import type { FieldStep } from '../../definition';
import { number } from '../../params';

export const stepAt: FieldStep = {
  op: 'field.step',
  name: 'Step',
  description: '0 below an edge, 1 from it on.',
  takes: ['float'],
  gives: 'float',
  cellParam: 'edge',
  aliases: ['threshold', 'hard', 'binary'],
  params: [number({ id: 'edge', name: 'Edge', description: 'Where it changes.', default: 0.5, min: -2, max: 2 })],
  // An edge lies where numbers often lie; a little below it they all fall on one side.
  glsl: '  return step(edge - 1e-5, v);',
};
