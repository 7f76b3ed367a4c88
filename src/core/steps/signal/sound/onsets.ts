import { onsetsOf } from '../../../sound/onsets';
import type { SignalStep } from '../../definition';
import { number } from '../../params';
import type { LoopRun, LoopValues } from '../memory/loop-run';
import { framesParam, secondsParam } from '../moments/loop-length';

/** Seconds since the last onset, its number and strength at each frame, one of these at a time. */
function momentsOf({ values, params, seconds, repeats, number: which, sound }: LoopRun): LoopValues {
  const frames = values.length;
  const { sensitivity, least } = params(0) as { sensitivity: number; least: number };
  const strengths = new Map<number, number>();
  for (const onset of sound ? onsetsOf(sound.track, sensitivity, least) : []) {
    const frame = sound!.frameOf(onset.seconds);
    if (frame !== null) strengths.set(frame, Math.max(onset.strength, strengths.get(frame) ?? 0));
  }
  const found = [...strengths].sort(([a], [b]) => a - b);
  const numbers = new Float64Array(frames + 1);
  for (let frame = 0; frame < frames; frame++) {
    const index = found.findLastIndex(([at]) => at <= frame);
    const last = found[index] ?? (repeats ? found[found.length - 1] : undefined);
    // Where nothing ever begins, or nothing has yet, the last one is long ago, of no number and no strength.
    if (!last) numbers[frame] = [1e4, -1, 0][which]!;
    else {
      const ago = (frame - last[0] + (index < 0 ? frames : 0)) * seconds;
      numbers[frame] = [ago, index < 0 ? found.length - 1 : index, last[1]][which]!;
    }
  }
  numbers[frames] = numbers[repeats ? 0 : frames - 1]!;
  return { values: numbers, runs: 0 };
}

export const soundOnsets: SignalStep = {
  op: 'signal.sound-onsets',
  name: 'Sound onsets',
  description: 'Moments at which something begins in the sound of the piece, as strong as it is clear.',
  takes: [],
  gives: 'moments',
  group: 'sound',
  cellParam: 'sensitivity',
  aliases: ['audio', 'beat', 'hit', 'transient', 'attack', 'trigger', 'drum'],
  params: [
    number({
      id: 'sensitivity',
      name: 'Sensitivity',
      description: 'The higher, the fainter beginnings count.',
      default: 0.5,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
    number({
      id: 'least',
      name: 'Least distance',
      description: 'Time from one to the next at least.',
      default: 0.1,
      min: 0.02,
      max: 1,
      hard: [0, 60],
      unit: 's',
    }),
    secondsParam,
    framesParam,
  ],
  overLoop: momentsOf,
  held: true,
  // Between frames the time goes on.
  glsl: `
  float at = (p.phase - floor(p.phase)) * frames + 1e-4;
  return vec3(v.x + max(at - floor(at) - 1e-4, 0.0) * seconds / frames, v.y, v.z);`,
};
