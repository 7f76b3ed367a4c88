import { by, control, from, piece, strand } from './build';

export const tideGauge = () =>
  piece(
    'Tide Gauge',
    'In the foyer: a glass gauge that fills and empties once in each loop.',
    [
      strand('signal', 'tide', [
        'keys',
        {
          keys: [
            { at: 0, value: -0.8, ease: 'eased' },
            { at: 0.42, value: 0.85, ease: 'held' },
            { at: 0.52, value: 0.85, ease: 'eased' },
            { at: 0.92, value: -0.8, ease: 'linear' },
          ],
        },
      ]),
      strand('field', 'chop', ['position'], ['noise', { scale: 3, evolve: 6, seed: 2 }], ['gain', { by: by('chop') }]),
      strand(
        'field',
        'level',
        ['position'],
        ['pick', { channel: 'y or green' }],
        ['join', { how: 'subtract', other: from('tide') }],
        ['join', { how: 'subtract', other: from('chop') }],
      ),
      strand(
        'field',
        'edge',
        ['from', { value: from('level') }],
        ['absolute'],
        ['smooth-step', { from: by('edge width'), to: 0 }],
      ),
      strand(
        'field',
        'depth',
        ['from', { value: from('level') }],
        ['remap', { fromLow: -1.6, fromHigh: 0, hold: 'held' }],
        [
          'ramp',
          {
            colours: [
              { at: 0, colour: '#06202c' },
              { at: 0.7, colour: '#12667a' },
              { at: 1, colour: '#5fd0c4' },
            ],
            space: 'perceptual',
          },
        ],
      ),
      strand(
        'field',
        'marks',
        ['uv'],
        ['scale', { by: [1, 1, 1] }],
        ['stripes', { direction: [0, 1, 0], count: 10, width: 0.06, softness: 0.02 }],
      ),
      strand('form', 'water', ['tube', { radius: 0.52, height: 2, columns: 80, rows: 160 }]),
      strand('form', 'glass', ['tube', { radius: 0.6, height: 2.2, columns: 80, rows: 4 }]),
      strand(
        'surface',
        'liquid',
        ['lit', { roughness: 0.3 }],
        ['colour', { colour: from('depth') }],
        ['glow', { colour: from('depth'), strength: 0.35 }],
        ['glow', { colour: '#d8fff2', strength: from('edge') }],
        ['cut', { by: from('level'), edge: 0, away: 'above' }],
      ),
      strand(
        'surface',
        'pane',
        ['lit', { colour: '#0c1416', roughness: 0.08 }],
        ['opacity', { opacity: 0.12 }],
        ['glow', { colour: '#dfe8e0', strength: from('marks') }],
        [
          'rim',
          {
            power: 2.2,
            strength: 0.5,
            colours: [
              { at: 0, colour: '#000000' },
              { at: 1, colour: '#bfe0da' },
            ],
            also: 'covers',
          },
        ],
      ),
      strand('surface', 'slate', ['lit', { colour: '#232a29', roughness: 0.5 }]),
      strand(
        'stage',
        'foyer',
        ['camera', { position: [0, 1.45, 5.2], target: [0, 1.1, 0], lens: 40 }],
        ['floor', { surface: from('slate'), size: 14 }],
        ['place', { form: from('water'), surface: from('liquid'), position: [0, 1.12, 0] }],
        ['place', { form: from('glass'), surface: from('pane'), position: [0, 1.12, 0] }],
        ['spot', { position: [2.5, 4, 2.5], target: [0, 1, 0], strength: 70, opening: 44, colour: '#ffe8cc' }],
        ['fill', { above: '#5a7880', below: '#15191a', strength: 0.7 }],
        [
          'surroundings',
          { style: 'gradient', above: '#20343a', level: '#51666a', below: '#101414', strength: 0.7, shown: 'no' },
        ],
      ),
      strand(
        'finish',
        'out',
        ['shoot', { stage: from('foyer') }],
        ['exposure', { stops: 0.2, shoulder: 0.6 }],
        ['dither', {}],
      ),
    ],
    {
      picture: { width: 720, height: 1280, background: '#0f1718' },
      loop: { frames: 240, rate: 30, play: 'loop' },
      controls: [control('chop', 0.03, 0, 0.3, 2), control('edge width', 0.05, 0.005, 0.3, 2)],
    },
  );
