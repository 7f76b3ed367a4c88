import type { FieldStep } from '../../definition';
import { number } from '../../params';

export const smoothStep: FieldStep = {
  op: 'field.smooth-step',
  name: 'Smooth step',
  description: 'Runs smoothly from 0 to 1 between two edges.',
  takes: ['float'],
  gives: 'float',
  cellParam: 'to',
  aliases: ['fade', 'soft', 'threshold', 'edge'],
  params: [
    number({ id: 'from', name: 'From', description: '0 up to here.', default: 0, min: -2, max: 2 }),
    number({
      id: 'to',
      name: 'To',
      description: '1 from here on; below "from" it runs the other way.',
      default: 1,
      min: -2,
      max: 2,
    }),
  ],
  glsl: `
  float span = to - from;
  float t = clamp((v - from) / (abs(span) < 1e-6 ? 1e-6 : span), 0.0, 1.0);
  return t * t * (3.0 - 2.0 * t);`,
};
