import type { SignalStep } from '../definition';
import { number, seedParam } from '../params';

export const random: SignalStep = {
  op: 'signal.random',
  name: 'Stepped random',
  description: 'Another random number from 0 to 1 at each step; the loop begins again with the first.',
  takes: [],
  gives: 'float',
  cellParam: 'steps',
  aliases: ['sample and hold', 'noise', 'dice', 'flicker'],
  params: [
    number({
      id: 'steps',
      name: 'Steps',
      description: 'Numbers in each loop; whole steps are equally long.',
      default: 8,
      min: 1,
      max: 64,
      hard: [1, 4096],
    }),
    number({
      id: 'glide',
      name: 'Glide',
      description: 'Part of each step that glides from the number before.',
      default: 0,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    seedParam,
  ],
  needs: ['hash'],
  glsl: `
  // Phase 1 is phase 0, for any number of steps.
  float t = (p.phase - floor(p.phase)) * steps;
  float count = max(1.0, ceil(steps - 1e-4));
  float now = floor(t + 1e-4);
  float before = now > 0.5 ? now - 1.0 : count - 1.0;
  uint key = uint(int(seed)) * 0x9e3779b1u;
  float a = hashUnit(hashPcg(uint(int(before)) + key));
  float b = hashUnit(hashPcg(uint(int(now)) + key));
  float along = glide > 0.0 ? clamp((t - now) / glide, 0.0, 1.0) : 1.0;
  return mix(a, b, along * along * (3.0 - 2.0 * along));`,
};
