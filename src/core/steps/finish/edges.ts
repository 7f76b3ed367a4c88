import type { FinishStep } from '../definition';
import { choice, colour, number } from '../params';

/** Gradient by the operator of I. Sobel and G. Feldman, 1968. */
export const edges: FinishStep = {
  op: 'finish.edges',
  name: 'Edges',
  description: 'Draws lines where brightness, distance or the way a surface faces changes, over the picture or alone.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'strength',
  aliases: ['outline', 'sobel', 'contour', 'lines', 'ink', 'sketch', 'crease'],
  params: [
    number({
      id: 'width',
      name: 'Width',
      description: 'Of a line, in parts of the height of the picture.',
      default: 0.004,
      min: 0.001,
      max: 0.03,
      hard: [0.0005, 0.5],
    }),
    number({
      id: 'strength',
      name: 'Strength',
      description: 'How much is a line.',
      default: 2,
      min: 0,
      max: 10,
      hard: [0, 1000],
    }),
    colour({ id: 'colour', name: 'Colour', description: 'Of the lines.', default: '#f2e3c4' }),
    choice({
      id: 'of',
      name: 'Between',
      description: 'What a line is drawn between: shades and opacity, near and far, or surfaces that face other ways.',
      options: ['shade', 'distance', 'normals'],
    }),
    choice({
      id: 'over',
      name: 'Over',
      description: 'Where the lines are drawn.',
      options: ['picture', { id: 'alone', name: 'Nothing' }],
    }),
  ],
  needs: ['colours'],
  passes: 1,
  averages: true,
  glsl: `
  vec3 across = vec3(0.0);
  vec3 up = vec3(0.0);
  for (int i = -1; i <= 1; i++) {
    for (int j = -1; j <= 1; j++) {
      vec2 at = p.uv + vec2(float(i), float(j)) * width / frameSize();
      vec4 there = seenAt(at, width, 0);
      vec3 seen = vec3(toEncoded(max(luminanceOf(there.rgb), 0.0)) + there.a, 0.0, 0.0);
      if (of == 1) seen.x = 2.0 * log(depthAt(at));
      if (of == 2) seen = 0.5 * normalAt(at, 0.5 * width);
      across += seen * float(i) * (j == 0 ? 2.0 : 1.0);
      up += seen * float(j) * (i == 0 ? 2.0 : 1.0);
    }
  }
  float line = clamp(0.25 * length(vec2(length(across), length(up))) * strength, 0.0, 1.0);
  if (over == 1) return vec4(colour, line);
  float all = mix(v.a, 1.0, line);
  return vec4(mix(v.rgb * v.a, colour, line) / max(all, 1e-5), all);`,
};
