import { by, control, from, piece, strand } from './build';

export const netLights = () =>
  piece(
    'Net Lights',
    'Points of light are carried by a noise whose direction changes at chosen moments; they ' +
      'leave fading trails whose channels lag and spread. The number goes up to a million.',
    [
      strand('signal', 'course', [
        'keys',
        {
          keys: [
            { at: 0, value: 0, ease: 'eased' },
            { at: 0.16, value: 2.4, ease: 'held' },
            { at: 0.25, value: 2.4, ease: 'eased' },
            { at: 0.42, value: -1.8, ease: 'held' },
            { at: 0.5, value: -1.8, ease: 'eased' },
            { at: 0.68, value: 1.6, ease: 'eased' },
            { at: 0.9, value: 0, ease: 'held' },
          ],
        },
      ]),
      strand('field', 'across', ['position'], ['noise', { style: 'simplex', scale: 0.5, evolve: 1, seed: 3 }]),
      strand('field', 'up', ['position'], ['noise', { style: 'simplex', scale: 0.5, evolve: 1, seed: 12 }]),
      strand(
        'field',
        'current',
        ['combine', { x: from('across'), y: from('up'), z: 0 }],
        ['gain', { by: from('course') }],
      ),
      strand(
        'field',
        'warmth',
        ['from', { value: from('up') }],
        ['remap', { fromLow: -0.4, fromHigh: 0.45, hold: 'held' }],
        [
          'ramp',
          {
            colours: [
              { at: 0, colour: '#06304a' },
              { at: 0.5, colour: '#2f8f8a' },
              { at: 1, colour: '#ff9d62' },
            ],
          },
        ],
      ),
      strand(
        'form',
        'lights',
        ['points-scattered', { count: by('lights', [1000, 1000000]), within: 'box', size: [6.4, 3.4, 1.6], seed: 8 }],
        ['drift', { flow: from('current'), back: by('memory', [0.1, 1.5]), steps: 24 }],
        ['dots', { size: 0.012 }],
      ),
      strand(
        'surface',
        'spark',
        ['lit', { colour: '#000000' }],
        ['glow', { colour: from('warmth'), strength: 0.75 }],
        ['blend', { mode: 'additive' }],
        ['shading', { shading: 'flat' }],
      ),
      strand(
        'stage',
        'water',
        ['camera', { position: [0, 0, 4.6], target: [0, 0, 0], lens: 34 }],
        ['place', { form: from('lights'), surface: from('spark') }],
      ),
      strand(
        'finish',
        'out',
        ['shoot', { stage: from('water') }],
        ['echo', { fade: by('trails', [0, 0.96]), mode: 'lighten', size: 1.004 }],
        ['lag', { red: 0, green: 2, blue: 5, greenSize: 1.01, blueSize: 1.025 }],
        ['glow', { threshold: 0.5, strength: 0.5, radius: 0.05, scatter: 0.3 }],
        ['glow', { threshold: 0.6, strength: 0.3, radius: 0.4, scatter: 0.8 }],
        ['exposure', { stops: -0.2, shoulder: 0.7 }],
      ),
    ],
    {
      picture: { width: 1280, height: 720, background: '#03070a' },
      loop: { frames: 240, rate: 30, play: 'loop' },
      controls: [control('lights', 0.006), control('trails', 0.9), control('memory', 0.6)],
    },
  );
