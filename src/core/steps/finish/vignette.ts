import type { FinishStep } from '../definition';
import { colour, number } from '../params';

export const vignette: FinishStep = {
  op: 'finish.vignette',
  name: 'Vignette',
  description: 'Darkens the picture, or dips it in a colour, towards its corners.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'amount',
  aliases: ['corners', 'falloff', 'edge', 'frame', 'spot'],
  params: [
    number({
      id: 'amount',
      name: 'Amount',
      description: '0 leaves the picture.',
      default: 0.6,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    number({
      id: 'reach',
      name: 'Reach',
      description: 'Where it begins: 0 in the middle, 1 at the edges.',
      default: 0.6,
      min: 0,
      max: 1.5,
      hard: [0, 10],
    }),
    number({
      id: 'softness',
      name: 'Softness',
      description: 'How far it takes to the full.',
      default: 0.8,
      min: 0,
      max: 2,
      hard: [0, 10],
    }),
    number({
      id: 'roundness',
      name: 'Roundness',
      description: '0 follows the shape of the picture, 1 is a circle.',
      default: 0,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    colour({ id: 'colour', name: 'Colour', description: 'What it goes over into.', default: '#000000' }),
  ],
  glsl: `
  float off = length(mix(p.uv * 2.0 - 1.0, p.rest.xy * 2.0, roundness));
  return vec4(mix(v.rgb, colour, amount * smoothstep(0.0, 1.0, (off - reach) / max(softness, 1e-3))), v.a);`,
};
