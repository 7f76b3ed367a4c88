import { by, control, from, piece, strand } from './build';

export const harbourMirror = () =>
  piece(
    'Harbour Mirror',
    'A lantern turns on a stage of its own; its picture hangs as a screen in the hall and is ' +
      'drawn out, rippling, in the water below it.',
    [
      strand('field', 'rings', ['position'], ['bands', { count: 2.5, direction: [0.3, 1, 0], shift: 1, bend: 0.8 }]),
      strand(
        'field',
        'flame',
        ['from', { value: from('rings') }],
        [
          'ramp',
          {
            colours: [
              { at: 0, colour: '#1a0603' },
              { at: 0.5, colour: '#c4501a' },
              { at: 1, colour: '#ffe0a0' },
            ],
          },
        ],
      ),
      strand('field', 'grain', ['position'], ['noise', { scale: 0.6, evolve: 1, seed: 5 }]),
      strand(
        'form',
        'lantern',
        ['ball', { radius: 0.9, columns: 96, rows: 48 }],
        ['push', { by: from('grain'), amount: 0.35 }],
      ),
      strand('surface', 'glowing', ['lit', { roughness: 0.6 }], ['glow', { colour: from('flame'), strength: 0.9 }]),
      strand(
        'stage',
        'behind the curtain',
        ['camera', { position: [0, 0.3, 3.4], target: [0, 0, 0], lens: 34 }],
        ['place', { form: from('lantern'), surface: from('glowing') }],
        ['point', { position: [1.6, 1.4, 1.6], strength: 12, colour: '#8fc7d6' }],
        ['background', { style: 'colour', colour: '#07222b' }],
      ),
      strand('field', 'screen', ['uv'], ['shot', { picture: from('relay') }]),
      strand('field', 'wash', ['uv'], ['scale', { by: [3, 14, 1] }], ['noise', { scale: 1, evolve: 2, seed: 9 }]),
      strand(
        'field',
        'drawn out',
        ['uv'],
        // Upside down, as water shows it.
        ['origin', { origin: [0.5, 0.5, 0] }],
        ['scale', { by: [1, -1, 1] }],
        ['origin', { origin: [-0.5, -0.5, 0] }],
        ['distort', { by: from('wash'), direction: [1, 0.3, 0], amount: by('ripple', [0, 0.2]) }],
        ['shot', { picture: from('relay'), beyond: 'mirrored' }],
        ['gain', { by: 0.75 }],
      ),
      strand('form', 'sheet', ['grid', { lies: 'wall', width: 3.2, depth: 1.8, columns: 2, rows: 2 }]),
      strand('form', 'water', ['grid', { width: 3.2, depth: 2.6, columns: 2, rows: 2 }]),
      strand(
        'surface',
        'picture',
        ['lit', { colour: '#000000' }],
        ['glow', { colour: from('screen'), strength: 1 }],
        ['shading', { shading: 'flat' }],
      ),
      strand(
        'surface',
        'mirror',
        ['lit', { colour: '#000000' }],
        ['glow', { colour: from('drawn-out'), strength: 1 }],
        ['shading', { shading: 'flat' }],
      ),
      strand(
        'stage',
        'quay',
        ['camera', { position: [0.9, 1, 5], target: [0, 0.72, 0], lens: 34 }],
        ['place', { form: from('sheet'), surface: from('picture'), position: [0, 1.15, 0] }],
        ['place', { form: from('water'), surface: from('mirror'), position: [0, 0.2, 1.35] }],
      ),
      strand(
        'finish',
        'out',
        ['shoot', { stage: from('quay') }],
        ['glow', { threshold: 0.4, strength: 0.9, radius: 0.3, tint: '#ffc890' }],
        ['exposure', { stops: 0.2, shoulder: 0.6 }],
        ['vignette', { amount: 0.4 }],
        ['dither', {}],
      ),
      strand('finish', 'relay', ['shoot', { stage: from('behind-the-curtain') }], ['lines', {}]),
    ],
    {
      picture: { width: 1280, height: 720, background: '#02070a' },
      loop: { frames: 240, rate: 30, play: 'loop' },
      controls: [control('ripple', 0.4)],
    },
  );
