import { by, control, from, piece, strand } from './build';

export const harbourFloor = () =>
  piece(
    'Harbour Floor',
    'Between the sets: light through water falls over the stones, split into its colours at the edges.',
    [
      strand('field', 'apart', ['combine', { x: by('colour shift'), y: 0, z: by('colour shift') }]),
      strand('field', 'sway', ['plane'], ['noise', { scale: 0.7, evolve: 2, seed: 3 }]),
      strand(
        'field',
        'light',
        ['plane'],
        ['distort', { by: from('sway'), amount: 0.22 }],
        ['cells', { show: 'nearest', scale: 1.5, wander: 2, seed: 6 }],
        ['power', { power: by('sharpness') }],
        ['split', { shift: from('apart') }],
      ),
      strand(
        'field',
        'sand',
        ['position'],
        ['fractal', { scale: 2.2, octaves: 5, evolve: 0, seed: 12 }],
        ['remap', { fromLow: -0.6, fromHigh: 0.6 }],
        [
          'ramp',
          {
            colours: [
              { at: 0, colour: '#1f3a3a' },
              { at: 0.6, colour: '#416460' },
              { at: 1, colour: '#6e8a78' },
            ],
          },
        ],
      ),
      strand(
        'field',
        'dunes',
        ['position'],
        ['fractal', { scale: 1.1, octaves: 2, evolve: 0, seed: 12 }],
        ['remap', { fromLow: -0.6, fromHigh: 0.6 }],
      ),
      strand(
        'field',
        'stone grain',
        ['position'],
        ['fractal', { style: 'terrain', scale: 2.4, octaves: 5, evolve: 0, seed: 31 }],
      ),
      strand(
        'form',
        'bed',
        ['grid', { columns: 160, rows: 160, width: 12, depth: 12 }],
        ['push', { by: from('dunes'), amount: 0.25, along: 'y' }],
      ),
      strand(
        'form',
        'stone',
        ['ball', { radius: 0.7, columns: 90, rows: 60 }],
        ['push', { by: from('stone grain'), amount: 0.22 }],
      ),
      strand('form', 'stake', ['tube', { radius: 0.16, height: 3, columns: 32, rows: 12 }]),
      strand('surface', 'ground', ['lit', { roughness: 0.95 }], ['colour', { colour: from('sand') }]),
      strand('surface', 'rock', ['lit', { colour: '#4b5a58', roughness: 0.9 }]),
      strand('surface', 'wood', ['lit', { colour: '#4f4334', roughness: 0.9 }]),
      strand(
        'surface',
        'caustics',
        ['lit', { colour: '#000000' }],
        ['glow', { colour: from('light'), strength: by('brightness') }],
        ['shading', { shading: 'flat' }],
        ['blend', { mode: 'additive' }],
      ),
      strand(
        'stage',
        'sea bed',
        ['camera', { position: [0, 2.1, 5], target: [0, 0.2, -0.4], lens: 32 }],
        ['place', { form: from('bed'), surface: from('ground') }],
        ['place', { form: from('stone'), surface: from('rock'), position: [-1.2, 0.3, 0.4] }],
        [
          'place',
          { form: from('stone'), surface: from('rock'), position: [1.3, 0.2, -0.9], size: 1.3, turn: [20, 120, 0] },
        ],
        ['place', { form: from('stake'), surface: from('wood'), position: [0.3, 1, -2.2], turn: [0, 0, 8] }],
        ['overlay', { surface: from('caustics') }],
        ['sun', { turn: 20, height: 70, strength: 1.1, colour: '#bfe6e0' }],
        ['fill', { above: '#3f7f86', below: '#0d2a2e', strength: 0.9 }],
      ),
      strand('finish', 'out', ['shoot', { stage: from('sea bed') }], ['exposure', { stops: 0.2, shoulder: 0.7 }]),
    ],
    {
      picture: { width: 1280, height: 720, background: '#0b3238' },
      loop: { frames: 240, rate: 30, play: 'loop' },
      controls: [
        control('colour shift', 0.025, 0, 0.3, 3),
        control('sharpness', 4.5, 1, 8),
        control('brightness', 2.2, 0, 8),
      ],
    },
  );
