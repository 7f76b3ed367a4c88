import type { FinishStep } from '../definition';
import { choice, number, strand } from '../params';

export const join: FinishStep = {
  op: 'finish.join',
  name: 'Join',
  description: 'Goes over into another picture: faded, wiped, or in a grid of both.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'way',
  aliases: ['cross-fade', 'dissolve', 'wipe', 'transition', 'split', 'side by side', 'grid', 'switch', 'branch'],
  params: [
    strand({ id: 'picture', name: 'Picture', description: 'The other picture.', kind: 'finish' }),
    choice({ id: 'way', name: 'Way', description: 'How they are joined.', options: ['fade', 'wipe', 'grid'] }),
    number({
      id: 'share',
      name: 'Share',
      description: 'Of the other picture: 0 this one alone, 1 the other alone. In a grid, how many of its cells.',
      default: 0.5,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    number({
      id: 'angle',
      name: 'Angle',
      description: 'Of a wipe: 0 comes from the left, 90 from below.',
      default: 0,
      min: -180,
      max: 180,
      unit: '°',
    }),
    number({
      id: 'soft',
      name: 'Softness',
      description: 'Of the edge of a wipe, in parts of its way.',
      default: 0,
      min: 0,
      max: 1,
      hard: [0, 10],
    }),
    number({
      id: 'cells',
      name: 'Cells',
      description: 'Of a grid, in each direction: each shows a whole picture.',
      default: 2,
      min: 1,
      max: 12,
      hard: [1, 200],
      whole: true,
    }),
  ],
  needs: ['wave', 'hash'],
  passes: 1,
  glsl: `
  vec4 own = seenAt(p.uv, 0.0, 0);
  if (picture < 0) return straight(own);
  if (way == 2) {
    vec2 cell = floor(p.uv * cells);
    vec2 inner = p.uv * cells - cell;
    // Cells turn in an order of their own, each by its place in it.
    float order = (mod(cell.x + cell.y, 2.0) + hashUnit(hashPcg4(uvec4(uint(int(cell.x)), uint(int(cell.y)), 7u,
      1u)).x)) * 0.5;
    return straight(order < share ? otherAt(picture, inner) : seenAt(inner, 0.0, 0));
  }
  float part = share;
  if (way == 1) {
    vec2 along = turned(vec2(1.0, 0.0), angle / 360.0);
    vec2 extent = frameSize();
    float reach = 0.5 * (abs(along.x) * extent.x + abs(along.y) * extent.y);
    float at = 0.5 + 0.5 * dot(p.rest.xy, along) / reach;
    float edge = mix(-soft, 1.0 + soft, share);
    part = clamp(0.5 + (edge - at) / max(soft, 1e-3), 0.0, 1.0);
  }
  return straight(mix(own, otherAt(picture, p.uv), part));`,
};
