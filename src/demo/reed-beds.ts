import { by, control, from, piece, strand } from './build';

export const reedBeds = () =>
  piece(
    'Reed Beds',
    'Blocks as wide as the picture ride on a pattern that drifts through, solid with their ' +
      'edges drawn over them, under one lamp.',
    [
      strand(
        'field',
        'wind',
        ['position'],
        ['noise', { scale: 0.5, repeat: 4, travel: [1, 0, 0], evolve: 0, seed: 5 }],
        ['remap', { fromLow: -0.6, fromHigh: 0.6, low: 0, high: 1, hold: 'held' }],
      ),
      strand('field', 'rise', ['combine', { x: 0, y: from('wind'), z: 0 }]),
      strand(
        'field',
        'dye',
        ['from', { value: from('wind') }],
        [
          'ramp',
          {
            colours: [
              { at: 0, colour: '#123038' },
              { at: 0.55, colour: '#4f7a4c' },
              { at: 1, colour: '#e2b65c' },
            ],
          },
        ],
      ),
      strand('field', 'carried', ['carried']),
      strand('form', 'bed', ['points-grid', { counts: [34, 1, 20], size: [10.4, 0, 6.2] }]),
      strand(
        'form',
        'blocks',
        ['box', { size: [0.22, 0.9, 0.22] }],
        ['copies', { on: from('bed'), shift: from('rise'), colour: from('dye') }],
      ),
      strand(
        'form',
        'edges',
        ['box', { size: [0.224, 0.904, 0.224] }],
        ['copies', { on: from('bed'), shift: from('rise') }],
      ),
      strand('surface', 'reed', ['lit', { roughness: 0.7 }], ['colour', { colour: from('carried') }]),
      strand(
        'surface',
        'lines',
        ['lit'],
        ['wire', { width: 1.2, colour: '#e9dfae', strength: by('lines', [0, 1.6]), body: 0 }],
        ['shading', { shading: 'flat' }],
      ),
      strand(
        'stage',
        'marsh',
        ['camera', { position: [0, 5.4, 4.2], target: [0, 0, 0.2], lens: 30 }],
        ['place', { form: from('blocks'), surface: from('reed') }],
        ['place', { form: from('edges'), surface: from('lines') }],
        [
          'spot',
          {
            position: [-3.2, 5.2, 1.4],
            target: [0.2, 0, 0],
            strength: 190,
            opening: 62,
            edge: 0.6,
            softness: 4,
            colour: '#ffe2b0',
          },
        ],
        ['fill', { above: '#5a7480', below: '#10140f', strength: 0.5 }],
      ),
      strand('finish', 'out', ['shoot', { stage: from('marsh') }], ['exposure', { stops: 0.1, shoulder: 0.6 }]),
    ],
    {
      picture: { width: 1280, height: 720, background: '#0d1110' },
      loop: { frames: 240, rate: 30, play: 'loop' },
      controls: [control('lines', 0.6)],
    },
  );
