import type { FieldStep } from '../../definition';
import { path, PATH_CHOICES } from '../../params';

export const alongPath: FieldStep = {
  op: 'field.along-path',
  name: 'Along a path',
  about: 'The place on a line through points to which a number leads: 0 is its beginning, 1 its end.',
  takes: ['float'],
  gives: 'vec3',
  also: ['path', 'curve', 'spline', 'follow', 'line', 'motion', 'travel', 'catmull-rom'],
  params: [
    path({
      id: 'points',
      name: 'Points',
      about: 'What it goes through, in order; drag them on the stage.',
      default: [{ place: [-1.5, 0.5, 0] }, { place: [0, 1.2, -1] }, { place: [1.5, 0.5, 0] }, { place: [0, 0.2, 1] }],
    }),
    ...PATH_CHOICES,
  ],
  needs: ['tables'],
  glsl: '  return points;',
};
