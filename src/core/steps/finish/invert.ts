import type { FinishStep } from '../definition';
import { amountParam, choice } from '../params';

export const invert: FinishStep = {
  op: 'finish.invert',
  name: 'Invert',
  description: 'Turns shades round, as encoded for the screen, or what is open into what is filled.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'amount',
  aliases: ['negative', 'reverse'],
  params: [
    amountParam('0 leaves the picture.'),
    choice({ id: 'what', name: 'What', description: 'What is turned round.', options: ['colours', 'opacity'] }),
  ],
  needs: ['colours'],
  glsl: `
  if (what == 1) return vec4(v.rgb, mix(v.a, 1.0 - clamp(v.a, 0.0, 1.0), amount));
  vec3 seen = toEncoded(clamp(v.rgb, 0.0, 1.0));
  return vec4(mix(v.rgb, toLinear(1.0 - seen), amount), v.a);`,
};
