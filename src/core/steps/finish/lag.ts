import type { FinishStep } from '../definition';
import { number } from '../params';
import { framesParam } from './frames';

const frames = (id: string, name: string, description: string, at: number) =>
  framesParam({ id, name, description, default: at, min: 0, max: 12 });
const size = (id: string, name: string) =>
  number({
    id,
    name,
    description: 'Size of that channel: 1 leaves it.',
    default: 1,
    min: 0.8,
    max: 1.2,
    hard: [0.01, 100],
  });

export const lag: FinishStep = {
  op: 'finish.lag',
  name: 'Lag channels',
  description: 'Each channel shows the picture of its own number of frames ago, at its own size.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'red',
  aliases: ['delay', 'rgb', 'channel', 'split', 'time', 'memory', 'chromatic'],
  params: [
    frames('red', 'Red', 'How late red is.', 0),
    frames('green', 'Green', 'How late green is.', 2),
    frames('blue', 'Blue', 'How late blue is.', 4),
    frames('opacity', 'Opacity', 'How late opacity is.', 0),
    size('redSize', 'Red size'),
    size('greenSize', 'Green size'),
    size('blueSize', 'Blue size'),
    size('opacitySize', 'Opacity size'),
  ],
  reaches: ({ red, green, blue, opacity }) => Math.max(...[red, green, blue, opacity].map(Number)),
  glsl: `
  vec4 r = agoAt(red, p.rest.xy / redSize / frameSize() + 0.5);
  vec4 g = agoAt(green, p.rest.xy / greenSize / frameSize() + 0.5);
  vec4 b = agoAt(blue, p.rest.xy / blueSize / frameSize() + 0.5);
  // Light that shows where nothing covers is seen there, too.
  float lit = clamp(max(r.r, max(g.g, b.b)), 0.0, 1.0);
  float a = max(agoAt(opacity, p.rest.xy / opacitySize / frameSize() + 0.5).a, lit);
  return straight(vec4(r.r, g.g, b.b, a));`,
};
