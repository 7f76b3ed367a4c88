import { facePoints } from '../../../mesh/topology/edges';
import type { FormTopology } from '../../definition';

export const faceCloud: FormTopology = {
  op: 'form.face-points',
  name: 'Faces as points',
  description: 'A point in the middle of each face that knows which way the face looks.',
  takes: ['form'],
  gives: 'form',
  aliases: ['cloud', 'centres', 'middles'],
  params: [],
  reshape: (mesh) => facePoints(mesh),
};
