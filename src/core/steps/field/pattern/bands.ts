import type { StepDefinition } from '../../definition';
import { choice, number, vector, seedParam, turnsParam } from '../../params';

export const bands: StepDefinition = {
  op: 'field.bands',
  name: 'Bands and rings',
  about: 'Bands along a direction, rings about an axis or shells about a point, bent by a noise of their own.',
  takes: ['vec3', 'vec2', 'float'],
  gives: 'float',
  telling: 'shape',
  also: ['wood', 'marble', 'stripes', 'rings', 'sine', 'saw', 'triangle'],
  params: [
    choice('shape', 'Shape', 'What the waves follow.', ['bands', 'rings', 'shells']),
    choice('wave', 'Wave', 'Shape of one wave.', ['sine', 'saw', 'triangle']),
    number('count', 'Count', 'Waves for each unit.', 4, 0, 24),
    vector('direction', 'Direction', 'Bands follow it; rings lie about z.', [1, 0, 0], -1, 1),
    turnsParam('Waves that pass in each loop; whole turns close.'),
    number('shift', 'Shift', 'Starts this part of a wave later.', 0, 0, 1, { unit: 'turns' }),
    number('bend', 'Bend', 'How much the noise bends them, in waves.', 0, 0, 8),
    number('bendScale', 'Bend scale', 'Cells of the noise for each unit.', 1, 0, 8),
    number('octaves', 'Octaves', 'Layers of the noise.', 2, 1, 8, { hard: [1, 10], unit: 'octaves' }),
    number('roughness', 'Roughness', 'Strength of each layer against the one before.', 0.5, 0, 1, { hard: [0, 2] }),
    number('evolve', 'Evolve', 'Cells that the noise changes by in each loop; whole cells close.', 1, 0, 8, {
      unit: 'cells',
      closes: true,
    }),
    seedParam,
  ],
  needs: ['wave', 'fractal'],
  glsl: `
  vec3 q = pointOf(v);
  float d = shape == 0 ? dot(q, direction) : (shape == 1 ? length(q.xy) : length(q));
  float t = d * count - p.phase * turns + shift;
  if (bend != 0.0) t += bend * fractalSum(q * bendScale, p.phase * evolve, vec3(0.0), max(1.0, floor(abs(evolve) + 0.5)), octaves, roughness, 2.0, 0, uint(int(seed)));
  if (wave == 1) return waveSaw(t);
  return wave == 2 ? waveTriangle(t) : waveSine(t);`,
};
