import { by, control, from, piece, strand } from './build';

export const moltenRope = () =>
  piece(
    'Molten Rope',
    'Night three: the old rope of the works, glowing where its strands twist, open where they part.',
    [
      strand('field', 'warp', ['position'], ['noise', { scale: 1.6, evolve: 2, seed: 4 }]),
      strand(
        'field',
        'lay',
        ['position'],
        ['distort', { by: from('warp'), amount: by('distortion') }],
        [
          'bands',
          {
            shape: 'bands',
            wave: 'sine',
            count: 0.9,
            direction: [0.9, 1.1, 0.5],
            turns: 2,
            bend: 0.5,
            bendScale: 1.1,
            evolve: 1,
          },
        ],
        ['remap', { fromLow: -1, fromHigh: 1 }],
      ),
      strand(
        'field',
        'heat',
        ['from', { value: from('lay') }],
        [
          'ramp',
          {
            colours: [
              { at: 0.2, colour: '#000000' },
              { at: 0.5, colour: '#5a0d02' },
              { at: 0.76, colour: '#e8430a' },
              { at: 0.93, colour: '#ffb640' },
              { at: 1, colour: '#fff0c8' },
            ],
            space: 'perceptual',
          },
        ],
        ['gain', { by: by('heat') }],
      ),
      strand('field', 'cover', ['from', { value: from('lay') }], ['smooth-step', { from: 0.2, to: 0.5 }]),
      strand(
        'form',
        'rope',
        ['tube', { radius: 0.62, height: 6, columns: 120, rows: 200 }],
        ['push', { by: from('lay'), amount: 0.22 }],
      ),
      strand('form', 'core', ['tube', { radius: 0.34, height: 6, columns: 40, rows: 4 }]),
      strand(
        'surface',
        'molten',
        ['lit', { colour: '#1a0f0a', roughness: 0.55 }],
        ['glow', { colour: from('heat'), strength: 1 }],
        ['opacity', { opacity: from('cover') }],
        ['cut', { by: from('lay'), edge: 0.2 }],
      ),
      strand(
        'surface',
        'ember',
        ['lit', { colour: '#120806', roughness: 0.8 }],
        ['glow', { colour: '#5a1404', strength: 0.5 }],
      ),
      strand(
        'stage',
        'walk',
        ['camera', { position: [0, 0.3, 3.7], target: [0, 0, 0], lens: 36 }],
        ['place', { form: from('core'), surface: from('ember'), turn: [0, 0, 90] }],
        ['place', { form: from('rope'), surface: from('molten'), turn: [0, 0, 90] }],
        ['sun', { turn: -60, height: 50, strength: 1.2, colour: '#9fc0d6' }],
        ['fill', { above: '#24323a', below: '#2a0f06', strength: 0.6 }],
      ),
      strand(
        'finish',
        'out',
        ['shoot', { stage: from('walk') }],
        ['exposure', { stops: 0, shoulder: 0.75 }],
        ['dither', {}],
      ),
    ],
    {
      picture: { width: 1280, height: 720, background: '#0a0808' },
      loop: { frames: 200, rate: 30, play: 'loop' },
      controls: [control('distortion', 0.6, 0, 2), control('heat', 1.3, 0, 8, 1.5)],
    },
  );
