import type { FieldStep } from '../../definition';
import { choice, vector } from '../../params';

export const gradient: FieldStep = {
  op: 'field.gradient',
  name: 'Gradient',
  description: 'A smooth run from 0 to 1.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  cellParam: 'shape',
  aliases: ['ramp', 'linear', 'radial', 'angle', 'conic', 'sweep'],
  handles: [{ at: 'from' }, { at: 'to' }],
  params: [
    choice({
      id: 'shape',
      name: 'Shape',
      description: 'Which way it runs.',
      options: ['linear', 'radial', 'angular', 'mirrored'],
    }),
    vector({
      id: 'from',
      name: 'From',
      description: 'Where it is 0, or its centre.',
      default: [0, 0, 0],
      min: -2,
      max: 2,
    }),
    vector({ id: 'to', name: 'To', description: 'Where it is 1.', default: [1, 0, 0], min: -2, max: 2 }),
    choice({
      id: 'beyond',
      name: 'Outside',
      description: 'What happens outside of 0 to 1.',
      options: ['held at the ends', 'starts again', 'goes on'],
    }),
  ],
  needs: ['wave'],
  glsl: `
  vec3 way = to - from;
  vec3 q = pointOf(v) - from;
  float span = max(dot(way, way), 1e-9);
  float t = dot(q, way) / span;
  if (shape == 1) t = length(q) * inversesqrt(span);
  else if (shape == 2) t = leftOver(angleTurns(q.y, q.x) - angleTurns(way.y, way.x));
  else if (shape == 3) t = abs(t);
  if (beyond == 0) return clamp(t, 0.0, 1.0);
  return beyond == 1 ? leftOver(t) : t;`,
};
