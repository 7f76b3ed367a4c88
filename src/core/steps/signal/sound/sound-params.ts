import { powerBetween, type SoundTrack } from '../../../sound/track';
import type { PlainParams } from '../../plain-params';
import { choice, number } from '../../params';
import { followed, type LoopRun, type LoopValues } from '../memory/loop-run';

const time = (id: string, name: string, description: string, value: number) =>
  number({ id, name, description, default: value, min: 0, max: 2, hard: [0, 60], unit: 's' });

export const frequency = (id: string, name: string, description: string, value: number) =>
  number({ id, name, description, default: value, min: 20, max: 20_000, hard: [20, 20_000], unit: 'Hz' });

/** What all signals of a sound have. */
export const SOUND_PARAMS = [
  choice({
    id: 'scale',
    name: 'Scale',
    description: 'Decibels are nearer to what is heard; the amplitude is what the samples have.',
    options: ['decibels', 'amplitude'],
  }),
  number({
    id: 'quietest',
    name: 'Quietest',
    description: 'What counts as 0, in decibels below full scale; full scale is 1.',
    default: -48,
    min: -90,
    max: -6,
    hard: [-200, -0.1],
    unit: 'dB',
  }),
  time('rise', 'Rise', 'Time in which it goes 63 % of the way up.', 0.01),
  time('fall', 'Fall', 'Time in which it goes 63 % of the way down.', 0.15),
];

/** A mean square as 0 to 1. A sine of full scale has a half of it, and counts as full scale. */
function scaled(power: number, { scale, quietest }: PlainParams): number {
  const amplitude = Math.sqrt(2 * power);
  if (scale === 'amplitude') return Math.min(amplitude, 1);
  const decibels = 20 * Math.log10(Math.max(amplitude, 1e-10));
  return Math.min(1, Math.max(0, 1 - decibels / (quietest as number)));
}

/** What a sound comes to at each frame, scaled, rising and falling in its times; 0 where there is no sound. */
export function followSound(
  loop: LoopRun,
  power: (track: SoundTrack, row: number, params: PlainParams) => number,
): LoopValues {
  const { sound, params } = loop;
  if (!sound) return { values: new Float64Array(loop.values.length + 1), runs: 0 };
  // What is read of each row depends on the choices, which are the same in every frame.
  const powers = sound.over((row) => power(sound.track, row, params(0)));
  const values = powers.map((p, frame) => scaled(p, params(frame)));
  return followed({ ...loop, values });
}

/** The mean of a stretch of rows about one. */
export function meanAbout(track: SoundTrack, row: number, rows: number, read: (row: number) => number): number {
  const [from, to] = [Math.max(0, row - rows), Math.min(track.rows - 1, row + rows)];
  let sum = 0;
  for (let r = from; r <= to; r++) sum += read(r);
  return sum / (to - from + 1);
}

const BAND_EDGES: Record<string, [number, number]> = {
  low: [20, 250],
  middle: [250, 2000],
  high: [2000, 20_000],
};

export const bandPower = (track: SoundTrack, row: number, { band, low, high }: PlainParams): number =>
  powerBetween(track, row, ...(BAND_EDGES[band as string] ?? [low as number, high as number]));
