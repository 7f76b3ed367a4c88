import type { SurfaceStep } from '../definition';
import { choice } from '../params';
import type { SurfaceLook } from './surface-look';

export const sides: SurfaceStep = {
  op: 'surface.sides',
  name: 'Sides',
  description: 'Which sides of the faces are drawn.',
  takes: ['surface'],
  gives: 'surface',
  cellParam: 'sides',
  aliases: ['double', 'two-sided', 'backface', 'cull'],
  params: [
    choice({
      id: 'sides',
      name: 'Sides',
      description: 'The side that the normal points from is the front.',
      options: ['both', 'front', 'back'],
    }),
  ],
  look: ({ sides }) => ({ sides: sides as SurfaceLook['sides'] }),
};
