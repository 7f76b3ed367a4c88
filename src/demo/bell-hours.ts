import { by, control, from, made, piece, strand } from './build';

export const bellHours = () =>
  piece(
    'Bell Hours',
    'A bell is struck over a choir. Each stroke is found in the sound: it flashes, swells, and ' +
      'lights the next of twelve lamps; the choir makes the metal dull and bright.',
    [
      strand(
        'signal',
        'flash',
        ['sound-onsets', { sensitivity: 0.6, least: 0.4 }],
        ['envelope', { decay: 1.1, feel: 0.3 }],
      ),
      strand('signal', 'stroke', ['sound-onsets', { sensitivity: 0.6, least: 0.4 }], ['count']),
      strand(
        'signal',
        'swell',
        ['sound-onsets', { sensitivity: 0.6, least: 0.4 }],
        ['envelope', { attack: 0.01, decay: 0.5, feel: 0.3 }],
        ['spring', { swing: 3, damping: 0.25 }],
        ['remap', { fromLow: 0, fromHigh: 0.5, low: 1, high: by('swing', [1, 1.3]) }],
      ),
      strand(
        'signal',
        'breath',
        ['sound-band', { band: 'middle', quietest: -30, rise: 0.2, fall: 0.5 }],
        ['remap', { fromLow: 0, fromHigh: 1, low: 0.12, high: 0.6 }],
      ),
      strand(
        'signal',
        'lamp light',
        ['sound-level', { quietest: -36, fall: 0.6 }],
        ['remap', { fromLow: 0, fromHigh: 1, low: 6, high: by('lamps', [8, 60]) }],
      ),
      strand(
        'field',
        'lit',
        ['copy', { as: 'count' }],
        ['compare', { how: 'near', other: from('stroke'), softness: 0.5 }],
      ),
      strand(
        'field',
        'lamp colour',
        ['from', { value: from('lit') }],
        [
          'ramp',
          {
            colours: [
              { at: 0, colour: '#3a2410' },
              { at: 1, colour: '#ffcf86' },
            ],
          },
        ],
      ),
      strand('field', 'carried', ['carried']),
      strand('form', 'dial', ['points-circle', { count: 12, radius: 2.1 }]),
      strand(
        'form',
        'lamps',
        ['ball', { radius: 0.17, columns: 32, rows: 20 }],
        ['copies', { on: from('dial'), colour: from('lamp colour') }],
      ),
      strand(
        'form',
        'bell',
        ['cylinder', { low: 0.78, high: 0.3, height: 1.15, columns: 96, rows: 40 }],
        ['spherify', { amount: 0.28 }],
      ),
      strand('surface', 'glass', ['lit', { colour: '#000000' }], ['glow', { colour: from('carried'), strength: 1.6 }]),
      strand('surface', 'brass', ['lit', { colour: '#c79a54', metal: 1, roughness: from('breath') }]),
      strand('surface', 'boards', ['lit', { colour: '#2a2622', roughness: 0.35 }]),
      strand(
        'stage',
        'belfry',
        ['camera', { position: [0, 3.1, 5.4], target: [0, 0.2, 0.1], lens: 38 }],
        ['place', { form: from('bell'), surface: from('brass'), position: [0, 0.62, 0], size: from('swell') }],
        ['place', { form: from('lamps'), surface: from('glass'), position: [0, 0.17, 0], turn: [90, 0, 0] }],
        ['floor', { surface: from('boards') }],
        ['point', { position: [0, 1.9, 1.6], strength: from('lamp light'), colour: '#ffcf96' }],
        [
          'surroundings',
          {
            style: 'sky',
            above: '#2b4a5c',
            level: '#8a6a4a',
            below: '#120d0a',
            height: 10,
            strength: 0.8,
            shown: 'no',
          },
        ],
      ),
      strand(
        'finish',
        'out',
        ['shoot', { stage: from('belfry') }],
        ['glow', { threshold: 0.6, strength: from('flash'), radius: 0.3 }],
        ['exposure', { stops: 0.3, shoulder: 0.7 }],
        ['dither', {}],
      ),
    ],
    {
      picture: { width: 1280, height: 720, background: '#0a0d12' },
      loop: {
        frames: 240,
        rate: 30,
        play: 'loop',
        tempo: 60,
        sound: { asset: 'made-bell-hours', start: 0, fade: 0 },
      },
      controls: [control('swing', 0.5), control('lamps', 0.6)],
      assets: [made('bell-hours')],
    },
  );
