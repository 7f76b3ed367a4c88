import { by, control, from, piece, strand } from './build';

const shell = (size: number, turn: number): [string, Record<string, never>] => [
  'place',
  { form: from('shell'), surface: from('ember'), size, turn: [turn * 0.3, turn, 0] } as never,
];

export const emberShells = () =>
  piece(
    'Ember Shells',
    'Bands bent by a noise glow and open up four shells, one in another. It closes at 300 ' +
      'frames, and still does at 210.',
    [
      strand('signal', 'breath', ['cycle', { turns: 2 }], ['remap', { low: 0.5, high: 0.66 }]),
      strand(
        'field',
        'bands',
        ['position'],
        [
          'bands',
          { shape: 'bands', count: 3, direction: [0.2, 1, 0.1], shift: 1, bend: 1.3, bendScale: 1.1, octaves: 3 },
        ],
        ['remap', { fromLow: -1, fromHigh: 1, low: 0, high: 1 }],
      ),
      strand('field', 'open', ['from', { value: from('bands') }], ['smooth-step', { from: from('breath'), to: 0.95 }]),
      strand(
        'field',
        'heat',
        ['from', { value: from('bands') }],
        [
          'ramp',
          {
            colours: [
              { at: 0.4, colour: '#2a0602' },
              { at: 0.72, colour: '#8f2408' },
              { at: 0.9, colour: '#f0742a' },
              { at: 1, colour: '#fff0c4' },
            ],
          },
        ],
      ),
      strand('form', 'shell', ['ball', { radius: 1 }]),
      strand(
        'surface',
        'ember',
        ['lit', { colour: '#000000' }],
        ['glow', { colour: from('heat'), strength: 0.8 }],
        ['opacity', { opacity: from('open') }],
        ['sides', {}],
        ['shading', { shading: 'flat' }],
      ),
      strand(
        'stage',
        'dark',
        ['camera', { position: [0, 0.7, 5.6], target: [0, 0, 0], lens: 34 }],
        shell(0.55, 0),
        shell(0.85, 70),
        shell(1.15, 150),
        shell(1.45, 220),
      ),
      strand(
        'finish',
        'out',
        ['shoot', { stage: from('dark') }],
        ['glow', { threshold: 0.5, strength: by('glow', [0, 3]), radius: 0.3, tint: '#ff9a50' }],
        ['tone', {}],
        ['vignette', { amount: 0.5 }],
        ['dither', {}],
      ),
    ],
    {
      picture: { width: 1280, height: 720, background: '#060302' },
      loop: { frames: 300, rate: 30, play: 'loop' },
      controls: [control('glow', 0.4)],
    },
  );
