import type { FieldStep } from '../../definition';
import { noiseParams } from './noise-params';
import { choice, number } from '../../params';

export const fractal: FieldStep = {
  op: 'field.fractal',
  name: 'Fractal',
  description: 'Layers of looping noise, each finer and weaker than the one before.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  cellParam: 'octaves',
  aliases: ['fbm', 'turbulence', 'ridged', 'billow', 'clouds', 'terrain', 'octaves'],
  params: [
    choice({
      id: 'style',
      name: 'Style',
      description: 'Plain clouds, sharp ridges, round billows, or heights that are rough above and smooth below.',
      options: ['plain', 'ridged', 'billowed', 'terrain'],
    }),
    number({
      id: 'octaves',
      name: 'Octaves',
      description: 'Layers of noise.',
      default: 4,
      min: 1,
      max: 8,
      hard: [1, 10],
      unit: 'octaves',
    }),
    number({
      id: 'roughness',
      name: 'Roughness',
      description: 'Strength of each layer against the one before.',
      default: 0.5,
      min: 0,
      max: 1,
      hard: [0, 2],
    }),
    number({
      id: 'lacunarity',
      name: 'Lacunarity',
      description: 'Fineness of each layer against the one before.',
      default: 2,
      min: 1,
      max: 4,
      hard: [1, 8],
    }),
    ...noiseParams,
  ],
  needs: ['fractal'],
  glsl: `
  vec3 repeats = vec3(floor(repeat + 0.5));
  vec3 at = pointOf(v) * scale - travel * p.phase * max(repeats, 1.0);
  float cells = max(1.0, floor(abs(evolve) + 0.5));
  return fractalSum(at, p.phase * evolve, repeats, cells, octaves, roughness, lacunarity, style, uint(int(seed)));`,
};
