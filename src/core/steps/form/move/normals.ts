import type { StepDefinition } from '../../definition';
import { choice, number } from '../../params';

export const normals: StepDefinition = {
  op: 'form.shading',
  name: 'Normals',
  about: 'Whether faces are shaded flat or run smoothly into each other.',
  takes: ['form'],
  gives: 'form',
  telling: 'style',
  also: ['facets', 'faceted', 'flat', 'smooth', 'shading', 'hard edges'],
  params: [
    choice('style', 'Style', 'Flat faces, or smooth up to an angle.', ['flat', 'smooth']),
    number('angle', 'Angle', 'Edges sharper than this stay sharp.', 35, 0, 180, { hard: [0, 180], unit: '°' }),
  ],
  shade: (params) => ({ facets: params.style === 'flat', angle: params.angle as number }),
};
