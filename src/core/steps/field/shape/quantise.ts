import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const quantise: StepDefinition = {
  op: 'field.quantise',
  name: 'Quantise',
  about: 'Even levels from 0 to 1, like a poster.',
  takes: ['float', 'vec2', 'vec3'],
  gives: 'same',
  telling: 'levels',
  also: ['posterise', 'steps', 'levels', 'bits'],
  params: [number('levels', 'Levels', 'How many there are.', 4, 2, 16, { hard: [2, 1024], whole: true })],
  glsl: `
  float n = max(floor(levels + 0.5), 2.0);
  return floor(clamp(v, 0.0, 0.999989) * n + 1e-5) / (n - 1.0);`,
};
