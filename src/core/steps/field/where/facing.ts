import type { FieldStep } from '../../definition';

export const facing: FieldStep = {
  op: 'field.facing',
  name: 'Facing',
  description: '0 where the surface looks at the viewer, 1 where it turns away.',
  takes: [],
  gives: 'float',
  aliases: ['fresnel', 'rim', 'edge', 'angle'],
  params: [],
  glsl: '  return 1.0 - clamp(abs(dot(directionOf(p.normal), directionOf(p.view))), 0.0, 1.0);',
};
