import { dual } from '../../../mesh/topology/dual';
import type { FormTopology } from '../../definition';

export const dualForm: FormTopology = {
  op: 'form.dual',
  name: 'Dual',
  description: 'A point for every face and a face for every point: an even ball becomes hexagons and twelve pentagons.',
  takes: ['form'],
  gives: 'form',
  aliases: ['hexagon', 'goldberg', 'football', 'invert'],
  params: [],
  reshape: (mesh) => dual(mesh),
};
