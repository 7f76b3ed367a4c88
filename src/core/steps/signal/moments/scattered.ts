import type { SignalStep } from '../../definition';
import { number, seedParam } from '../../params';
import { secondsParam, repeatsParam } from './loop-length';

export const scattered: SignalStep = {
  op: 'signal.scattered',
  name: 'Random moments',
  description: 'Moments at random: one in each of so many equal parts of the loop.',
  takes: [],
  gives: 'moments',
  group: 'moments',
  cellParam: 'count',
  aliases: ['dice', 'scatter', 'jitter', 'trigger', 'poisson'],
  params: [
    number({
      id: 'count',
      name: 'Count',
      description: 'Moments in a loop.',
      default: 6,
      min: 1,
      max: 32,
      hard: [1, 4096],
      whole: true,
    }),
    number({
      id: 'apart',
      name: 'Apart',
      description: 'Least time between two, in parts of the mean: 1 is even.',
      default: 0.3,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    number({
      id: 'weakest',
      name: 'Weakest',
      description: 'Strengths are random from this to 1.',
      default: 1,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    seedParam,
    secondsParam,
    repeatsParam,
  ],
  needs: ['hash'],
  glsl: `
  float turn = p.phase - floor(p.phase);
  float part = floor(turn * count + 1e-4);
  uint key = uint(int(seed)) * 0x9e3779b1u;
  float place = 0.0;
  // Where that of this part is still to come, the one of the part before, over the seam too.
  for (int back = 0; back < 2; back++) {
    float at = part - float(back);
    if (at < 0.0 && repeats < 0.5) return vec3(1e4, -1.0, 0.0);
    float own = at < 0.0 ? at + count : at;
    place = (at + (1.0 - apart) * hashUnit(hashPcg(uint(int(own)) + key))) / count;
    if (place <= turn + 1e-6 || back == 1) { part = own; break; }
  }
  float strength = mix(weakest, 1.0, hashUnit(hashPcg(uint(int(part)) + key + 0x51ed270bu)));
  return vec3(max(turn - place, 0.0) * seconds, part, strength);`,
};
