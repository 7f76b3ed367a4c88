import { thicken } from '../../../mesh/topology/extrude';
import type { FormTopology } from '../../definition';
import { number } from '../../params';

export const thickenForm: FormTopology = {
  op: 'form.thicken',
  name: 'Thicken',
  description: 'Gives a skin its thickness: a second side beneath, and walls at the borders.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'thickness',
  aliases: ['solidify', 'shell', 'depth'],
  params: [
    number({
      id: 'thickness',
      name: 'Thickness',
      description: 'How far beneath.',
      default: 0.05,
      min: 0,
      max: 1,
      hard: [-100, 100],
      unit: 'm',
    }),
  ],
  reshape: (mesh, params) => thicken(mesh, params.thickness as number),
};
