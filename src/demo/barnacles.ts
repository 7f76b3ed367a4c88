import { by, control, from, piece, strand } from './build';

export const barnacles = () =>
  piece(
    'Barnacles',
    'Hundreds of balls, put in place by one noise and sized by another, grow into one another ' +
      'as a skin of cells, seen through a round lens.',
    [
      strand('field', 'sideways', ['position'], ['noise', { scale: 2.3, evolve: 1, seed: 3 }]),
      strand('field', 'upwards', ['position'], ['noise', { scale: 2.3, evolve: 1, seed: 14 }]),
      strand('field', 'place', ['combine', { x: from('sideways'), y: from('upwards'), z: 0 }]),
      strand(
        'field',
        'growth',
        ['position'],
        ['fractal', { scale: 0.8, octaves: 2, evolve: 2, seed: 22 }],
        ['remap', { fromLow: -0.45, fromHigh: 0.5, low: 0.3, high: 1.35, hold: 'held' }],
      ),
      strand(
        'field',
        'dye',
        ['from', { value: from('growth') }],
        ['remap', { fromLow: 0.3, fromHigh: 1.35 }],
        [
          'ramp',
          {
            colours: [
              { at: 0, colour: '#1c2a30' },
              { at: 0.4, colour: '#4f7d78' },
              { at: 0.75, colour: '#d9c9a3' },
              { at: 1, colour: '#f6efe0' },
            ],
          },
        ],
      ),
      strand('form', 'rock', ['points-grid', { counts: [30, 21, 1], size: [6.6, 4.5, 0] }]),
      strand(
        'form',
        'shells',
        ['icosphere', { radius: 0.22, times: 2 }],
        ['copies', { on: from('rock'), shift: from('place'), size: from('growth'), colour: from('dye') }],
      ),
      strand('field', 'carried', ['carried']),
      strand(
        'surface',
        'lime',
        ['lit', { roughness: 0.55 }],
        ['colour', { colour: from('carried') }],
        ['rim', { strength: by('rim', [0, 0.8]), power: 2.5 }],
      ),
      strand(
        'stage',
        'hull',
        ['camera', { kind: 'fisheye', position: [0, 0, 2.1], target: [0, 0, 0], opening: 130 }],
        ['place', { form: from('shells'), surface: from('lime') }],
        ['sun', { turn: -35, height: 46, strength: 3, colour: '#fff0d6' }],
        ['fill', { above: '#7d98a1', below: '#1b2326', strength: 0.9 }],
      ),
      strand('finish', 'out', ['shoot', { stage: from('hull') }], ['exposure', { stops: 0, shoulder: 0.6 }]),
    ],
    {
      picture: { width: 1080, height: 1080, background: '#0c1012' },
      loop: { frames: 240, rate: 30, play: 'loop' },
      controls: [control('rim', 0.3)],
    },
  );
