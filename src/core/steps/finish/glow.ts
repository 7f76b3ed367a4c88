import type { FinishStep } from '../definition';
import { colour, number } from '../params';
import { brightParams, LIGHT_OVER_INPUT } from './bright';

export const glow: FinishStep = {
  op: 'finish.glow',
  name: 'Glow',
  description: 'Light spills out round what is bright, near and far.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'strength',
  aliases: ['bloom', 'halo', 'shine', 'light', 'haze'],
  params: [
    ...brightParams,
    number({
      id: 'strength',
      name: 'Strength',
      description: 'How bright.',
      default: 1,
      min: 0,
      max: 4,
      hard: [0, 1000],
    }),
    number({
      id: 'radius',
      name: 'Radius',
      description: 'How far the farthest of it reaches, in parts of the height.',
      default: 0.25,
      min: 0.01,
      max: 1,
      hard: [0.001, 2],
    }),
    number({
      id: 'scatter',
      name: 'Scatter',
      description: '0 keeps it close, 1 spreads it evenly out to the radius.',
      default: 0.5,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    colour({ id: 'tint', name: 'Tint', description: 'Of the light that spills.', default: '#ffffff' }),
  ],
  needs: ['colours', 'wave'],
  passes: 3,
  // What is bright is looked for at half the size, and gathered at a quarter of it: light that has spread is smooth.
  smaller: [2, 4],
  averages: [1],
  glsl: `
  if (pass == 0) {
    // Each of the four pixels here counts by itself, or small lights would be lost in the dark about them.
    vec4 sum = vec4(0.0);
    for (int i = 0; i < 4; i++) {
      vec2 off = (vec2(float(i & 1), float(i >> 1)) - 0.5) / pixelRows();
      vec4 seen = straight(seenAt(p.uv + off / frameSize(), 0.0, 0));
      sum += 0.25 * vec4(overThreshold(seen.rgb, threshold, knee) * seen.a, seen.a);
    }
    return straight(sum);
  }
  vec3 light = vec3(0.0);
  if (pass == 1) {
    float all = 0.0;
    // Five sizes, each half of the one before.
    for (int k = 0; k < 5; k++) {
      float size = 0.35 * radius * exp2(-float(k));
      float weight = pow(mix(0.35, 1.0, scatter), 4.0 - float(k)) * pow(mix(1.0, 0.5, scatter), float(k));
      weight = mix(weight, 1.0, 0.15);
      // Each sample is an average that the card blends with its neighbours. A ring of them about it is round; where
      // light reaches far, and corners would be seen, of eight.
      int ring = k < 2 ? 8 : 4;
      vec2 on = k < 2 ? vec2(0.70710678) : vec2(0.0, 1.0);
      vec2 way = turned(vec2(0.82 * size, 0.0), 0.0625 * float(k));
      vec3 here = vec3(0.0);
      for (int i = 0; i < 8; i++) {
        if (i >= ring) break;
        here += seenAt(p.uv + way / frameSize(), size, 3).rgb / float(ring);
        way = vec2(way.x * on.x - way.y * on.y, way.x * on.y + way.y * on.x);
      }
      light += weight * here;
      all += weight;
    }
    return vec4(strength * tint * light / all, 1.0);
  }
  light = seenAt(p.uv, 0.0, 0).rgb;${LIGHT_OVER_INPUT}`,
};
