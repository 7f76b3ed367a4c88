import type { FinishStep } from '../definition';
import { choice, colour, number } from '../params';

export const outline: FinishStep = {
  op: 'finish.outline',
  name: 'Outline',
  description: 'A line round what covers, or a shade that it throws where the picture is open.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'width',
  aliases: ['stroke', 'border', 'opacity', 'alpha', 'shadow', 'sticker'],
  params: [
    number({
      id: 'width',
      name: 'Width',
      description: 'In parts of the height of the picture.',
      default: 0.008,
      min: 0,
      max: 0.05,
      hard: [0, 1],
    }),
    number({
      id: 'soft',
      name: 'Softness',
      description: '0 is a sharp line, 1 fades out over its width.',
      default: 0,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    colour({ id: 'colour', name: 'Colour', description: 'Of the line.', default: '#f2e3c4' }),
    choice({
      id: 'side',
      name: 'Side',
      description: 'Where it lies.',
      options: [
        { id: 'outside', name: 'Round it' },
        { id: 'inside', name: 'In it' },
      ],
    }),
  ],
  needs: ['wave'],
  passes: 1,
  // Opacity on four rings of sixteen, the nearest counting most where the line is soft.
  glsl: `
  float line = 0.0;
  for (int ring = 1; ring <= 4; ring++) {
    float far = float(ring) / 4.0;
    float part = mix(1.0, 1.25 - far, soft);
    for (int i = 0; i < 16; i++) {
      vec2 way = turned(vec2(width * far, 0.0), float(i) / 16.0);
      float covers = clamp(seenAt(p.uv + way / frameSize(), 0.0, 3).a, 0.0, 1.0);
      line = max(line, part * (side == 0 ? covers : 1.0 - covers));
    }
  }
  float own = clamp(v.a, 0.0, 1.0);
  if (side == 1) return vec4(mix(v.rgb, colour, line), v.a);
  float under = line * (1.0 - own);
  return straight(vec4(v.rgb * v.a + colour * under, v.a + under));`,
};
