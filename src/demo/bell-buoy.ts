import { by, control, from, piece, strand } from './build';

const RIPPLE = {
  origin: from('origin'),
  count: by('density'),
  turns: 3,
  height: by('height', [0, 1]),
  falloff: 0.35,
  reach: by('reach'),
  softness: by('softness'),
};

export const bellBuoy = () =>
  piece(
    'Bell Buoy',
    'Night one: rings run out from one point over a pool and over a ball; the point can be moved.',
    [
      strand('field', 'origin', ['combine', { x: by('origin across'), y: 0, z: by('origin along') }]),
      strand('field', 'pool waves', ['position'], ['ripple', RIPPLE]),
      strand('field', 'ball waves', ['position'], ['ripple', { ...RIPPLE, origin: [0, 1, 0], falloff: 0.6 }]),
      strand(
        'field',
        'spot',
        ['position'],
        ['distance', { origin: from('origin') }],
        ['smooth-step', { from: 0.9, to: 0.05 }],
      ),
      strand(
        'field',
        'ball spot',
        ['position'],
        ['distance', { origin: [0, 1, 0] }],
        ['smooth-step', { from: 1.1, to: 0.1 }],
      ),
      strand(
        'field',
        'water',
        ['from', { value: from('pool waves') }],
        ['remap', { fromLow: -1, fromHigh: 1, low: 0.2, high: 0.8 }],
        [
          'ramp',
          {
            colours: [
              { at: 0, colour: '#04151c' },
              { at: 0.5, colour: '#0d4450' },
              { at: 1, colour: '#7fc9bf' },
            ],
            space: 'perceptual',
          },
        ],
      ),
      strand(
        'form',
        'pool',
        ['grid', { columns: 260, rows: 260, width: 16, depth: 16 }],
        ['push', { by: from('pool waves'), amount: 0.12, along: 'y' }],
      ),
      strand(
        'form',
        'bell',
        ['ball', { radius: 1, columns: 180, rows: 110 }],
        ['push', { by: from('ball waves'), amount: 0.09 }],
      ),
      strand(
        'surface',
        'pool skin',
        ['lit', { roughness: 0.22 }],
        ['colour', { colour: from('water') }],
        ['glow', { colour: '#ff9d45', strength: from('spot') }],
      ),
      strand(
        'surface',
        'brass',
        ['lit', { colour: '#c9a15a', roughness: 0.24, metal: 0.95 }],
        ['glow', { colour: '#ff9d45', strength: from('ball spot') }],
      ),
      strand(
        'stage',
        'water hall',
        ['camera', { position: [0, 2.5, 5.4], target: [0, 0.35, 0], lens: 34 }],
        ['place', { form: from('pool'), surface: from('pool skin') }],
        ['place', { form: from('bell'), surface: from('brass'), position: [0, 1.05, -1.2], size: 0.72 }],
        ['sun', { turn: 150, height: 30, strength: 2.2, colour: '#ffd9a8' }],
        [
          'surroundings',
          {
            style: 'sky',
            above: '#24505e',
            level: '#a9a596',
            below: '#0a1a1e',
            height: 12,
            turn: 150,
            strength: 0.9,
            shown: 'yes',
          },
        ],
      ),
      strand(
        'finish',
        'out',
        ['shoot', { stage: from('water hall') }],
        ['exposure', { stops: 0, shoulder: 0.6 }],
        ['dither', {}],
      ),
    ],
    {
      picture: { width: 1280, height: 720, background: '#0c1a20' },
      loop: { frames: 180, rate: 30, play: 'loop' },
      controls: [
        control('origin across', 0.9, -3, 3),
        control('origin along', 0.7, -3, 3),
        control('density', 1.6, 0.2, 6, 1.5),
        control('height', 0.8),
        control('reach', 4.2, 0.5, 8),
        control('softness', 2.4, 0.1, 6),
      ],
    },
  );
