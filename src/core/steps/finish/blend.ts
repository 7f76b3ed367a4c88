import type { FinishStep } from '../definition';
import { BLEND_MODES } from '../blend-modes';
import { amountParam, blendSpaceParam, choice, strand } from '../params';

export const blend: FinishStep = {
  op: 'finish.blend',
  name: 'Blend with',
  description: 'Lays another picture over this one by any mode of the standard for compositing.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'mode',
  aliases: ['composite', 'merge', 'layer', 'screen', 'multiply', 'difference', 'add', 'over', 'branch'],
  params: [
    strand({ id: 'picture', name: 'Picture', description: 'What is laid over.', kind: 'finish' }),
    choice({ id: 'mode', name: 'Mode', description: 'How the two meet.', options: BLEND_MODES }),
    amountParam('0 leaves the picture.'),
    blendSpaceParam,
  ],
  needs: ['colours'],
  // Both pictures may be open: W3C, "Compositing and Blending Level 1", 5.8 and 9.1.4.
  glsl: `
  vec4 over = straight(otherAt(picture, p.uv));
  float part = clamp(over.a * amount, 0.0, 1.0);
  vec3 met = mix(over.rgb, laidOver(v.rgb, over.rgb, mode, space, 1.0), clamp(v.a, 0.0, 1.0));
  return straight(vec4(mix(v.rgb * v.a, met, part), v.a + part * (1.0 - v.a)));`,
};
