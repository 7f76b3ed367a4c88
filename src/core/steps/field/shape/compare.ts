import type { StepDefinition } from '../../definition';
import { choice, number } from '../../params';

export const compare: StepDefinition = {
  op: 'field.compare',
  name: 'Compare',
  about: '1 where the comparison holds, 0 where it does not.',
  takes: ['float'],
  gives: 'float',
  telling: 'how',
  also: ['greater', 'less', 'equal', 'threshold', 'if'],
  params: [
    choice('how', 'How', 'The comparison.', ['above', 'below', 'near']),
    number('other', 'Other', 'A number, or another strand.', 0.5, -2, 2),
    number('softness', 'Softness', 'Width of the edge; for "near" how near.', 0.02, 0, 1),
  ],
  glsl: `
  float soft = max(softness, 1e-5);
  float d = v - other;
  if (how == 2) return 1.0 - smoothstep(0.0, soft, abs(d));
  float t = smoothstep(-0.5 * soft, 0.5 * soft, d);
  return how == 1 ? 1.0 - t : t;`,
};
