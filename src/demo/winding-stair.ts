import { from, piece, strand } from './build';

export const windingStair = () =>
  piece(
    'Winding Stair',
    'One landing, each 1.414 times the last and an eighth of a turn further. Two landings go by ' +
      'in a loop, and the last picture is the first.',
    [
      strand('field', 'late', ['copy', { as: 'count' }], ['join', { how: 'multiply', other: 0.5 }]),
      strand(
        'field',
        'treads',
        ['position'],
        ['polar'],
        ['pick', { channel: 'y or green' }],
        ['bands', { count: 8, turns: 1 }],
        ['remap', { fromLow: -1, fromHigh: 1 }],
      ),
      strand(
        'field',
        'wood',
        ['from', { value: from('treads') }],
        [
          'ramp',
          {
            colours: [
              { at: 0, colour: '#20262a' },
              { at: 0.6, colour: '#6d5a44' },
              { at: 1, colour: '#e2c391' },
            ],
          },
        ],
      ),
      strand(
        'form',
        'landing',
        ['disc', { radius: 0.012, inner: 0.0068, sweep: 0.8, columns: 32, rows: 2 }],
        ['thicken', { thickness: 0.0022 }],
        [
          'nest',
          { count: 24, ratio: 1.4142135, turn: [0, 0, 45], centre: [0, 0, -0.017], moves: 2, delay: from('late') },
        ],
      ),
      strand('surface', 'boards', ['lit', { roughness: 0.6 }], ['colour', { colour: from('wood') }]),
      strand(
        'stage',
        'tower',
        ['camera', { position: [0, 0, 3.4], target: [0, 0, 0], lens: 24 }],
        ['place', { form: from('landing'), surface: from('boards') }],
        ['sun', { turn: -52, height: 30, strength: 3.2, colour: '#ffd9a6' }],
        ['fill', { above: '#6f8f9c', below: '#5a4636', strength: 1.5 }],
      ),
      strand(
        'finish',
        'out',
        ['shoot', { stage: from('tower') }],
        ['mist', { from: 2.2, density: 0.6, colour: '#123244', behind: 0.9 }],
        ['exposure', { stops: 0.3, shoulder: 0.6 }],
        ['vignette', {}],
        ['dither', {}],
      ),
    ],
    { picture: { width: 1080, height: 1080, background: '#0f1214' }, loop: { frames: 120, rate: 30, play: 'loop' } },
  );
