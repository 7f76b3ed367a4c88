import type { SignalStep } from '../../definition';
import { choice, number } from '../../params';
import type { LoopRun, LoopValues } from './loop-run';

/** Parts of a turn by which a sum may be off a whole one. */
const WHOLE_WITHIN = 1e-5;

/** A value short enough to be read and close enough to close. */
const tidy = (value: number): number => Number(value.toPrecision(7));

/** Factor and offset with which the whole comes out as it should. */
function closing(
  sum: number,
  length: number,
  factor: number,
  offset: number,
  turns: boolean,
): Record<string, number>[] {
  const total = factor * sum + offset * length;
  const whole = turns ? Math.round(total) || Math.sign(total) : 0;
  const faster = { factor: tidy((whole - offset * length) / sum) };
  const moved = { offset: tidy((whole - factor * sum) / length) };
  return [...(turns && sum !== 0 && faster.factor !== 0 ? [faster] : []), moved];
}

/** The sum of the input over time, by the trapezoidal rule: a speed becomes a way. */
function addUp(loop: LoopRun): LoopValues {
  const { values, params, seconds, beat } = loop;
  const frames = values.length;
  const sums = new Float64Array(frames + 1);
  let raw = 0;
  let length = 0;
  for (let frame = 0; frame < frames; frame++) {
    const { per, factor, offset } = params(frame) as { per: string; factor: number; offset: number };
    const time = per === 'second' ? seconds : per === 'beat' ? seconds / beat : 1 / frames;
    const next = frame + 1 < frames ? values[frame + 1]! : loop.repeats ? values[0]! : values[frame]!;
    const speed = (values[frame]! + next) / 2;
    raw += speed * time;
    length += time;
    sums[frame + 1] = sums[frame]! + (factor * speed + offset) * time;
  }
  const { factor, offset, keep } = params(0) as { factor: number; offset: number; keep: string };
  // Rounding must not leave a whole turn just short of one.
  const whole = Math.round(sums[frames]!);
  if (keep === 'turns' && Math.abs(sums[frames]! - whole) < WHOLE_WITHIN) sums[frames] = whole;
  return { values: sums, runs: 0, closing: closing(raw, length, factor, offset, keep === 'turns') };
}

export const addedUp: SignalStep = {
  op: 'signal.add-up',
  name: 'Add up',
  description: 'Takes the input as a speed and adds it up, from 0 at the first frame: a speed becomes a turn or a way.',
  takes: ['float', 'vec3'],
  gives: 'same',
  group: 'memory',
  cellParam: 'factor',
  aliases: ['integrate', 'accumulate', 'sum', 'speed', 'phase', 'turns'],
  params: [
    choice({
      id: 'keep',
      name: 'Keep',
      description:
        'Turns stay from 0 to 1 and close where the whole of the loop is a whole number; a way closes where it is 0.',
      options: [
        { id: 'turns', name: 'Turns, 0 to 1' },
        { id: 'way', name: 'The whole way' },
      ],
    }),
    choice({
      id: 'per',
      name: 'Per',
      description: 'Time in which a speed of 1 comes to 1.',
      options: ['second', 'beat', 'loop'],
    }),
    number({
      id: 'factor',
      name: 'Factor',
      description: 'Makes all of it so many times as fast.',
      default: 1,
      min: -4,
      max: 4,
      hard: [-1e6, 1e6],
    }),
    number({
      id: 'offset',
      name: 'Offset',
      description: 'Speed that is added to it.',
      default: 0,
      min: -4,
      max: 4,
      hard: [-1e6, 1e6],
    }),
  ],
  overLoop: addUp,
  glsl: '  return keep == 0 ? v - floor(v) : v;',
};
