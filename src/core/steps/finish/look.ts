import type { FinishStep } from '../definition';
import { choice } from '../params';

/** Shows raw values: what "Look at this step" puts at the end of its picture. Not offered in the palette. */
export const look: FinishStep = {
  op: 'finish.look',
  name: 'Look at values',
  description:
    'Shows numbers as grey, with those below 0 blue-green and those above 1 amber, and vectors as colours; stripes ' +
    'where something is not a number.',
  takes: ['image'],
  gives: 'image',
  hidden: true,
  params: [choice({ id: 'as', name: 'As', description: 'What the values are.', options: ['numbers', 'colours'] })],
  needs: ['colours'],
  glsl: `
  // A mark is far below what light of 16 bits can hold.
  if (any(lessThan(v.rgb, vec3(-59000.0))))
    return vec4(mix(vec3(0.02), vec3(0.8, 0.1, 0.05), step(0.5, fract(24.0 * (p.rest.x + p.rest.y)))), 1.0);
  if (as == 1) return v;
  float x = v.x;
  vec3 shade = vec3(clamp(x, 0.0, 1.0));
  if (x < 0.0) shade = vec3(0.12, 0.12 + 0.24 * min(1.0, -x), 0.24 + 0.32 * min(1.0, -x));
  else if (x > 1.0) shade = vec3(1.0, 0.96 - 0.24 * min(1.0, x - 1.0), 0.88 - 0.5 * min(1.0, x - 1.0));
  return vec4(toLinear(shade), v.a);`,
};
