import type { SurfaceStep } from '../definition';
import { number } from '../params';

export const soft: SurfaceStep = {
  op: 'surface.soft',
  name: 'Soft contact',
  description: 'Fades out where it comes near to other things.',
  takes: ['surface'],
  gives: 'surface',
  cellParam: 'distance',
  aliases: ['intersection', 'depth', 'fade', 'contact', 'particles'],
  params: [
    number({
      id: 'distance',
      name: 'Distance',
      description: 'Over which it fades.',
      default: 0.2,
      min: 0,
      max: 2,
      hard: [0, 1000],
      unit: 'm',
    }),
  ],
  glsl: `
  v.soft = max(distance, 0.0);
  return v;`,
  uses: ['soft'],
};
