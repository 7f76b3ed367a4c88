import type { Keyed } from '@/core/piece/types';
import { by, control, from, piece, strand } from './build';

/** Frames of a dot. */
const UNIT = 6;
/** "LOOP" in the code of ITU-R M.1677-1: a dash is three dots long, and so is the space between two letters. */
const LETTERS = ['.-..', '---', '---', '.--.'];

/** Moments at which the lamp goes on and off in turn, and the frames that the message takes with a pause about it. */
function message(): { moments: number[]; frames: number } {
  const units: number[] = [];
  let at = 2;
  for (const letter of LETTERS) {
    for (const sign of letter) {
      const long = sign === '-' ? 3 : 1;
      units.push(at, at + long);
      at += long + 1;
    }
    at += 2;
  }
  const frames = (at + 2) * UNIT;
  return { moments: units.map((u) => (u * UNIT) / frames), frames };
}

const { moments, frames } = message();

/** The lamp is carried along the quay and back. */
const WAY: Keyed = {
  keys: [
    { at: 0, value: [-2.6, 0.55, 0.9], ease: 'eased' },
    { at: 0.2, value: [-1, 0.75, 1.3], ease: 'eased' },
    { at: 0.45, value: [2.4, 0.6, 0.8], ease: 'eased' },
    { at: 0.62, value: [2.7, 1.35, -0.2], ease: 'eased' },
    { at: 0.82, value: [-0.4, 1.5, -0.9], ease: 'eased' },
  ],
};

export const signalLamp = () =>
  piece(
    'Signal Lamp',
    'A lamp is carried along a quay between bollards, and says LOOP in morse: its moments ' +
      'switch it on and off in turn, and its filament is a little behind.',
    [
      strand(
        'signal',
        'message',
        ['moments', { moments: moments.map((at) => ({ at, value: 1, ease: 'held' as const })) }],
        ['alternate'],
        ['smooth', { rise: 0.03, fall: by('afterglow', [0.02, 0.4]) }],
      ),
      strand(
        'signal',
        'light',
        ['constant', { value: 0.4 }],
        ['mix', { other: by('lamp', [5, 90]), amount: from('message') }],
      ),
      strand('signal', 'filament', ['constant', { value: 0.15 }], ['mix', { other: 9, amount: from('message') }]),
      strand('form', 'quay', ['points-line', { count: 9, from: [-4, 0, -0.3], to: [4, 0, -0.3] }]),
      strand(
        'form',
        'bollards',
        ['cylinder', { low: 0.2, high: 0.16, height: 0.8, columns: 40, rows: 6 }],
        ['copies', { on: from('quay') }],
      ),
      strand('form', 'lamp', ['ball', { radius: 0.09, columns: 32, rows: 20 }]),
      strand('surface', 'iron', ['lit', { colour: '#5c6468', roughness: 0.45, metal: 0.4 }]),
      strand('surface', 'wet stone', ['lit', { colour: '#4a4742', roughness: 0.55 }]),
      strand(
        'surface',
        'wick',
        ['lit', { colour: '#000000' }],
        ['glow', { colour: '#ffd9a0', strength: from('filament') }],
      ),
      strand(
        'stage',
        'night',
        ['camera', { position: [0, 1.7, 6.2], target: [0, 0.45, 0], lens: 34 }],
        ['place', { form: from('bollards'), surface: from('iron'), position: [0, 0.4, 0] }],
        ['place', { form: from('lamp'), surface: from('wick'), position: WAY }],
        ['floor', { surface: from('wet stone') }],
        ['point', { position: WAY, strength: from('light'), colour: '#ffcf96', shadow: 'cast' }],
        ['fill', { above: '#20343f', below: '#0a0c0e', strength: 0.5 }],
      ),
      strand(
        'finish',
        'out',
        ['shoot', { stage: from('night') }],
        ['glow', { threshold: 0.7, strength: 0.8, radius: 0.18 }],
        ['exposure', { stops: 0.2, shoulder: 0.7 }],
        ['dither', {}],
      ),
    ],
    {
      picture: { width: 1280, height: 720, background: '#070b10' },
      loop: { frames, rate: 30, play: 'loop' },
      controls: [control('lamp', 0.3), control('afterglow', 0.3)],
    },
  );
