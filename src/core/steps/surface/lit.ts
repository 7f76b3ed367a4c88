import type { SurfaceStep } from '../definition';
import { colour, number } from '../params';

export const lit: SurfaceStep = {
  op: 'surface.lit',
  name: 'Lit',
  description: 'A physically based surface that answers to the lights.',
  takes: [],
  gives: 'surface',
  cellParam: 'roughness',
  aliases: ['material', 'pbr', 'shader', 'metal', 'rough'],
  params: [
    colour({ id: 'colour', name: 'Colour', description: 'What it reflects.', default: '#8f9a94' }),
    number({
      id: 'roughness',
      name: 'Roughness',
      description: '0 is a mirror, 1 is chalk.',
      default: 0.5,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    number({ id: 'metal', name: 'Metal', description: '1 is bare metal.', default: 0, min: 0, max: 1, hard: [0, 1] }),
  ],
  needs: ['surface'],
  glsl: '  return bareSurface(colour, roughness, metal);',
};
