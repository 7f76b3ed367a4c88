import type { FieldStep } from '../../definition';
import { choice, number } from '../../params';

export const compare: FieldStep = {
  op: 'field.compare',
  name: 'Compare',
  description: '1 where the comparison holds, 0 where it does not.',
  takes: ['float'],
  gives: 'float',
  cellParam: 'how',
  aliases: ['greater', 'less', 'equal', 'threshold', 'if'],
  params: [
    choice({ id: 'how', name: 'Comparison', description: 'The comparison.', options: ['above', 'below', 'near'] }),
    number({
      id: 'other',
      name: 'Second value',
      description: 'A number, or another strand.',
      default: 0.5,
      min: -2,
      max: 2,
    }),
    number({
      id: 'softness',
      name: 'Softness',
      description: 'Width of the edge; for "near" how near.',
      default: 0.02,
      min: 0,
      max: 1,
    }),
  ],
  glsl: `
  float soft = max(softness, 1e-5);
  float d = v - other;
  if (how == 2) return 1.0 - smoothstep(0.0, soft, abs(d));
  float t = smoothstep(-0.5 * soft, 0.5 * soft, d);
  return how == 1 ? 1.0 - t : t;`,
};
