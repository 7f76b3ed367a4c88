import type { FinishStep } from '../definition';
import { choice, colour, number } from '../params';

export const ground: FinishStep = {
  op: 'finish.ground',
  name: 'Ground',
  description: 'Lays a colour under what is transparent, or makes the picture as transparent as is asked for.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'opacity',
  aliases: ['alpha', 'opacity', 'transparent', 'background', 'matte', 'fill'],
  params: [
    choice({
      id: 'how',
      name: 'Operation',
      description: 'Under the picture, or in place of its opacity.',
      options: ['under', { id: 'set', name: 'Set opacity' }],
    }),
    colour({ id: 'colour', name: 'Colour', description: 'Of the ground.', default: '#10181b' }),
    number({
      id: 'opacity',
      name: 'Opacity',
      description: 'Of the ground, or of the picture.',
      default: 1,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
  ],
  // "Over" of T. Porter and T. Duff, "Compositing Digital Images", SIGGRAPH 1984.
  glsl: `
  if (how == 1) return vec4(v.rgb, opacity);
  float below = opacity * (1.0 - clamp(v.a, 0.0, 1.0));
  float all = clamp(v.a, 0.0, 1.0) + below;
  return vec4((v.rgb * clamp(v.a, 0.0, 1.0) + colour * below) / max(all, 1e-4), all);`,
};
