import type { SurfaceStep } from '../definition';
import { choice } from '../params';

export const shadow: SurfaceStep = {
  op: 'surface.shadow',
  name: 'Shadow',
  about: 'Whether it casts and receives shadows.',
  takes: ['surface'],
  gives: 'surface',
  cellParam: 'casts',
  aliases: ['cast', 'receive'],
  params: [
    choice({ id: 'casts', name: 'Casts', about: 'Throws a shadow on others.', options: ['yes', 'no'] }),
    choice({ id: 'receives', name: 'Receives', about: 'Lies in the shadow of others.', options: ['yes', 'no'] }),
  ],
  look: ({ casts, receives }) => ({ casts: casts === 'yes', receives: receives === 'yes' }),
};
