import { from, piece, strand } from './build';

export const tidewaterVeil = piece(
  'Tidewater Veil',
  'Night one, before the doors open: a dark tide that breathes twice in each loop.',
  [
    strand('signal', 'breath', ['cycle', { turns: 2 }], ['remap', { low: 0.42, high: 0.62 }]),
    strand(
      'field',
      'swell',
      ['position'],
      ['fractal', { scale: 0.62, octaves: 4, roughness: 0.42, evolve: 3, seed: 17 }],
      ['remap', { fromLow: -0.6, fromHigh: 0.6, low: 0, high: 1 }],
    ),
    strand(
      'field',
      'tint',
      ['from', { value: from('swell') }],
      [
        'ramp',
        {
          colours: [
            { at: 0.1, colour: '#021016' },
            { at: 0.45, colour: '#0a3a47' },
            { at: 0.68, colour: '#1f7a80' },
            { at: 0.86, colour: '#d9b98a' },
            { at: 1, colour: '#fff3dc' },
          ],
        },
      ],
    ),
    strand(
      'field',
      'crest',
      ['from', { value: from('swell') }],
      ['remap', { fromLow: 0.72, fromHigh: 1, hold: 'held' }],
      ['power', { power: 2 }],
    ),
    strand(
      'form',
      'sea',
      ['grid', { columns: 150, rows: 110, width: 15, depth: 12 }],
      ['push', { by: from('swell'), amount: from('breath'), along: 'y' }],
    ),
    strand(
      'surface',
      'wet silk',
      ['lit', { roughness: 0.38, metal: 0.1 }],
      ['colour', { colour: from('tint') }],
      ['glow', { colour: '#ffd9a0', strength: from('crest') }],
    ),
    strand(
      'stage',
      'hall',
      ['camera', { position: [0, 1.2, 5.2], target: [0, 0.3, -1], lens: 34 }],
      ['sun', { turn: 165, height: 17, strength: 2.4, colour: '#ffcf9a' }],
      ['fill', { above: '#7fb6c8', below: '#12343a', strength: 1.7 }],
      ['place', { form: from('sea'), surface: from('wet silk') }],
    ),
    strand(
      'finish',
      'out',
      ['shoot', { stage: from('hall') }],
      ['exposure', { stops: 0.3, shoulder: 0.6 }],
      ['contrast', { amount: 1.15, saturation: 1.05 }],
    ),
  ],
  { picture: { width: 1280, height: 720, background: '#143038' } },
);
