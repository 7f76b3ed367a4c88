import type { FinishStep } from '../definition';
import { choice, number, turnsParam } from '../params';
import { beyondParam } from './beyond';

export const polar: FinishStep = {
  op: 'finish.polar',
  name: 'Polar',
  description: 'Bends the picture into a ring round the middle, or unrolls one.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'way',
  aliases: ['ring', 'circle', 'radial', 'unroll', 'tunnel', 'planet'],
  params: [
    choice({
      id: 'way',
      name: 'Way',
      description: 'Rows become rings, or rings become rows.',
      options: [
        { id: 'ring', name: 'Into a ring' },
        { id: 'rows', name: 'Into rows' },
      ],
    }),
    number({
      id: 'inner',
      name: 'Inner radius',
      description: 'Where the lower edge of the picture lies, in parts of its height.',
      default: 0,
      min: 0,
      max: 1,
      hard: [0, 10],
    }),
    number({
      id: 'outer',
      name: 'Outer radius',
      description: 'Where the upper edge lies.',
      default: 0.5,
      min: 0,
      max: 1.5,
      hard: [0, 10],
    }),
    turnsParam('Turns round the middle in a loop.', 0),
    beyondParam('tiled'),
  ],
  needs: ['wave'],
  passes: 1,
  glsl: `
  float span = outer - inner;
  float wide = abs(span) < 1e-4 ? 1e-4 : span;
  if (way == 0) {
    float round = fract(angleTurns(p.rest.y, p.rest.x) - 0.25 + turns * p.phase);
    return straight(seenAt(vec2(1.0 - round, (length(p.rest.xy) - inner) / wide), 0.0, beyond));
  }
  vec2 from = turned(vec2(0.0, inner + wide * p.uv.y), -p.uv.x + turns * p.phase);
  return straight(seenAt(from / frameSize() + 0.5, 0.0, beyond));`,
};
