import type { SignalStep } from '../../definition';
import { choice } from '../../params';

export const change: SignalStep = {
  op: 'signal.change',
  name: 'Change',
  description: 'How fast the input goes up (above 0) or down, from the frame before to the one after.',
  takes: ['float', 'vec3'],
  gives: 'same',
  group: 'memory',
  aliases: ['derivative', 'speed', 'velocity', 'slope', 'difference'],
  params: [
    choice({ id: 'per', name: 'Per', description: 'Time that counts as 1.', options: ['second', 'beat', 'loop'] }),
  ],
  overLoop: ({ values, params, seconds, beat, repeats }) => {
    const frames = values.length;
    const at = (frame: number) =>
      values[repeats ? (frame + frames) % frames : Math.min(Math.max(frame, 0), frames - 1)]!;
    const changes = new Float64Array(frames + 1);
    for (let frame = 0; frame < frames; frame++) {
      const { per } = params(frame);
      const time = per === 'second' ? seconds : per === 'beat' ? seconds / beat : 1 / frames;
      const ends = !repeats && (frame === 0 || frame === frames - 1);
      changes[frame] = (at(frame + 1) - at(frame - 1)) / ((ends ? 1 : 2) * time);
    }
    changes[frames] = changes[repeats ? 0 : frames - 1]!;
    return { values: changes, runs: 0 };
  },
  glsl: '  return v;',
};
