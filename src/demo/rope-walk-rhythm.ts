import { by, control, from, piece, strand } from './build';

/** Heights that are drawn again at every fourth beat, while the others are seen. */
const throwOf = (name: string, shift: number, seed: number) => [
  strand('signal', `${name} seed`, ['every', { of: 'beats', count: 4, shift }], ['count', { from: seed }]),
  strand('field', name, ['random-each', { of: 'copy', seed: from(`${name} seed`) }]),
];

export const ropeWalkRhythm = () =>
  piece(
    'Rope Walk Rhythm',
    'Every second beat of 16 at 120 each bobbin is thrown to another height, shoots past it on ' +
      'a spring and settles; those further out are late. What they are thrown to is drawn by a ' +
      'count of the beats.',
    [
      strand(
        'signal',
        'thrown',
        ['every', { of: 'beats', count: 2 }],
        ['alternate'],
        ['spring', { swing: by('swing', [1, 5]), damping: by('damping', [0.12, 1]) }],
      ),
      ...throwOf('first', 0, 11),
      ...throwOf('second', 0.5, 40),
      strand(
        'field',
        'height',
        ['from', { value: from('second') }],
        ['mix', { other: from('first'), amount: from('thrown') }],
        ['power', { power: 1.6 }],
      ),
      strand('field', 'rise', ['from', { value: from('height') }], ['remap', { low: -0.5, high: 1.1 }]),
      strand('field', 'shift', ['combine', { x: 0, y: from('rise'), z: 0 }]),
      strand(
        'field',
        'late',
        ['position'],
        ['length'],
        ['remap', { fromLow: 0, fromHigh: 5, low: 0, high: by('ripple', [0, 0.06]) }],
      ),
      strand(
        'field',
        'dye',
        ['from', { value: from('height') }],
        [
          'ramp',
          {
            colours: [
              { at: 0, colour: '#1b2c33' },
              { at: 0.35, colour: '#6d5a3f' },
              { at: 0.7, colour: '#d8b06a' },
              { at: 1, colour: '#f6e6bd' },
            ],
          },
        ],
      ),
      strand('field', 'carried', ['carried']),
      strand('form', 'walk', ['points-grid', { counts: [15, 1, 15], size: [7, 0, 7] }]),
      strand(
        'form',
        'bobbins',
        ['cylinder', { low: 0.19, high: 0.19, height: 1.3, columns: 28, rows: 1 }],
        ['copies', { on: from('walk'), shift: from('shift'), colour: from('dye'), delay: from('late') }],
      ),
      strand('surface', 'hemp', ['lit', { roughness: 0.62 }], ['colour', { colour: from('carried') }]),
      strand(
        'stage',
        'hall',
        ['camera', { position: [5.2, 5.6, 5.2], target: [0, -0.1, 0], lens: 40 }],
        ['place', { form: from('bobbins'), surface: from('hemp') }],
        ['sun', { turn: -60, height: 34, strength: 3.4, colour: '#ffdcb0', softness: 3 }],
        ['fill', { above: '#8fa9b5', below: '#3a2c22', strength: 1.1 }],
      ),
      strand(
        'finish',
        'out',
        ['shoot', { stage: from('hall') }],
        ['vignette', { amount: 0.5 }],
        ['exposure', { stops: 0.2, shoulder: 0.7 }],
        ['dither', {}],
      ),
    ],
    {
      picture: { width: 1280, height: 720, background: '#0e1315' },
      loop: { frames: 240, rate: 30, play: 'loop', tempo: 120 },
      controls: [control('swing', 0.3), control('damping', 0.2), control('ripple', 0.7)],
    },
  );
