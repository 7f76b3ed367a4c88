import { by, control, from, piece, sample, strand } from './build';

export const gullChart = () => ({
  ...piece(
    'Gull Chart',
    'A made-up chart as points, deep where it is dark; in bursts its rows are pulled aside, and ' +
      'settle. Its echo flies towards you, and begins again with each burst.',
    [
      strand('signal', 'burst', [
        'keys',
        {
          keys: [
            { at: 0, value: 0, ease: 'held' },
            { at: 0.3, value: 0, ease: 'eased' },
            { at: 0.42, value: 1, ease: 'held' },
            { at: 0.55, value: 1, ease: 'eased' },
            { at: 0.7, value: 0, ease: 'held' },
          ],
        },
      ]),
      strand(
        'field',
        'rows',
        ['uv'],
        ['pixelate', { cells: [1, 26, 0] }],
        ['noise', { style: 'value', scale: 18, evolve: 4, seed: 6 }],
        ['power', { power: 3 }],
      ),
      strand('field', 'pull', ['from', { value: from('rows') }], ['join', { how: 'multiply', other: from('burst') }]),
      strand('field', 'carried', ['carried']),
      strand(
        'form',
        'chart',
        ['points-picture', { picture: 'sample-gull-chart', across: 200, width: 4.6, depth: by('relief', [0, 1.6]) }],
        ['push', { by: from('pull'), amount: 1.4, along: 'x' }],
        ['dots', { size: 0.02 }],
      ),
      strand(
        'surface',
        'ink',
        ['lit', { colour: '#000000' }],
        ['glow', { colour: from('carried'), strength: 1.3 }],
        ['shading', { shading: 'flat' }],
      ),
      strand(
        'stage',
        'table',
        ['camera', { position: [1.5, 0.5, 4.4], target: [0, 0, 0.2], lens: 32 }],
        ['place', { form: from('chart'), surface: from('ink') }],
      ),
      // The echo begins again when the rows begin to be pulled.
      strand('signal', 'again', [
        'keys',
        {
          keys: [
            { at: 0, value: 0, ease: 'held' },
            { at: 0.3, value: 1, ease: 'held' },
            { at: 0.31, value: 0, ease: 'held' },
          ],
        },
      ]),
      strand(
        'finish',
        'out',
        ['shoot', { stage: from('table') }],
        ['echo', { fade: by('echo', [0, 0.96]), size: 1.022, angle: 0.25, clear: from('again'), beyond: 'held' }],
        ['contrast', { amount: 1.15, saturation: 1.1 }],
        ['glow', { threshold: 0.5, strength: 0.7, radius: 0.16 }],
        ['exposure', { stops: 0.1, shoulder: 0.6 }],
      ),
    ],
    {
      picture: { width: 1280, height: 720, background: '#05080a' },
      loop: { frames: 180, rate: 30, play: 'loop' },
      controls: [control('relief', 0.4), control('echo', 0.9)],
    },
  ),
  assets: [sample('gull-chart')],
});
