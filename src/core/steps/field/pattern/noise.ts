import type { FieldStep } from '../../definition';
import { noiseParams } from './noise-params';
import { choice } from '../../params';

export const noise: FieldStep = {
  op: 'field.noise',
  name: 'Noise',
  description: 'One layer of noise that changes over the loop and comes back.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  cellParam: 'scale',
  aliases: ['perlin', 'gradient', 'value', 'random', 'clouds'],
  params: [
    choice({
      id: 'style',
      name: 'Style',
      description: 'Gradient is round, value is blocky, simplex is finer and turns in place.',
      options: ['gradient', 'value', 'simplex'],
    }),
    ...noiseParams,
  ],
  needs: ['noise', 'simplex'],
  glsl: `
  vec3 repeats = vec3(floor(repeat + 0.5));
  vec4 at = vec4(pointOf(v) * scale - travel * p.phase * max(repeats, 1.0), p.phase * evolve);
  vec4 period = vec4(repeats, max(1.0, floor(abs(evolve) + 0.5)));
  uint key = uint(int(seed));
  if (style == 2) return simplexNoise3(at.xyz, repeats, p.phase * evolve, key);
  return style == 1 ? valueNoise4(at, period, key) : gradientNoise4(at, period, key);`,
};
