import type { FinishStep } from '../definition';
import { choice, curve } from '../params';

export const shadeCurve: FinishStep = {
  op: 'finish.curve',
  name: 'Shade curve',
  description: 'Sends the shades of all channels, or of one, through a drawn curve, as encoded for the screen.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'channels',
  aliases: ['curves', 'tone', 'gradation', 'contrast', 'grade', 'channel'],
  params: [
    curve({
      id: 'curve',
      name: 'Curve',
      description: 'A shade is read along the bottom, what it becomes is the height.',
      default: [
        { x: 0, y: 0 },
        { x: 0.25, y: 0.2 },
        { x: 0.75, y: 0.8 },
        { x: 1, y: 1 },
      ],
      each: (running) => `toEncoded(max(${running}.rgb, vec3(0.0)))`,
    }),
    choice({
      id: 'channels',
      name: 'Channels',
      description: 'Which are changed.',
      options: ['all', 'red', 'green', 'blue'],
    }),
  ],
  needs: ['colours', 'tables'],
  // Beyond the ends of the curve, light keeps its distance from them.
  glsl: `
  vec3 past = max(v.rgb - 1.0, vec3(0.0));
  vec3 to = toLinear(max(curve, vec3(0.0))) + past;
  if (channels == 1) return vec4(to.r, v.gba);
  if (channels == 2) return vec4(v.r, to.g, v.ba);
  if (channels == 3) return vec4(v.rg, to.b, v.a);
  return vec4(to, v.a);`,
};
