import type { SurfaceStep } from '../definition';
import { colour, number } from '../params';

export const wire: SurfaceStep = {
  op: 'surface.wire',
  name: 'Wire',
  description: 'Lines of even width along the edges of the faces.',
  takes: ['surface'],
  gives: 'surface',
  cellParam: 'width',
  aliases: ['wireframe', 'edges', 'lines', 'mesh'],
  params: [
    number({
      id: 'width',
      name: 'Width',
      description: 'Of the lines in the picture.',
      default: 1.5,
      min: 0,
      max: 8,
      hard: [0, 200],
      unit: 'px',
    }),
    colour({ id: 'colour', name: 'Colour', description: 'Of the lines.', default: '#c6d86b' }),
    number({
      id: 'strength',
      name: 'Strength',
      description: 'How bright they are.',
      default: 1,
      min: 0,
      max: 8,
      hard: [0, 10000],
    }),
    number({
      id: 'body',
      name: 'Faces',
      description: 'Opacity between the lines.',
      default: 1,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
  ],
  glsl: `
  v.wire = max(width, 0.0);
  v.wireColour = colour * max(strength, 0.0);
  v.body = clamp(body, 0.0, 1.0);
  return v;`,
  uses: ['wire'],
};
