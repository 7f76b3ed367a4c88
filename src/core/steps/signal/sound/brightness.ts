import { centreOf } from '../../../sound/track';
import type { SignalStep } from '../../definition';
import { followed } from '../memory/loop-run';
import { frequency, SOUND_PARAMS } from './sound-params';

export const soundBrightness: SignalStep = {
  op: 'signal.sound-brightness',
  name: 'Sound brightness',
  description: 'How high the middle of the spectrum lies, by pitch: dull sounds are near 0, bright ones near 1.',
  takes: [],
  gives: 'float',
  group: 'sound',
  aliases: ['audio', 'centroid', 'timbre', 'pitch', 'tone'],
  params: [
    frequency('low', 'Dull', 'What counts as 0.', 80),
    frequency('high', 'Bright', 'What counts as 1.', 8000),
    ...SOUND_PARAMS.filter((p) => p.id === 'rise' || p.id === 'fall'),
  ],
  overLoop: (loop) => {
    const { sound, params } = loop;
    if (!sound) return { values: new Float64Array(loop.values.length + 1), runs: 0 };
    const centres = sound.over((row) => centreOf(sound.track, row));
    const values = centres.map((centre, frame) => {
      const { low, high } = params(frame) as { low: number; high: number };
      if (centre <= 0 || low === high) return 0;
      return Math.min(1, Math.max(0, Math.log(centre / low) / Math.log(high / low)));
    });
    return followed({ ...loop, values });
  },
  glsl: '  return v;',
};
