import type { FinishStep } from '../definition';
import { vector } from '../params';

const mixed = (id: string, name: string, own: [number, number, number]) =>
  vector({ id, name, description: 'How much of red, green and blue it takes.', default: own, min: -2, max: 2 });

export const channels: FinishStep = {
  op: 'finish.channels',
  name: 'Mix channels',
  description: 'Puts each channel together from all three.',
  takes: ['image'],
  gives: 'image',
  aliases: ['matrix', 'swap', 'red', 'green', 'blue', 'swizzle', 'monochrome'],
  params: [mixed('red', 'Red', [1, 0, 0]), mixed('green', 'Green', [0, 1, 0]), mixed('blue', 'Blue', [0, 0, 1])],
  glsl: '  return vec4(max(vec3(dot(v.rgb, red), dot(v.rgb, green), dot(v.rgb, blue)), vec3(0.0)), v.a);',
};
