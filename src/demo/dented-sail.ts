import { by, control, from, piece, strand } from './build';

export const dentedSail = () =>
  piece(
    'Dented Sail',
    'A sail that two magnets pull at as they go round, and what they passed a moment ago still follows.',
    [
      strand('signal', 'east', ['cycle', { turns: 1 }], ['remap', { fromLow: -1, fromHigh: 1, low: -1.2, high: 1.2 }]),
      strand(
        'signal',
        'up',
        ['cycle', { turns: 2, shift: 0.25 }],
        ['remap', { fromLow: -1, fromHigh: 1, low: -0.6, high: 0.6 }],
      ),
      strand(
        'signal',
        'west',
        ['cycle', { turns: -1, shift: 0.4 }],
        ['remap', { fromLow: -1, fromHigh: 1, low: -1.1, high: 1.1 }],
      ),
      strand('field', 'first', ['combine', { x: from('east'), y: from('up'), z: 0 }]),
      strand('field', 'second', ['combine', { x: from('west'), y: from('east'), z: 0 }]),
      strand('field', 'seams', ['uv'], ['stripes', {}], ['remap', { low: 0.86, high: 1 }]),
      strand(
        'field',
        'cloth',
        ['from', { value: from('seams') }],
        [
          'ramp',
          {
            colours: [
              { at: 0.85, colour: '#b3402a' },
              { at: 1, colour: '#f0d2a4' },
            ],
          },
        ],
      ),
      strand(
        'form',
        'sail',
        ['grid', { columns: 120, rows: 80, width: 4, depth: 2.6, lies: 'wall' }],
        [
          'magnet',
          {
            position: from('first'),
            radius: 1.1,
            weight: by('pull', [0, 2]),
            move: [0, 0, 0.75],
            lasts: 1.6,
          },
        ],
        [
          'magnet',
          {
            position: from('second'),
            radius: 0.9,
            weight: by('pull', [0, 2]),
            move: [0, 0, -0.6],
            turn: [0, 0, 40],
            kernel: 'bell',
            lasts: 1.6,
          },
        ],
      ),
      strand('surface', 'canvas', ['lit', { roughness: 0.75 }], ['colour', { colour: from('cloth') }]),
      strand(
        'stage',
        'loft',
        ['camera', { position: [1.5, -0.5, 5.1], target: [0.1, 0, 0], lens: 38 }],
        ['place', { form: from('sail'), surface: from('canvas') }],
        ['sun', { turn: -58, height: 34, strength: 3.2, colour: '#ffcf94' }],
        ['fill', { above: '#6d97ad', below: '#5a4038', strength: 1.8 }],
      ),
      strand(
        'finish',
        'out',
        ['shoot', { stage: from('loft') }],
        ['contrast', { amount: 1.1, saturation: 0.95 }],
        ['exposure', { stops: 0.1, shoulder: 0.5 }],
        ['vignette', {}],
        ['dither', {}],
      ),
    ],
    {
      picture: { width: 1280, height: 720, background: '#1b2225' },
      loop: { frames: 240, rate: 30, play: 'loop' },
      controls: [control('pull', 0.5)],
    },
  );
