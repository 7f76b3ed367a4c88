import type { FinishStep } from '../definition';
import { colour, number } from '../params';
import { BRIGHT, brightParams, SPILT } from './bright';

export const glow: FinishStep = {
  op: 'finish.glow',
  name: 'Glow',
  about: 'Light spills out round what is bright, near and far.',
  takes: ['image'],
  gives: 'image',
  telling: 'strength',
  also: ['bloom', 'halo', 'shine', 'light', 'haze'],
  params: [
    ...brightParams,
    number({ id: 'strength', name: 'Strength', about: 'How bright.', default: 1, min: 0, max: 4, hard: [0, 1000] }),
    number({
      id: 'radius',
      name: 'Radius',
      about: 'How far the farthest of it reaches, in parts of the height.',
      default: 0.25,
      min: 0.01,
      max: 1,
      hard: [0.001, 2],
    }),
    number({
      id: 'scatter',
      name: 'Scatter',
      about: '0 keeps it close, 1 spreads it evenly out to the radius.',
      default: 0.5,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    colour({ id: 'tint', name: 'Tint', about: 'Of the light that spills.', default: '#ffffff' }),
  ],
  needs: ['colours'],
  passes: 2,
  averages: true,
  // Five sizes, each half of the one before, of nine samples with the weights of a tent.
  glsl: `${BRIGHT}
  vec3 light = vec3(0.0);
  float all = 0.0;
  for (int k = 0; k < 5; k++) {
    float size = 0.35 * radius * exp2(-float(k));
    float weight = pow(mix(0.35, 1.0, scatter), 4.0 - float(k)) * pow(mix(1.0, 0.5, scatter), float(k));
    weight = mix(weight, 1.0, 0.15);
    vec3 here = vec3(0.0);
    for (int i = -1; i <= 1; i++) {
      for (int j = -1; j <= 1; j++) {
        float share = (i == 0 ? 0.5 : 0.25) * (j == 0 ? 0.5 : 0.25);
        here += share * seenAt(p.uv + vec2(float(i), float(j)) * size / frameSize(), size, 3).rgb;
      }
    }
    light += weight * here;
    all += weight;
  }
  light *= strength * tint / all;${SPILT}`,
};
