import type { StepDefinition } from '../definition';
import { colour, number } from '../params';

export const wire: StepDefinition = {
  op: 'surface.wire',
  name: 'Wire',
  about: 'Lines of even width along the edges of the faces.',
  takes: ['surface'],
  gives: 'surface',
  telling: 'width',
  also: ['wireframe', 'edges', 'lines', 'mesh'],
  params: [
    number('width', 'Width', 'Of the lines in the picture.', 1.5, 0, 8, { hard: [0, 200], unit: 'px' }),
    colour('colour', 'Colour', 'Of the lines.', '#c6d86b'),
    number('strength', 'Strength', 'How bright they are.', 1, 0, 8, { hard: [0, 10000] }),
    number('body', 'Body', 'Opacity between the lines.', 1, 0, 1, { hard: [0, 1] }),
  ],
  glsl: `
  v.wire = max(width, 0.0);
  v.wireColour = colour * max(strength, 0.0);
  v.body = clamp(body, 0.0, 1.0);
  return v;`,
};
