import type { FinishStep } from '../definition';
import { colour, number } from '../params';

export const mist: FinishStep = {
  op: 'finish.mist',
  name: 'Mist',
  description: 'Hides what is far away from the camera. It belongs right behind the shot, before the picture is moved.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'density',
  aliases: ['fog', 'haze', 'depth', 'distance', 'air', 'atmosphere'],
  params: [
    number({
      id: 'from',
      name: 'From',
      description: 'Distance at which it sets in.',
      default: 2,
      min: 0,
      max: 30,
      hard: [0, 500],
      unit: 'm',
    }),
    number({
      id: 'density',
      name: 'Density',
      description: 'Part of the light that a metre takes, nearly.',
      default: 0.15,
      min: 0,
      max: 1,
      hard: [0, 100],
    }),
    colour({ id: 'colour', name: 'Colour', description: 'Of the mist.', default: '#5a7480' }),
    number({
      id: 'behind',
      name: 'Behind all',
      description: 'How much of it lies over the background.',
      default: 0.4,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
  ],
  // Light fades by e to the power of the way through it (Beer and Lambert).
  glsl: `
  float share = 1.0 - exp(-density * max(depthAt(p.uv) - from, 0.0));
  return vec4(mix(v.rgb, colour, emptyAt(p.uv) ? min(share, behind) : share), v.a);`,
};
