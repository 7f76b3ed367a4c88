import { from, piece, strand } from './build';

export const estuaryCloth = piece(
  'Estuary Cloth',
  'Between the sets: a flat banner for the side walls, woven from travelling noise without a stage.',
  [
    strand('signal', 'drift', ['cycle', { turns: 1 }], ['remap', { low: 1.6, high: 2.4 }]),
    strand(
      'field',
      'folds',
      ['uv'],
      ['scale', { by: [4.4, 1.3, 1] }],
      ['fractal', { scale: 1, octaves: 3, roughness: 0.4, evolve: 2, repeat: 4, travel: [0, 1, 0], seed: 8 }],
    ),
    strand(
      'field',
      'bands',
      ['from', { value: from('folds') }],
      ['wave', { count: from('drift'), turns: 2 }],
      ['remap', { low: 0, high: 1 }],
    ),
    strand(
      'field',
      'dye',
      ['from', { value: from('bands') }],
      [
        'ramp',
        {
          colours: [
            { at: 0, colour: '#10222b' },
            { at: 0.35, colour: '#1f5a63' },
            { at: 0.6, colour: '#c26a4a' },
            { at: 0.8, colour: '#efc98d' },
            { at: 1, colour: '#fbf3df' },
          ],
        },
      ],
      ['tint', { colour: '#fff4e4', gain: 0.9 }],
    ),
    strand(
      'finish',
      'out',
      ['paint', { colour: from('dye') }],
      ['exposure', { stops: 0, shoulder: 0.35 }],
      ['contrast', { amount: 1.05 }],
      ['dither', {}],
    ),
  ],
  { picture: { width: 1920, height: 540, background: '#10222b' }, loop: { frames: 300, rate: 30, play: 'loop' } },
);
