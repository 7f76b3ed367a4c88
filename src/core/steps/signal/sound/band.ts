import type { SignalStep } from '../../definition';
import { choice } from '../../params';
import { bandPower, followSound, frequency, SOUND_PARAMS } from './sound-params';

export const soundBand: SignalStep = {
  op: 'signal.sound-band',
  name: 'Sound band',
  description: 'How loud the sound of the piece is between two frequencies.',
  takes: [],
  gives: 'float',
  group: 'sound',
  cellParam: 'band',
  aliases: ['audio', 'bass', 'treble', 'frequency', 'fft', 'spectrum', 'equaliser'],
  params: [
    choice({
      id: 'band',
      name: 'Band',
      description: 'Which part of the spectrum counts.',
      options: [
        { id: 'low', name: 'Low, to 250 Hz' },
        { id: 'middle', name: 'Middle, to 2 kHz' },
        { id: 'high', name: 'High' },
        { id: 'own', name: 'Between two' },
      ],
    }),
    frequency('low', 'From', 'Lower edge, where it is between two.', 60),
    frequency('high', 'To', 'Upper edge, where it is between two.', 200),
    ...SOUND_PARAMS,
  ],
  overLoop: (loop) => followSound(loop, bandPower),
  glsl: '  return v;',
};
