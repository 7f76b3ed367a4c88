import { by, control, from, piece, strand } from './build';

export const foghornTrails = () =>
  piece(
    'Foghorn Trails',
    'Boxes over the whole picture ride a noise that scrolls through. Their picture echoes, its ' +
      'channels lag, and what shows is how that differs from the clean shot.',
    [
      strand(
        'field',
        'swell',
        ['position'],
        ['noise', { scale: 0.42, repeat: 4, travel: [1, 0, 0], evolve: 1, seed: 11 }],
        ['remap', { fromLow: -0.35, fromHigh: 0.4, low: 0, high: 1, hold: 'held' }],
        ['power', { power: 2 }],
      ),
      strand('field', 'height', ['from', { value: from('swell') }], ['join', { how: 'multiply', other: 1.7 }]),
      strand('field', 'rise', ['combine', { x: 0, y: from('height'), z: 0 }]),
      strand(
        'field',
        'dye',
        ['from', { value: from('swell') }],
        [
          'ramp',
          {
            colours: [
              { at: 0, colour: '#0a2b30' },
              { at: 0.35, colour: '#14636c' },
              { at: 0.7, colour: '#d8702e' },
              { at: 1, colour: '#ffe3b3' },
            ],
          },
        ],
      ),
      strand('field', 'carried', ['carried']),
      strand('form', 'deck', ['points-grid', { counts: [31, 1, 23], size: [10.8, 0, 7.9] }]),
      strand(
        'form',
        'boxes',
        ['box', { size: [0.29, 0.6, 0.29] }],
        ['copies', { on: from('deck'), shift: from('rise'), colour: from('dye') }],
      ),
      strand('surface', 'paint', ['lit', { roughness: 0.5 }], ['colour', { colour: from('carried') }]),
      strand(
        'stage',
        'deck from above',
        ['camera', { position: [0, 4.1, 5], target: [0, 0.2, 0.1], lens: 32 }],
        ['place', { form: from('boxes'), surface: from('paint') }],
        [
          'spot',
          {
            position: [-2.6, 6.5, 2],
            target: [0, 0, 0],
            strength: 330,
            opening: 105,
            edge: 0.7,
            softness: 3,
            colour: '#ffd9ae',
          },
        ],
        ['fill', { above: '#3f7480', below: '#0b1416', strength: 1.5 }],
      ),
      strand(
        'finish',
        'out',
        ['from', { picture: from('clean') }],
        ['echo', { fade: by('trails', [0, 0.95]), size: 1.02, by: [0, 0.008, 0], hue: 4 }],
        ['lag', { red: 0, green: 3, blue: 7 }],
        ['blend', { picture: from('clean'), mode: 'difference', amount: by('difference') }],
        ['levels', { fromBlack: 0.03, fromWhite: 0.8, gamma: 1.1 }],
        ['glow', { threshold: 0.6, strength: 0.7, radius: 0.12 }],
        ['grain', { amount: 0.03 }],
        ['vignette', { amount: 0.45 }],
      ),
      strand('finish', 'clean', ['shoot', { stage: from('deck from above') }], ['exposure', { stops: 0.2 }]),
    ],
    {
      picture: { width: 1280, height: 720, background: '#04090a' },
      loop: { frames: 240, rate: 30, play: 'loop' },
      controls: [control('trails', 0.88), control('difference', 0.45)],
    },
  );
