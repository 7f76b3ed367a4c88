import { by, control, from, piece, strand } from './build';

export const quiltedCanvas = () =>
  piece(
    'Quilted Canvas',
    'Padded tiles, moved by rings that are mirrored across the middle and breathe, in colours that a noise picks.',
    [
      strand('signal', 'breath', ['cycle', { turns: 1 }], ['remap', { fromLow: -1, fromHigh: 1, low: 1.1, high: 1.9 }]),
      strand(
        'field',
        'rings',
        ['position'],
        ['mirror', { axis: 'x' }],
        ['mirror', { axis: 'y' }],
        ['scale', { by: from('breath') }],
        ['bands', { shape: 'rings', count: 0.5, turns: -1, bend: 0.35, bendScale: 0.5, evolve: 1 }],
        ['remap', { fromLow: -1, fromHigh: 1 }],
      ),
      strand(
        'field',
        'padding',
        ['uv'],
        ['code', { text: 'vec2 d = smoothstep(0.0, 0.24, 0.5 - abs(v - 0.5));\nreturn d.x * d.y;' }],
      ),
      strand('field', 'shift', ['combine', { x: 0, y: 0, z: from('rings') }]),
      strand('form', 'frame', ['points-grid', { counts: [14, 8, 1], size: [5.2, 2.8, 0] }]),
      strand(
        'field',
        'dye',
        ['position'],
        ['noise', { scale: 0.45, evolve: 1, seed: 31 }],
        ['remap', { fromLow: -0.5, fromHigh: 0.5, hold: 'held' }],
        [
          'ramp',
          {
            colours: [
              { at: 0, colour: '#23313c' },
              { at: 0.35, colour: '#7a3b34' },
              { at: 0.65, colour: '#c98a4b' },
              { at: 1, colour: '#e8dcc0' },
            ],
            blend: 'smooth',
          },
        ],
      ),
      strand(
        'form',
        'tiles',
        ['grid', { columns: 18, rows: 18, width: 0.38, depth: 0.38, lies: 'wall' }],
        ['push', { by: from('padding'), amount: by('padding', [0, 0.12]) }],
        ['copies', { on: from('frame'), shift: from('shift'), turn: [0, 0, 0], colour: from('dye') }],
      ),
      strand('field', 'carried', ['carried']),
      strand('field', 'weave', ['uv'], ['checker', {}]),
      strand(
        'surface',
        'canvas',
        ['lit', { roughness: 0.8 }],
        ['colour', { colour: from('carried') }],
        ['relief', { height: from('weave'), strength: 0.002 }],
      ),
      strand(
        'stage',
        'wall',
        ['camera', { position: [0, 0, 5.4], target: [0, 0, 0.3], lens: 34 }],
        ['place', { form: from('tiles'), surface: from('canvas') }],
        ['sun', { turn: -62, height: 34, strength: 2.6, colour: '#ffe9c9' }],
        ['fill', { above: '#8fa2aa', below: '#4a3d36', strength: 1.2 }],
      ),
      strand(
        'finish',
        'out',
        ['shoot', { stage: from('wall') }],
        ['edges', { width: 0.003, strength: 1.5, colour: '#f2e3c4' }],
        ['lens', { bend: 0.25 }],
        ['exposure', { stops: 0.1, shoulder: 0.6 }],
        ['vignette', { amount: 0.4 }],
        ['dither', {}],
      ),
    ],
    {
      picture: { width: 1280, height: 720, background: '#14161a' },
      loop: { frames: 240, rate: 30, play: 'loop' },
      controls: [control('padding', 0.5)],
    },
  );
