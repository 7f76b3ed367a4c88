import type { FormShading } from '../../definition';
import { choice, number } from '../../params';

export const normals: FormShading = {
  op: 'form.shading',
  name: 'Normals',
  description: 'Whether faces are shaded flat or run smoothly into each other.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'style',
  aliases: ['facets', 'faceted', 'flat', 'smooth', 'shading', 'hard edges'],
  params: [
    choice({
      id: 'style',
      name: 'Style',
      description: 'Flat faces, or smooth up to an angle.',
      options: ['flat', 'smooth'],
    }),
    number({
      id: 'angle',
      name: 'Angle',
      description: 'Edges sharper than this stay sharp.',
      default: 35,
      min: 0,
      max: 180,
      hard: [0, 180],
      unit: '°',
    }),
  ],
  shade: (params) => ({ facets: params.style === 'flat', angle: params.angle as number }),
};
