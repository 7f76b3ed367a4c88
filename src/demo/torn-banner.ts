import type { Step } from '@/core/piece/types';
import { by, control, from, piece, sample, strand } from './build';

/** Bursts come at the same moments for all that they drive. */
const bursts: [string, Step['params']] = ['scattered', { count: by('bursts'), apart: 0.35, weakest: 0.4, seed: 11 }];

export const tornBanner = () =>
  piece(
    'Torn Banner',
    'Night one: the choir’s banner, torn up and down in short bursts at chance moments, as if the tide pulled at it.',
    [
      strand('signal', 'gusts', bursts, [
        'envelope',
        { attack: 0.03, hold: by('burst length', [0.03, 0.6]), decay: 0.12, bend: 1 },
      ]),
      strand('signal', 'way', bursts, ['choose', { order: 'at random', among: 2, first: 1, second: -1, seed: 3 }]),
      strand(
        'signal',
        'pull',
        ['constant', { value: from('gusts') }],
        ['join', { how: 'multiply', other: from('way') }],
      ),
      strand(
        'field',
        'rows',
        ['uv'],
        ['pan', { travel: [0, 4, 0], repeat: 1 }],
        ['pixelate', { cells: [24, 0, 0] }],
        ['noise', { style: 'value', scale: 12, repeat: 12, evolve: 0, seed: 4 }],
      ),
      strand(
        'field',
        'torn',
        ['from', { value: from('rows') }],
        ['clamp', { low: 0, high: 1 }],
        ['power', { power: 1.6 }],
        ['join', { how: 'multiply', other: from('pull') }],
        ['gain', { by: by('strength') }],
      ),
      strand('field', 'shift', ['combine', { x: 0, y: from('torn'), z: 0 }]),
      strand(
        'field',
        'print',
        ['uv'],
        ['distort', { by: from('shift'), amount: 1, direction: [1, -1, 1] }],
        ['picture', { picture: 'sample-choir-banner', beyond: 'held' }],
      ),
      strand(
        'field',
        'folds',
        ['position'],
        [
          'bands',
          {
            shape: 'bands',
            wave: 'sine',
            count: 0.55,
            direction: [1, 0.2, 0],
            turns: 1,
            bend: 0.5,
            bendScale: 0.6,
            evolve: 1,
          },
        ],
      ),
      strand(
        'form',
        'cloth',
        ['grid', { columns: 120, rows: 60, width: 3.56, depth: 2, lies: 'wall' }],
        ['push', { by: from('folds'), amount: 0.06, along: 'z' }],
      ),
      strand(
        'surface',
        'linen',
        ['lit', { roughness: 0.85 }],
        ['colour', { colour: from('print') }],
        ['glow', { colour: from('print'), strength: 0.18 }],
      ),
      strand(
        'stage',
        'hall',
        ['camera', { position: [0, 0, 3.6], target: [0, 0, 0], lens: 40 }],
        ['place', { form: from('cloth'), surface: from('linen') }],
        ['sun', { turn: -35, height: 38, strength: 2.6, colour: '#ffe2bd' }],
        ['fill', { above: '#b9cdd2', below: '#4a3a32', strength: 1.3 }],
      ),
      strand(
        'finish',
        'out',
        ['shoot', { stage: from('hall') }],
        ['exposure', { stops: 0.1, shoulder: 0.4 }],
        ['dither', {}],
      ),
    ],
    {
      picture: { width: 1280, height: 720, background: '#0a0f12' },
      loop: { frames: 180, rate: 30, play: 'loop' },
      controls: [control('bursts', 7, 1, 24), control('burst length', 0.35, 0, 1), control('strength', 0.22, 0, 1, 2)],
      looks: [
        { id: 'l1', name: 'now and then', values: { bursts: 7, 'burst-length': 0.35, strength: 0.22 } },
        { id: 'l2', name: 'in tatters', values: { bursts: 18, 'burst-length': 0.5, strength: 0.6 } },
      ],
      assets: [sample('choir-banner')],
    },
  );
