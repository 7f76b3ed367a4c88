import type { StepDefinition } from '../../definition';
import { choice, number, vector, turnsParam } from '../../params';

export const ripple: StepDefinition = {
  op: 'field.ripple',
  name: 'Ripple',
  about: 'Waves that run along a direction or out from an origin, and die down on the way.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  telling: 'count',
  also: ['wave', 'water', 'circle', 'pond', 'rings', 'origin'],
  params: [
    choice('shape', 'Shape', 'Circles about the origin, or straight waves.', ['circular', 'plane']),
    vector('origin', 'Origin', 'Where they begin.', [0, 0, 0], -4, 4),
    vector('direction', 'Direction', 'Where plane waves run to.', [1, 0, 0], -1, 1),
    number('count', 'Density', 'Waves for each unit.', 3, 0, 24),
    turnsParam('Waves that leave the origin in each loop; whole turns close.', 2),
    number('height', 'Height', 'Size of the waves.', 1, 0, 4),
    number('falloff', 'Falloff', 'How quickly they die down with distance.', 0.5, 0, 8, { hard: [0, 1000] }),
    number('reach', 'Reach', 'They end at this distance; 0 never.', 0, 0, 16, { hard: [0, 100_000] }),
    number('softness', 'Softness', 'Width over which they end.', 0.5, 0, 8),
  ],
  needs: ['wave'],
  glsl: `
  vec3 q = pointOf(v) - origin;
  float d = shape == 1 ? dot(q, direction) : length(q);
  float away = abs(d);
  float ending = reach > 0.0 ? 1.0 - smoothstep(reach - max(softness, 1e-4 * max(reach, 1.0)), reach, away) : 1.0;
  return height * ending * exp(-falloff * away) * waveSine(d * count - p.phase * turns);`,
};
