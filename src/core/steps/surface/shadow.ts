import type { SurfaceStep } from '../definition';
import { choice } from '../params';

export const shadow: SurfaceStep = {
  op: 'surface.shadow',
  name: 'Shadow',
  description: 'Whether it casts and receives shadows.',
  takes: ['surface'],
  gives: 'surface',
  cellParam: 'casts',
  aliases: ['cast', 'receive'],
  params: [
    choice({ id: 'casts', name: 'Casts', description: 'Throws a shadow on others.', options: ['yes', 'no'] }),
    choice({ id: 'receives', name: 'Receives', description: 'Lies in the shadow of others.', options: ['yes', 'no'] }),
  ],
  look: ({ casts, receives }) => ({ casts: casts === 'yes', receives: receives === 'yes' }),
};
