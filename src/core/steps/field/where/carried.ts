import type { FieldStep } from '../../definition';

export const carried: FieldStep = {
  op: 'field.carried',
  name: 'Carried colour',
  description: 'The colour that the form brings: painted on it, of its copies, or of the picture its points are from.',
  takes: [],
  gives: 'vec3',
  aliases: ['where', 'vertex colour', 'tint', 'painted', 'instance colour'],
  params: [],
  glsl: '  return p.tint;',
};
