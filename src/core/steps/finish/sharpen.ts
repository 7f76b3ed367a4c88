import type { FinishStep } from '../definition';
import { number } from '../params';

export const sharpen: FinishStep = {
  op: 'finish.sharpen',
  name: 'Sharpen',
  description: 'Raises what differs from its surroundings: fine edges, or with a large radius the depth of light.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'amount',
  aliases: ['unsharp', 'clarity', 'detail', 'crisp', 'local contrast'],
  params: [
    number({
      id: 'amount',
      name: 'Amount',
      description: 'Below 0 it softens.',
      default: 0.6,
      min: -1,
      max: 3,
      hard: [-10, 10],
    }),
    number({
      id: 'radius',
      name: 'Radius',
      description: 'Of the surroundings, in parts of the height.',
      default: 0.006,
      min: 0.001,
      max: 0.2,
      hard: [0.0002, 1],
    }),
  ],
  passes: 1,
  averages: true,
  glsl: `
  vec4 around = vec4(0.0);
  for (int i = 0; i < 4; i++) {
    vec2 off = (vec2(i < 2 ? 1.0 : -1.0, i == 0 || i == 2 ? 1.0 : -1.0)) * 0.5 * radius;
    around += 0.25 * seenAt(p.uv + off / frameSize(), radius, 0);
  }
  return vec4(max(v.rgb + (v.rgb - straight(around).rgb) * amount, vec3(0.0)), v.a);`,
};
