import type { FinishStep } from '../definition';
import { number } from '../params';
import { framesParam, MAX_EARLIER_FRAMES } from './frames';

export const earlier: FinishStep = {
  op: 'finish.earlier',
  name: 'Difference with earlier',
  description: 'What has changed since some frames ago: still parts go dark, edges of what moves shine.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'frames',
  aliases: ['difference', 'motion', 'change', 'time', 'memory', 'edges'],
  params: [
    framesParam({
      id: 'frames',
      name: 'Frames',
      description: 'How long ago.',
      default: 4,
      min: 0,
      max: MAX_EARLIER_FRAMES,
    }),
    number({
      id: 'gain',
      name: 'Gain',
      description: 'How bright a change is.',
      default: 1,
      min: 0,
      max: 8,
      hard: [0, 1000],
    }),
  ],
  reaches: ({ frames }) => Math.ceil(Number(frames)),
  glsl: `
  vec4 now = agoAt(0.0, p.uv);
  vec4 then = agoAt(frames, p.uv);
  return straight(vec4(abs(now.rgb - then.rgb) * gain, max(now.a, then.a)));`,
};
