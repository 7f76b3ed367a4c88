import type { FieldStep } from '../../definition';
import { choice } from '../../params';

export const pick: FieldStep = {
  op: 'field.pick',
  name: 'Pick channel',
  description: 'One number out of a vector or colour.',
  takes: ['vec3', 'vec2'],
  gives: 'float',
  cellParam: 'channel',
  aliases: ['component', 'red', 'green', 'blue', 'swizzle', 'luminance'],
  params: [
    choice({
      id: 'channel',
      name: 'Channel',
      description: 'Which number.',
      options: ['x or red', 'y or green', 'z or blue', 'luminance', 'mean', 'largest', 'smallest'],
    }),
  ],
  needs: ['colours'],
  glsl: `
  vec3 c = pointOf(v);
  if (channel == 0) return c.x;
  if (channel == 1) return c.y;
  if (channel == 2) return c.z;
  if (channel == 3) return luminanceOf(c);
  if (channel == 4) return (c.x + c.y + c.z) / 3.0;
  return channel == 5 ? max(c.x, max(c.y, c.z)) : min(c.x, min(c.y, c.z));`,
};
