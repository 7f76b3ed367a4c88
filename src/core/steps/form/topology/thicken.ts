import { thicken } from '../../../mesh/topology/extrude';
import type { StepDefinition } from '../../definition';
import { number } from '../../params';

export const thickenForm: StepDefinition = {
  op: 'form.thicken',
  name: 'Thicken',
  about: 'Gives a skin its thickness: a second side beneath, and walls at the borders.',
  takes: ['form'],
  gives: 'form',
  telling: 'thickness',
  also: ['solidify', 'shell', 'depth'],
  params: [number('thickness', 'Thickness', 'How far beneath.', 0.05, 0, 1, { hard: [-100, 100], unit: 'm' })],
  reshape: (mesh, params) => thicken(mesh, params.thickness as number),
};
