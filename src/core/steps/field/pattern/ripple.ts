import type { FieldStep } from '../../definition';
import { choice, number, turnsParam, vector } from '../../params';

export const ripple: FieldStep = {
  op: 'field.ripple',
  name: 'Ripple',
  description: 'Waves that run along a direction or out from an origin, and die down on the way.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  cellParam: 'count',
  aliases: ['wave', 'water', 'circle', 'pond', 'rings', 'origin'],
  handles: [{ at: 'origin', reach: 'reach' }],
  params: [
    choice({
      id: 'shape',
      name: 'Shape',
      description: 'Circles about the origin, or straight waves.',
      options: ['circular', 'plane'],
    }),
    vector({ id: 'origin', name: 'Origin', description: 'Where they begin.', default: [0, 0, 0], min: -4, max: 4 }),
    vector({
      id: 'direction',
      name: 'Direction',
      description: 'Where plane waves run to.',
      default: [1, 0, 0],
      min: -1,
      max: 1,
    }),
    number({ id: 'count', name: 'Density', description: 'Waves for each unit.', default: 3, min: 0, max: 24 }),
    turnsParam('Waves that leave the origin in each loop; whole turns close.', 2),
    number({ id: 'height', name: 'Amplitude', description: 'Height of the waves.', default: 1, min: 0, max: 4 }),
    number({
      id: 'falloff',
      name: 'Falloff',
      description: 'How quickly they die down with distance.',
      default: 0.5,
      min: 0,
      max: 8,
      hard: [0, 1000],
    }),
    number({
      id: 'reach',
      name: 'Reach',
      description: 'They end at this distance; 0 never.',
      default: 0,
      min: 0,
      max: 16,
      hard: [0, 100_000],
    }),
    number({
      id: 'softness',
      name: 'Softness',
      description: 'Width over which they end.',
      default: 0.5,
      min: 0,
      max: 8,
    }),
  ],
  needs: ['wave'],
  glsl: `
  vec3 q = pointOf(v) - origin;
  float d = shape == 1 ? dot(q, direction) : length(q);
  float away = abs(d);
  float ending = reach > 0.0 ? 1.0 - smoothstep(reach - max(softness, 1e-4 * max(reach, 1.0)), reach, away) : 1.0;
  return height * ending * exp(-falloff * away) * waveSine(d * count - p.phase * turns);`,
};
