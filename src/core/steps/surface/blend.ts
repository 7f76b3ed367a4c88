import type { SurfaceStep } from '../definition';
import { choice } from '../params';
import type { SurfaceLook } from './surface-look';

export const blend: SurfaceStep = {
  op: 'surface.blend',
  name: 'Blending',
  description: 'How the surface meets what is behind it.',
  takes: ['surface'],
  gives: 'surface',
  cellParam: 'mode',
  aliases: ['additive', 'multiply', 'transparent', 'light'],
  params: [
    choice({
      id: 'mode',
      name: 'Mode',
      description: 'Normal covers by the opacity, additive adds light, multiply tints.',
      options: ['normal', 'additive', 'multiply'],
    }),
  ],
  look: ({ mode }) => ({ blend: mode as SurfaceLook['blend'] }),
};
