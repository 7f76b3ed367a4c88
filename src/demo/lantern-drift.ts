import { by, control, from, piece, strand } from './build';

export const lanternDrift = () =>
  piece(
    'Lantern Drift',
    'Lights in a volume, carried by a noise in three dimensions; the whole turns, stops, turns ' +
      'back at chosen moments, and comes home. The number goes up to a million.',
    [
      strand('signal', 'wheel', [
        'keys',
        {
          keys: [
            { at: 0, value: 0, ease: 'eased' },
            { at: 0.3, value: 70, ease: 'held' },
            { at: 0.45, value: 70, ease: 'eased' },
            { at: 0.8, value: -25, ease: 'eased' },
          ],
        },
      ]),
      strand('field', 'x', ['position'], ['noise', { scale: 0.55, evolve: 1, seed: 2 }]),
      strand('field', 'y', ['position'], ['noise', { scale: 0.55, evolve: 1, seed: 9 }]),
      strand('field', 'z', ['position'], ['noise', { scale: 0.55, evolve: 1, seed: 17 }]),
      strand('field', 'drift', ['combine', { x: from('x'), y: from('y'), z: from('z') }]),
      strand('field', 'turning', ['combine', { x: 0, y: from('wheel'), z: 0 }]),
      strand(
        'field',
        'warmth',
        ['from', { value: from('x') }],
        ['remap', { fromLow: -0.4, fromHigh: 0.5, hold: 'held' }],
        [
          'ramp',
          {
            colours: [
              { at: 0, colour: '#0f3a46' },
              { at: 0.5, colour: '#9a5a26' },
              { at: 1, colour: '#ffca7a' },
            ],
          },
        ],
      ),
      strand(
        'form',
        'lights',
        ['points-scattered', { count: by('lights', [2000, 1000000]), within: 'ball', size: [5, 5, 5], seed: 4 }],
        ['push', { by: 1, amount: 1.5, along: 'direction', direction: from('drift') }],
        ['transform', { turn: from('turning') }],
        ['dots', { size: 0.012 }],
      ),
      strand(
        'surface',
        'spark',
        ['lit', { colour: '#000000' }],
        ['glow', { colour: from('warmth'), strength: 1.1 }],
        ['blend', { mode: 'additive' }],
        ['shading', { shading: 'flat' }],
      ),
      strand(
        'stage',
        'night',
        ['camera', { position: [0, 0.6, 5.6], target: [0, 0, 0], lens: 32 }],
        ['place', { form: from('lights'), surface: from('spark') }],
      ),
      strand(
        'finish',
        'out',
        ['shoot', { stage: from('night') }],
        ['glow', { threshold: 0.5, strength: 1.6, radius: 0.22, tint: '#ffd9a0' }],
        ['exposure', { stops: 0.3, shoulder: 0.7 }],
        ['vignette', { amount: 0.5 }],
        ['dither', {}],
      ),
    ],
    {
      picture: { width: 1280, height: 720, background: '#04070a' },
      loop: { frames: 240, rate: 30, play: 'loop' },
      controls: [control('lights', 0.05)],
    },
  );
