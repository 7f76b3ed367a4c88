import type { SurfaceStep } from '../definition';
import { colour, number } from '../params';

export const glow: SurfaceStep = {
  op: 'surface.glow',
  name: 'Glow',
  description: 'Adds light of its own, without an upper limit.',
  takes: ['surface'],
  gives: 'surface',
  cellParam: 'strength',
  aliases: ['emission', 'emissive', 'light'],
  params: [
    colour({ id: 'colour', name: 'Colour', description: 'Colour of the light.', default: '#c6d86b' }),
    number({
      id: 'strength',
      name: 'Strength',
      description: 'How bright; link it to a field to mask it.',
      default: 1,
      min: 0,
      max: 8,
      hard: [0, 10000],
    }),
  ],
  glsl: '  v.glow += colour * max(strength, 0.0);\n  return v;',
};
