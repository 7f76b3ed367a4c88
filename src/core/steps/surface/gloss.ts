import type { SurfaceStep } from '../definition';
import { number } from '../params';

export const gloss: SurfaceStep = {
  op: 'surface.gloss',
  name: 'Gloss',
  description: 'Sets roughness and metal; link them to fields for wet and dry patches.',
  takes: ['surface'],
  gives: 'surface',
  cellParam: 'roughness',
  aliases: ['roughness', 'metal', 'shine', 'wet'],
  params: [
    number({
      id: 'roughness',
      name: 'Roughness',
      description: '0 is a mirror, 1 is chalk.',
      default: 0.3,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    number({ id: 'metal', name: 'Metal', description: '1 is bare metal.', default: 0, min: 0, max: 1, hard: [0, 1] }),
  ],
  glsl: '  v.roughness = clamp(roughness, 0.0, 1.0);\n  v.metal = clamp(metal, 0.0, 1.0);\n  return v;',
};
