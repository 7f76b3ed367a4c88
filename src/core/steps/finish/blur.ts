import type { FinishStep } from '../definition';
import { number } from '../params';
import { beyondParam } from './beyond';

/**
 * A Gaussian, across and then up. Each of 17 samples is the average over the distance to the next, so that far blurs
 * cost no more than near ones; the variance that the averages add is taken off.
 */
export const blur: FinishStep = {
  op: 'finish.blur',
  name: 'Blur',
  description: 'Softens the picture evenly; a field as radius blurs some parts more than others.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'radius',
  aliases: ['gaussian', 'soft', 'defocus', 'tilt shift'],
  params: [
    number({
      id: 'radius',
      name: 'Radius',
      description: 'Twice the standard deviation, in parts of the height of the picture.',
      default: 0.03,
      min: 0,
      max: 0.3,
      hard: [0, 2],
    }),
    beyondParam(),
  ],
  passes: 2,
  averages: true,
  glsl: `
  vec2 way = (pass == 0 ? vec2(1.0, 0.0) : vec2(0.0, 1.0)) / frameSize();
  if (radius < 1e-4) return straight(seenAt(p.uv, 0.0, beyond));
  // In standard deviations: the samples reach to 2.8 on both sides.
  float gap = 0.35;
  float narrow = 1.0 - gap * gap / 6.0;
  vec4 sum = vec4(0.0);
  float all = 0.0;
  for (int i = -8; i <= 8; i++) {
    float off = float(i) * gap;
    float weight = exp(-0.5 * off * off / narrow);
    sum += weight * seenAt(p.uv + way * (off * 0.5 * radius), gap * 0.5 * radius, beyond);
    all += weight;
  }
  return straight(sum / all);`,
};
