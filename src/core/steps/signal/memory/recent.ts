import type { SignalStep } from '../../definition';
import { choice, number } from '../../params';
import type { LoopRun, LoopValues } from './loop-run';

/**
 * Answers the highest of any stretch at once: the highest of stretches of 1, 2, 4 ... values from each on (M. A. Bender
 * and M. Farach-Colton, "The LCA Problem Revisited", 2000).
 */
function highestOf(values: Float64Array): (from: number, count: number) => number {
  const levels = [values];
  for (let length = 2; length <= values.length; length *= 2) {
    const below = levels[levels.length - 1]!;
    levels.push(
      Float64Array.from({ length: values.length - length + 1 }, (_, i) => Math.max(below[i]!, below[i + length / 2]!)),
    );
  }
  return (from, count) => {
    const level = Math.floor(Math.log2(count));
    return Math.max(levels[level]![from]!, levels[level]![from + count - 2 ** level]!);
  };
}

function sumOf(values: Float64Array): (from: number, count: number) => number {
  const sums = new Float64Array(values.length + 1);
  values.forEach((v, i) => (sums[i + 1] = sums[i]! + v));
  return (from, count) => (sums[from + count]! - sums[from]!) / count;
}

/** The highest, lowest or mean value of so many frames up to each. */
function recent({ values, params, seconds, repeats }: LoopRun): LoopValues {
  const frames = values.length;
  // What came before the first frame stands before it: the loop, which has been running forever, or its first value.
  const twice = Float64Array.from({ length: 2 * frames }, (_, i) =>
    i >= frames ? values[i - frames]! : repeats ? values[i]! : values[0]!,
  );
  const of = params(0).of as string;
  const low = of === 'lowest' ? highestOf(twice.map((v) => -v)) : null;
  const stretch = low
    ? (from: number, count: number) => -low(from, count)
    : of === 'mean'
      ? sumOf(twice)
      : highestOf(twice);
  const found = new Float64Array(frames + 1);
  for (let frame = 0; frame < frames; frame++) {
    const count = Math.min(frames, 1 + Math.round((params(frame).time as number) / seconds));
    found[frame] = stretch(frames + frame - count + 1, count);
  }
  found[frames] = found[repeats ? 0 : frames - 1]!;
  return { values: found, runs: 0 };
}

export const recentOf: SignalStep = {
  op: 'signal.recent',
  name: 'Of the last',
  description: 'The highest, lowest or mean value of the last moments.',
  takes: ['float', 'vec3'],
  gives: 'same',
  group: 'memory',
  cellParam: 'time',
  aliases: ['maximum', 'minimum', 'average', 'peak', 'window', 'mean', 'moving average'],
  params: [
    choice({ id: 'of', name: 'Which', description: 'What is taken of them.', options: ['highest', 'lowest', 'mean'] }),
    number({
      id: 'time',
      name: 'Time',
      description: 'How far back it looks; the whole loop at most.',
      default: 0.5,
      min: 0,
      max: 4,
      hard: [0, 1200],
      unit: 's',
    }),
  ],
  overLoop: recent,
  glsl: '  return v;',
};
