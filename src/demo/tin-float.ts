import { by, control, from, piece, strand } from './build';

export const tinFloat = () =>
  piece(
    'Tin Float',
    'For the small screens: a hammered tin float on nothing, to be laid over other pictures.',
    [
      strand(
        'field',
        'dents',
        ['position'],
        ['cells', { show: 'nearest', metric: 'manhattan', scale: 1.25, wander: 1, seed: 9 }],
        ['bands', { shape: 'bands', wave: 'sine', count: 0.7, turns: 1 }],
        ['remap', { low: 0, high: 1 }],
        [
          'ramp',
          {
            colours: [
              { at: 0, colour: '#000000' },
              { at: 0.55, colour: '#8a8a8a' },
              { at: 1, colour: '#ffffff' },
            ],
            blend: 'smooth',
            space: 'srgb',
          },
        ],
        ['pick', { channel: 'luminance' }],
      ),
      strand(
        'form',
        'float',
        ['ball', { radius: 1, columns: 220, rows: 140 }],
        ['push', { by: from('dents'), amount: by('depth') }],
      ),
      strand('surface', 'tin', ['lit', { colour: '#e6e9ea', roughness: by('polish', [0.35, 0.03]), metal: 1 }]),
      strand(
        'stage',
        'nothing',
        ['camera', { position: [0, 0.4, 4.2], target: [0, 0, 0], lens: 40, orbit: 0 }],
        ['place', { form: from('float'), surface: from('tin') }],
        ['sun', { turn: 40, height: 50, strength: 1.5 }],
        [
          'surroundings',
          {
            style: 'sky',
            above: '#5d8fa8',
            level: '#f0d4b0',
            below: '#20201e',
            height: 24,
            turn: 60,
            strength: 1,
            shown: 'no',
          },
        ],
        ['background', { style: 'transparent' }],
      ),
      strand('finish', 'out', ['shoot', { stage: from('nothing') }], ['exposure', { stops: 0, shoulder: 0.6 }]),
    ],
    {
      picture: { width: 1080, height: 1080, background: '#101416' },
      loop: { frames: 180, rate: 30, play: 'loop' },
      controls: [control('depth', 0.14, 0, 0.5, 1.5), control('polish', 0.8)],
    },
  );
