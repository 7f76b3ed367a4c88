import type { StepDefinition } from '../definition';
import { choice } from '../params';

export const blend: StepDefinition = {
  op: 'surface.blend',
  name: 'Blend',
  about: 'How the surface meets what is behind it.',
  takes: ['surface'],
  gives: 'surface',
  telling: 'mode',
  also: ['additive', 'multiply', 'transparent', 'light'],
  params: [
    choice('mode', 'Mode', 'Normal covers by the opacity, additive adds light, multiply tints.', [
      'normal',
      'additive',
      'multiply',
    ]),
  ],
};
