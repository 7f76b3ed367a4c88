import { by, control, from, piece, strand } from './build';

export const paperFans = () =>
  piece(
    'Paper Fans',
    'Some eighty arcs, each a little larger and turned a little further about a point beside ' +
      'them. Light is added where they cross.',
    [
      strand(
        'field',
        'along',
        ['uv'],
        ['pick', { channel: 'x or red' }],
        [
          'ramp',
          {
            colours: [
              { at: 0, colour: '#000000' },
              { at: 0.5, colour: '#3a1420' },
              { at: 0.85, colour: '#c2562f' },
              { at: 1, colour: '#ffd89a' },
            ],
            blend: 'smooth',
          },
        ],
      ),
      strand(
        'field',
        'beat',
        ['copy', { as: 'share' }],
        ['wave', { count: 2, turns: 1 }],
        ['remap', { fromLow: -1, fromHigh: 1, low: 0.08, high: 0.6 }],
      ),
      strand(
        'form',
        'fan',
        ['disc', { radius: 0.5, inner: 0.36, sweep: 0.3, columns: 40, rows: 1 }],
        [
          'nest',
          { count: by('arcs', [8, 160]), ratio: 1.02, turn: [0, 0, 11], centre: by('offset'), shift: [0, 0, 0.0018] },
        ],
      ),
      strand(
        'surface',
        'paper',
        ['lit', { colour: '#000000' }],
        ['glow', { colour: from('along'), strength: from('beat') }],
        ['blend', { mode: 'additive' }],
        ['shading', { shading: 'flat' }],
      ),
      strand(
        'stage',
        'dark',
        ['camera', { position: [0, 0, 6], target: [0, 0, 0], lens: 30 }],
        ['place', { form: from('fan'), surface: from('paper') }],
      ),
      strand(
        'finish',
        'out',
        ['shoot', { stage: from('dark') }],
        ['glow', { threshold: 0.45, strength: 1.2, radius: 0.35 }],
        ['exposure', { stops: 0.1, shoulder: 0.8 }],
        ['dither', {}],
      ),
    ],
    {
      picture: { width: 1080, height: 1080, background: '#050407' },
      loop: { frames: 180, rate: 30, play: 'loop' },
      controls: [control('arcs', 0.47), control('offset', [0, 0, 0], -1, 1)],
    },
  );
