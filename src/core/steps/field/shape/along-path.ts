import type { FieldStep } from '../../definition';
import { PATH_PARAMS } from '../../params';

export const alongPath: FieldStep = {
  op: 'field.along-path',
  name: 'Along a path',
  description: 'The place on a line through points to which a number leads: 0 is its beginning, 1 its end.',
  takes: ['float'],
  gives: 'vec3',
  aliases: ['path', 'curve', 'spline', 'follow', 'line', 'motion', 'travel', 'catmull-rom'],
  ground: [{ op: 'field.uv' }, { op: 'field.pick' }],
  params: PATH_PARAMS,
  needs: ['tables'],
  glsl: '  return points;',
};
