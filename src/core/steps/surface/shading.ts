import type { StepDefinition } from '../definition';
import { choice } from '../params';

export const shading: StepDefinition = {
  op: 'surface.shading',
  name: 'Shading',
  about: 'Whether the lights reach it, or its colour is shown flat.',
  takes: ['surface'],
  gives: 'surface',
  telling: 'shading',
  also: ['unlit', 'constant', 'emissive', 'flat'],
  params: [choice('shading', 'Shading', 'Flat shows the colour as it is.', ['lit', 'flat'])],
};
