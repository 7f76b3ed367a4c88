import type { FinishStep } from '../definition';
import { amountParam, choice, number, strand } from '../params';

export const mask: FinishStep = {
  op: 'finish.mask',
  name: 'Mask by',
  description: 'Leaves the picture where another one is bright, or opaque, and opens it elsewhere.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'by',
  aliases: ['matte', 'stencil', 'alpha', 'opacity', 'luma', 'cut out', 'branch'],
  params: [
    strand({ id: 'picture', name: 'Picture', description: 'What it is masked by.', kind: 'finish' }),
    choice({
      id: 'by',
      name: 'Channel',
      description: 'What of the other picture counts.',
      options: ['brightness', 'darkness', 'opacity'],
    }),
    number({
      id: 'from',
      name: 'From',
      description: 'Nothing is left up to here.',
      default: 0,
      min: 0,
      max: 1,
      hard: [-100, 100],
    }),
    number({
      id: 'to',
      name: 'To',
      description: 'All is left from here on.',
      default: 1,
      min: 0,
      max: 1,
      hard: [-100, 100],
    }),
    amountParam('0 leaves the picture.'),
  ],
  needs: ['colours'],
  // Brightness is that which is seen: encoded, on black where the other picture is open.
  glsl: `
  if (picture < 0) return v;
  vec4 other = otherAt(picture, p.uv);
  float bright = toEncoded(vec3(clamp(luminanceOf(other.rgb), 0.0, 1.0))).r;
  float value = by == 2 ? other.a : (by == 1 ? 1.0 - bright : bright);
  float part = clamp((value - from) / (abs(to - from) > 1e-4 ? to - from : 1e-4), 0.0, 1.0);
  return vec4(v.rgb, v.a * mix(1.0, part, amount));`,
};
