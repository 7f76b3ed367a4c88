import type { SurfaceStep } from '../definition';
import { choice } from '../params';

export const shading: SurfaceStep = {
  op: 'surface.shading',
  name: 'Shading',
  description: 'Whether the lights reach it, or its colour is shown flat.',
  takes: ['surface'],
  gives: 'surface',
  cellParam: 'shading',
  aliases: ['unlit', 'constant', 'emissive', 'flat'],
  params: [
    choice({
      id: 'shading',
      name: 'Shading',
      description: 'Flat shows the colour as it is.',
      options: ['lit', 'flat'],
    }),
  ],
  look: ({ shading }) => ({ flat: shading === 'flat' }),
};
