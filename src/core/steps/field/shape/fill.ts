import type { FieldStep } from '../../definition';
import { number } from '../../params';

export const fill: FieldStep = {
  op: 'field.fill',
  name: 'Fill shape',
  description: '1 inside of a distance shape, 0 outside, with a soft edge.',
  takes: ['float'],
  gives: 'float',
  cellParam: 'softness',
  aliases: ['mask', 'inside', 'edge', 'sdf', 'antialias'],
  params: [
    number({ id: 'softness', name: 'Softness', description: 'Width of the edge.', default: 0.01, min: 0, max: 1 }),
  ],
  glsl: `
  float soft = max(softness, 1e-5);
  return 1.0 - smoothstep(-0.5 * soft, 0.5 * soft, v);`,
};
