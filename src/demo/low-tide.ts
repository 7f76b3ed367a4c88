import { from, piece, strand } from './build';

export const lowTide = () =>
  piece(
    'Low Tide',
    'A sea in two halves: to the left every face of it shows, to the right the same swell runs smooth.',
    [
      strand(
        'field',
        'swell',
        ['plane', { plane: 'floor' }],
        ['fractal', { scale: 0.55, octaves: 3, roughness: 0.42, evolve: 2, seed: 12 }],
        ['remap', { fromLow: -0.55, fromHigh: 0.65, hold: 'held' }],
      ),
      strand(
        'field',
        'depth',
        ['from', { value: from('swell') }],
        [
          'ramp',
          {
            colours: [
              { at: 0, colour: '#0b2a33' },
              { at: 0.45, colour: '#1f6a6d' },
              { at: 0.72, colour: '#8fb7a0' },
              { at: 1, colour: '#f3e6c6' },
            ],
          },
        ],
      ),
      strand(
        'form',
        'faces',
        ['grid', { columns: 22, rows: 30, width: 4, depth: 6 }],
        ['triangulate'],
        ['push', { by: from('swell'), amount: 0.9, along: 'y' }],
        ['paint-faces', { colour: from('depth') }],
        ['shading', { style: 'flat' }],
      ),
      strand(
        'form',
        'water',
        ['grid', { columns: 90, rows: 130, width: 4, depth: 6 }],
        ['push', { by: from('swell'), amount: 0.9, along: 'y' }],
        ['paint', { colour: from('depth') }],
      ),
      strand('field', 'carried', ['carried']),
      strand('surface', 'wet', ['lit', { roughness: 0.38 }], ['colour', { colour: from('carried') }]),
      strand(
        'stage',
        'bay',
        ['camera', { position: [0, 2.3, 4.3], target: [0, 0.15, -0.9], lens: 30 }],
        ['place', { form: from('faces'), surface: from('wet'), position: [-2, 0, 0] }],
        ['place', { form: from('water'), surface: from('wet'), position: [2, 0, 0] }],
        ['sun', { turn: -100, height: 20, strength: 4.4, colour: '#ffc58a' }],
        ['fill', { above: '#86b4c4', below: '#12303a', strength: 1.1 }],
      ),
      strand(
        'finish',
        'out',
        ['shoot', { stage: from('bay') }],
        ['mist', { from: 3.2, density: 0.15, colour: '#8fa6a2', behind: 0.85 }],
        ['exposure', { stops: 0.3, shoulder: 0.6 }],
        ['vignette', {}],
      ),
    ],
    { picture: { width: 1280, height: 720, background: '#223c45' }, loop: { frames: 240, rate: 30, play: 'loop' } },
  );
