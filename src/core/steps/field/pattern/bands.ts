import type { FieldStep } from '../../definition';
import { choice, number, seedParam, turnsParam, vector } from '../../params';

export const bands: FieldStep = {
  op: 'field.bands',
  name: 'Bands and rings',
  description: 'Bands along a direction, rings about an axis or shells about a point, bent by a noise of their own.',
  takes: ['vec3', 'vec2', 'float'],
  gives: 'float',
  cellParam: 'shape',
  aliases: ['wood', 'marble', 'stripes', 'rings', 'sine', 'saw', 'triangle'],
  params: [
    choice({
      id: 'shape',
      name: 'Shape',
      description: 'What the waves follow.',
      options: ['bands', 'rings', 'shells'],
    }),
    choice({ id: 'wave', name: 'Wave', description: 'Shape of one wave.', options: ['sine', 'saw', 'triangle'] }),
    number({ id: 'count', name: 'Count', description: 'Waves for each unit.', default: 4, min: 0, max: 24 }),
    vector({
      id: 'direction',
      name: 'Direction',
      description: 'Bands follow it; rings lie about z.',
      default: [1, 0, 0],
      min: -1,
      max: 1,
    }),
    turnsParam('Waves that pass in each loop; whole turns close.'),
    number({
      id: 'shift',
      name: 'Shift',
      description: 'Starts this part of a wave later.',
      default: 0,
      min: 0,
      max: 1,
      unit: 'turns',
    }),
    number({
      id: 'bend',
      name: 'Bend',
      description: 'How much the noise bends them, in waves.',
      default: 0,
      min: 0,
      max: 8,
    }),
    number({
      id: 'bendScale',
      name: 'Bend scale',
      description: 'Cells of the noise for each unit.',
      default: 1,
      min: 0,
      max: 8,
    }),
    number({
      id: 'octaves',
      name: 'Octaves',
      description: 'Layers of the noise.',
      default: 2,
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
      id: 'evolve',
      name: 'Evolve',
      description: 'Cells that the noise changes by in each loop; whole cells close.',
      default: 1,
      min: 0,
      max: 8,
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
  if (bend != 0.0) t += bend * fractalSum(q * bendScale, p.phase * evolve, vec3(0.0), max(1.0,
    floor(abs(evolve) + 0.5)), octaves, roughness, 2.0, 0, uint(int(seed)));
  if (wave == 1) return waveSaw(t);
  return wave == 2 ? waveTriangle(t) : waveSine(t);`,
};
