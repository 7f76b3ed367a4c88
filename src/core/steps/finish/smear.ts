import type { FinishStep } from '../definition';
import { choice, number, vector } from '../params';
import { beyondParam } from './beyond';

export const smear: FinishStep = {
  op: 'finish.smear',
  name: 'Smear',
  description: 'Blurs along a direction, away from a point, or round it.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'reach',
  aliases: ['motion blur', 'zoom blur', 'radial', 'rays', 'spin', 'directional'],
  params: [
    choice({
      id: 'along',
      name: 'Along',
      description: 'Which way it goes.',
      options: ['direction', { id: 'away', name: 'Away from the point' }, { id: 'round', name: 'Round the point' }],
    }),
    number({
      id: 'reach',
      name: 'Reach',
      description: 'In parts of the height, at that distance from the point.',
      default: 0.1,
      min: 0,
      max: 1,
      hard: [0, 4],
    }),
    number({
      id: 'angle',
      name: 'Angle',
      description: 'Of the direction: 0 to the right, 90 up.',
      default: 0,
      min: -180,
      max: 180,
      unit: '°',
    }),
    vector({
      id: 'point',
      name: 'Point',
      description: 'From the middle of the picture, in parts of its height.',
      default: [0, 0, 0],
      min: -1,
      max: 1,
    }),
    beyondParam('held'),
  ],
  needs: ['wave'],
  passes: 1,
  averages: true,
  // 24 samples, each the average over the distance to the next.
  glsl: `
  vec2 at = p.rest.xy - point.xy;
  vec2 way = along == 0 ? turned(vec2(1.0, 0.0), angle / 360.0) : along == 1 ? at : vec2(-at.y, at.x);
  vec4 sum = vec4(0.0);
  for (int i = 0; i < 24; i++) {
    float share = (float(i) + 0.5) / 24.0 - 0.5;
    vec2 from = p.rest.xy + way * (reach * share);
    sum += seenAt(from / frameSize() + 0.5, reach * min(length(way), 1.0) / 24.0, beyond);
  }
  return straight(sum / 24.0);`,
};
