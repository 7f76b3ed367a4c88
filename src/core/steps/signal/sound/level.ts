import { powerOf, STEP_SECONDS } from '../../../sound/track';
import type { SignalStep } from '../../definition';
import { choice, number } from '../../params';
import { followSound, meanAbout, SOUND_PARAMS } from './sound-params';

export const soundLevel: SignalStep = {
  op: 'signal.sound-level',
  name: 'Sound level',
  description: 'How loud the sound of the piece is, from 0 to 1.',
  takes: [],
  gives: 'float',
  group: 'sound',
  cellParam: 'measure',
  aliases: ['audio', 'volume', 'loudness', 'rms', 'peak', 'amplitude', 'music'],
  params: [
    choice({
      id: 'measure',
      name: 'Measure',
      description: 'The mean over the window (of squares), or its largest sample.',
      options: [
        { id: 'mean', name: 'Mean (RMS)' },
        { id: 'peak', name: 'Peak' },
      ],
    }),
    number({
      id: 'window',
      name: 'Window',
      description: 'Time about each frame that counts.',
      default: 0.05,
      min: 0.01,
      max: 1,
      hard: [0, 10],
      unit: 's',
    }),
    ...SOUND_PARAMS,
  ],
  overLoop: (loop) =>
    followSound(loop, (track, row, { measure, window }) => {
      const rows = Math.round((window as number) / STEP_SECONDS / 2);
      if (measure === 'mean') return meanAbout(track, row, rows, (r) => powerOf(track, r));
      let peak = 0;
      for (let r = Math.max(0, row - rows); r <= Math.min(track.rows - 1, row + rows); r++)
        peak = Math.max(peak, track.peaks[r]!);
      // A sine has half the square of its peak as its mean.
      return peak ** 2 / 2;
    }),
  glsl: '  return v;',
};
