import { by, control, from, piece, strand } from './build';

export const lanternAsh = () =>
  piece(
    'Lantern Ash',
    'Night three: a paper lantern burns away along its grain and comes back.',
    [
      strand('signal', 'burn', ['cycle', { turns: 1, shift: 0.75 }], ['remap', { low: 0.16, high: by('burnt most') }]),
      strand(
        'signal',
        'flicker',
        ['random', { steps: 24, glide: 0.8, seed: 3 }],
        ['remap', { fromLow: 0, fromHigh: 1, low: 9, high: 15 }],
      ),
      strand(
        'field',
        'grain',
        ['position'],
        ['scale', { by: [1, 1.7, 1] }],
        ['fractal', { scale: 1.5, octaves: 5, roughness: 0.52, evolve: 0, seed: 21 }],
        ['remap', { fromLow: -0.6, fromHigh: 0.6, low: 0, high: 1 }],
      ),
      strand('field', 'left', ['from', { value: from('grain') }], ['join', { how: 'subtract', other: from('burn') }]),
      strand(
        'field',
        'edge',
        ['from', { value: from('left') }],
        ['remap', { fromLow: by('edge width'), fromHigh: 0, low: 0, high: 1, hold: 'held' }],
        ['power', { power: 1.7 }],
      ),
      strand(
        'field',
        'char',
        ['from', { value: from('left') }],
        [
          'ramp',
          {
            colours: [
              { at: 0, colour: '#120a08' },
              { at: 0.09, colour: '#3a1f14' },
              { at: 0.24, colour: '#e9c99a' },
              { at: 1, colour: '#f5e6c8' },
            ],
            space: 'perceptual',
          },
        ],
      ),
      strand('field', 'ribs', ['uv'], ['stripes', { direction: [0, 1, 0], count: 14, width: 0.08, softness: 0.05 }]),
      strand(
        'field',
        'planks',
        ['plane'],
        ['bricks', { show: 'brick number', columns: 0.35, rows: 2.2, seed: 5 }],
        [
          'ramp',
          {
            colours: [
              { at: 0, colour: '#2c221c' },
              { at: 1, colour: '#4a382c' },
            ],
          },
        ],
      ),
      strand(
        'form',
        'lantern',
        ['ball', { radius: 1, columns: 48, rows: 480 }],
        ['push', { by: from('ribs'), amount: 0.03 }],
      ),
      strand(
        'surface',
        'paper',
        ['lit', { roughness: 0.9 }],
        ['colour', { colour: from('char') }],
        ['glow', { colour: from('char'), strength: 0.35 }],
        ['glow', { colour: '#ff7a22', strength: from('edge') }],
        ['cut', { by: from('left'), edge: 0 }],
      ),
      strand('surface', 'boards', ['lit', { roughness: 0.6 }], ['colour', { colour: from('planks') }]),
      strand(
        'stage',
        'loft',
        ['camera', { position: [0, 1.35, 4.6], target: [0, 0.75, 0], lens: 34 }],
        ['floor', { surface: from('boards'), size: 16 }],
        ['place', { form: from('lantern'), surface: from('paper'), position: [0, 1.15, 0], size: 0.85 }],
        [
          'point',
          { position: [0, 1.15, 0], strength: from('flicker'), colour: '#ffb066', shadow: 'cast', softness: 3 },
        ],
        [
          'spot',
          { position: [3, 4.5, 2.5], target: [0, 0.8, 0], strength: 110, opening: 60, colour: '#9db9d6', softness: 4 },
        ],
        ['fill', { above: '#33434d', below: '#1a120d', strength: 1 }],
      ),
      strand('finish', 'out', ['shoot', { stage: from('loft') }], ['exposure', { stops: 0.15, shoulder: 0.7 }]),
    ],
    {
      picture: { width: 1080, height: 1080, background: '#0d1013' },
      loop: { frames: 240, rate: 30, play: 'loop' },
      controls: [control('burnt most', 0.72, 0.3, 1), control('edge width', 0.1, 0.01, 0.3, 2)],
    },
  );
