import type { SignalStep } from '../definition';
import { number, seedParam } from '../params';

/** Gradient noise of one dimension that repeats (K. Perlin, "Improving Noise", SIGGRAPH 2002, for the fade). */
export const wander: SignalStep = {
  op: 'signal.wander',
  name: 'Wander',
  description: 'Goes up and down at random, without a jump, and comes back to where it began.',
  takes: [],
  gives: 'float',
  cellParam: 'count',
  aliases: ['noise', 'perlin', 'drift', 'organic', 'random', 'wobble'],
  params: [
    number({
      id: 'count',
      name: 'Waves',
      description: 'How many it has in each loop, nearly.',
      default: 4,
      min: 1,
      max: 32,
      hard: [1, 4096],
      whole: true,
    }),
    number({
      id: 'octaves',
      name: 'Octaves',
      description: 'Finer ones on top, each twice as many.',
      default: 2,
      min: 1,
      max: 6,
      hard: [1, 8],
      whole: true,
    }),
    number({
      id: 'roughness',
      name: 'Roughness',
      description: 'Height of each octave in parts of the one before.',
      default: 0.5,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    seedParam,
  ],
  needs: ['hash'],
  glsl: `
  float sum = 0.0;
  float height = 1.0;
  float all = 0.0;
  float many = count;
  float turn = p.phase - floor(p.phase);
  for (int octave = 0; octave < 8; octave++) {
    if (float(octave) > octaves - 0.5) break;
    float at = turn * many;
    float i = floor(at);
    float t = at - i;
    float next = i + 1.0 >= many - 0.5 ? 0.0 : i + 1.0;
    uint key = uint(int(seed)) * 0x9e3779b1u + uint(octave) * 0x85ebca6bu;
    float a = hashUnit(hashPcg(uint(int(i)) + key)) * 2.0 - 1.0;
    float b = hashUnit(hashPcg(uint(int(next)) + key)) * 2.0 - 1.0;
    float fade = t * t * t * (t * (6.0 * t - 15.0) + 10.0);
    sum += height * 2.0 * mix(a * t, b * (t - 1.0), fade);
    all += height;
    height *= roughness;
    many *= 2.0;
  }
  return sum / all;`,
};
