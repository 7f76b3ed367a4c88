import type { StepDefinition } from '../definition';
import { number } from '../params';

export const soft: StepDefinition = {
  op: 'surface.soft',
  name: 'Soft contact',
  about: 'Fades out where it comes near to other things.',
  takes: ['surface'],
  gives: 'surface',
  telling: 'distance',
  also: ['intersection', 'depth', 'fade', 'contact', 'particles'],
  params: [number('distance', 'Distance', 'Over which it fades.', 0.2, 0, 2, { hard: [0, 1000], unit: 'm' })],
  glsl: `
  v.soft = max(distance, 0.0);
  return v;`,
};
