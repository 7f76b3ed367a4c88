import type { FinishStep } from '../definition';
import { number } from '../params';
import { framesParam, MAX_EARLIER_FRAMES } from './frames';

export const slow: FinishStep = {
  op: 'finish.slow',
  name: 'Mix of frames',
  description: 'The mean of this frame and those before it: motion that drags, flicker that calms.',
  takes: ['image'],
  gives: 'image',
  cellParam: 'frames',
  aliases: ['slow', 'average', 'blend', 'smooth', 'motion', 'time', 'memory', 'shutter'],
  params: [
    framesParam({
      id: 'frames',
      name: 'Frames',
      description: 'How many, with this one.',
      default: 6,
      min: 1,
      max: MAX_EARLIER_FRAMES,
    }),
    number({
      id: 'fade',
      name: 'Fade',
      description: '0 counts all alike, 1 the latest most.',
      default: 0,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
  ],
  reaches: ({ frames }) => Math.ceil(Number(frames)) - 1,
  glsl: `
  vec4 sum = vec4(0.0);
  float all = 0.0;
  for (int k = 0; k < ${MAX_EARLIER_FRAMES}; k++) {
    float part = clamp(frames - float(k), 0.0, 1.0) * (1.0 - fade * float(k) / frames);
    if (part > 0.0) sum += part * agoAt(float(k), p.uv);
    all += max(part, 0.0);
  }
  return straight(sum / all);`,
};
