import { triangulate } from '../../../mesh/topology/split';
import type { FormTopology } from '../../definition';

export const triangles: FormTopology = {
  op: 'form.triangulate',
  name: 'Triangles',
  description: 'Cuts every face into triangles.',
  takes: ['form'],
  gives: 'form',
  aliases: ['triangulate', 'tessellate'],
  params: [],
  reshape: (mesh) => triangulate(mesh),
};
