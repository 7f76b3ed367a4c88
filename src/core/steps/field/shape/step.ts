import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const stepAt: StepDefinition = {
  op: 'field.step',
  name: 'Step',
  about: '0 below an edge, 1 from it on.',
  takes: ['float'],
  gives: 'float',
  telling: 'edge',
  also: ['threshold', 'hard', 'binary'],
  params: [number('edge', 'Edge', 'Where it changes.', 0.5, -2, 2)],
  // An edge lies where numbers often lie; a little below it they all fall on one side.
  glsl: '  return step(edge - 1e-5, v);',
};
