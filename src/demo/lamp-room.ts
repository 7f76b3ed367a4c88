import { from, piece, strand } from './build';

export const lampRoom = piece(
  'Lamp Room',
  'Night two: the lamp at the end of the rope walk, alight inside its crust.',
  [
    strand('signal', 'pulse', ['cycle', { turns: 2, shift: 0.25 }], ['remap', { low: 1.2, high: 3.4 }]),
    strand(
      'field',
      'crust',
      ['position'],
      ['fractal', { style: 'ridged', scale: 1.3, octaves: 4, roughness: 0.45, evolve: 2, seed: 5 }],
      ['remap', { fromLow: -0.2, fromHigh: 0.95, hold: 'held' }],
    ),
    strand(
      'field',
      'embers',
      ['from', { value: from('crust') }],
      ['remap', { fromLow: 0.7, fromHigh: 1, hold: 'held' }],
      ['power', { power: 1.8 }],
      ['join', { how: 'multiply', other: from('pulse') }],
    ),
    strand(
      'field',
      'skin',
      ['from', { value: from('crust') }],
      [
        'ramp',
        {
          colours: [
            { at: 0, colour: '#191c20' },
            { at: 0.55, colour: '#3b3430' },
            { at: 1, colour: '#a8693a' },
          ],
        },
      ],
    ),
    strand(
      'form',
      'lamp',
      ['ball', { radius: 1, columns: 150, rows: 80 }],
      ['push', { by: from('crust'), amount: 0.34 }],
    ),
    strand(
      'surface',
      'iron',
      ['lit', { roughness: 0.55, metal: 0.35 }],
      ['colour', { colour: from('skin') }],
      ['glow', { colour: '#ff8a35', strength: from('embers') }],
    ),
    strand(
      'stage',
      'room',
      ['camera', { position: [0, 0.5, 5.4], target: [0, 0, 0], lens: 40 }],
      ['sun', { turn: -58, height: 40, strength: 3.2, colour: '#bcd4e6' }],
      ['fill', { above: '#5f7d8f', below: '#3a1c0d', strength: 0.7 }],
      ['place', { form: from('lamp'), surface: from('iron') }],
    ),
    strand(
      'finish',
      'out',
      ['shoot', { stage: from('room') }],
      ['exposure', { stops: 0.2, shoulder: 0.7 }],
      ['contrast', { amount: 1.1 }],
    ),
  ],
  { picture: { width: 1080, height: 1080, background: '#101318' }, loop: { frames: 180, rate: 30, play: 'loop' } },
);
