import { by, control, from, piece, strand } from './build';

export const glasshouseOpening = () =>
  piece(
    'Glasshouse Opening',
    'A house of six-sided panes with twelve of five; they draw back and return in a wave that runs over the ball.',
    [
      strand(
        'field',
        'wave',
        ['position'],
        ['bands', { direction: [0.35, 1, 0.2], count: 0.33, turns: 1, shift: 0.75 }],
        ['remap', { fromLow: 0.1, fromHigh: 1, hold: 'held' }],
        ['smooth-step'],
      ),
      strand(
        'form',
        'panes',
        ['icosphere', { radius: 1.4, times: 2 }],
        ['dual'],
        ['separate'],
        ['thicken', { thickness: 0.16 }],
        ['bevel', { width: 0.028, segments: 2 }],
        ['shrink', { by: from('wave'), amount: by('opening', [0.1, 0.96]) }],
      ),
      strand('form', 'lamp', ['icosphere', { radius: 0.55, times: 3 }]),
      strand(
        'surface',
        'glass',
        ['lit', { colour: '#b8cfc2', roughness: 0.22, metal: 0.15 }],
        ['coat', { coat: 1, roughness: 0.06 }],
      ),
      strand('surface', 'light', ['lit', { colour: '#20140a' }], ['glow', { colour: '#ff9d4a', strength: 2.2 }]),
      strand(
        'stage',
        'hall',
        ['camera', { position: [0, 0.7, 5.2], target: [0, 0, 0], lens: 38 }],
        ['place', { form: from('panes'), surface: from('glass') }],
        ['place', { form: from('lamp'), surface: from('light') }],
        ['point', { position: [0, 0, 0], strength: 14, colour: '#ff9d4a' }],
        ['sun', { turn: -40, height: 40, strength: 2.2, colour: '#d8e8ee' }],
        [
          'surroundings',
          { style: 'gradient', above: '#54717c', level: '#9fb0a2', below: '#171c19', strength: 0.8, shown: 'no' },
        ],
      ),
      strand(
        'finish',
        'out',
        ['shoot', { stage: from('hall') }],
        ['exposure', { stops: 0, shoulder: 0.6 }],
        ['contrast', { amount: 1.08 }],
      ),
    ],
    {
      picture: { width: 1080, height: 1080, background: '#101718' },
      loop: { frames: 180, rate: 30, play: 'loop' },
      controls: [control('opening', 0.85)],
    },
  );
