import type { FieldStep } from '../../definition';
import { curve } from '../../params';

export const drawnCurve: FieldStep = {
  op: 'field.curve',
  name: 'Curve',
  description: 'Sends every number through a drawn curve.',
  takes: ['float'],
  gives: 'float',
  aliases: ['levels', 'tone', 'response', 'draw', 'map'],
  params: [
    curve({
      id: 'curve',
      name: 'Curve',
      description: 'The input is read along the bottom, the output is the height. It never overshoots its points.',
      default: [
        { x: 0, y: 0 },
        { x: 0.5, y: 0.7 },
        { x: 1, y: 1 },
      ],
    }),
  ],
  needs: ['tables'],
  glsl: '  return curve;',
};
