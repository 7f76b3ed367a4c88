import type { FinishStep } from '../definition';
import { colour, number } from '../params';
import { THRESHOLD_PASS, brightParams, LIGHT_OVER_INPUT } from './bright';

export const streaks: FinishStep = {
  op: 'finish.streaks',
  name: 'Streaks',
  description: 'What is bright draws out into rays to two sides, or to more.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'reach',
  aliases: ['anamorphic', 'flare', 'star', 'rays', 'light', 'glint'],
  params: [
    ...brightParams,
    number({
      id: 'strength',
      name: 'Strength',
      description: 'How bright.',
      default: 1,
      min: 0,
      max: 8,
      hard: [0, 1000],
    }),
    number({
      id: 'reach',
      name: 'Reach',
      description: 'Of a ray, in parts of the height.',
      default: 0.5,
      min: 0,
      max: 2,
      hard: [0, 10],
    }),
    number({
      id: 'angle',
      name: 'Angle',
      description: 'Of the first ray: 0 to the right, 90 up.',
      default: 0,
      min: -180,
      max: 180,
      unit: '°',
    }),
    number({
      id: 'lines',
      name: 'Lines',
      description: 'Each draws out to both sides.',
      default: 1,
      min: 1,
      max: 4,
      hard: [1, 4],
      whole: true,
    }),
    colour({ id: 'tint', name: 'Tint', description: 'Of the rays.', default: '#cfe3ff' }),
  ],
  needs: ['wave', 'colours'],
  passes: 2,
  averages: true,
  // Samples lie twice as far apart from one to the next, each the average over that distance, fainter by distance.
  glsl: `${THRESHOLD_PASS}
  vec3 light = vec3(0.0);
  for (int k = 0; k < 4; k++) {
    if (float(k) >= lines) break;
    vec2 way = turned(vec2(reach, 0.0), angle / 360.0 + 0.5 * float(k) / lines);
    float all = 0.0;
    vec3 ray = vec3(0.0);
    for (int i = 0; i < 25; i++) {
      float at = (float(i) - 12.0) / 12.0;
      float share = at * abs(at);
      float weight = (1.0 - abs(at)) * (1.0 - abs(at)) + 0.002;
      float size = reach * (2.0 * abs(at) + 0.08) / 12.0;
      ray += weight * seenAt(p.uv + way * share / frameSize(), min(size, 0.1), 3).rgb;
      all += weight;
    }
    light += ray / all;
  }
  light *= strength * tint;${LIGHT_OVER_INPUT}`,
};
