import type { SurfaceStep } from '../definition';
import { colour } from '../params';

export const surfaceColour: SurfaceStep = {
  op: 'surface.colour',
  name: 'Colour',
  description: 'Sets the base colour; link it to a colour field.',
  takes: ['surface'],
  gives: 'surface',
  aliases: ['color', 'albedo', 'base'],
  params: [colour({ id: 'colour', name: 'Colour', description: 'What it reflects.', default: '#2f8f8a' })],
  glsl: '  v.colour = colour;\n  return v;',
};
