import type { Piece, Step } from '@/core/piece/types';
import { by, control, from, piece, sample, strand } from './build';

/** What people begin with: small pieces that already move and close, one thing each. */

const LOOP: Piece['loop'] = { frames: 180, rate: 30, play: 'loop' };
const PICTURE: Piece['picture'] = { width: 1280, height: 720, background: '#0c1216' };

const ramp = (dark: string, middle: string, light: string) => ({
  colours: [
    { at: 0, colour: dark },
    { at: 0.5, colour: middle },
    { at: 1, colour: light },
  ],
});

const lights: [string, Step['params']][] = [
  ['sun', { turn: -38, height: 42, strength: 2.8, softness: 2 }],
  ['fill', { above: '#9fb6c2', below: '#2b2a2e', strength: 0.8 }],
];

export const formOnStage = (): Piece =>
  piece(
    'Form on a stage',
    'A ball that waves run over, with light and a camera.',
    [
      strand('field', 'waves', ['position'], ['ripple', { origin: [0, 1.2, 0], count: 1.6, turns: 2, falloff: 0.3 }]),
      strand(
        'field',
        'colour',
        ['from', { value: from('waves') }],
        ['remap', { fromLow: -0.8, fromHigh: 0.8 }],
        ['ramp', ramp('#12313d', '#3d8f8c', '#e8d9b0')],
      ),
      strand(
        'form',
        'body',
        ['ball', { radius: 1, columns: 160, rows: 100 }],
        ['push', { by: from('waves'), amount: by('waves', [0, 0.25]) }],
      ),
      strand('surface', 'skin', ['lit', { roughness: 0.4 }], ['colour', { colour: from('colour') }]),
      strand(
        'stage',
        'hall',
        ['camera', { position: [2.6, 1.7, 3.2], target: [0, 0, 0], lens: 38 }],
        ['place', { form: from('body'), surface: from('skin') }],
        ...lights,
      ),
      strand('finish', 'out', ['shoot', { stage: from('hall') }]),
    ],
    { picture: PICTURE, loop: LOOP, controls: [control('waves', 0.4)] },
  );

export const paintedPicture = (): Piece =>
  piece(
    'Picture from a field',
    'No stage: a field paints every pixel.',
    [
      strand('field', 'bent', ['screen'], ['noise', { scale: 2, evolve: 1, seed: 5 }]),
      strand(
        'field',
        'pattern',
        ['screen'],
        ['distort', { by: from('bent'), amount: by('bend', [0, 0.4]) }],
        ['bands', { shape: 'bands', wave: 'sine', count: 4, direction: [0.4, 1, 0], turns: 1 }],
      ),
      strand('field', 'colour', ['from', { value: from('pattern') }], ['ramp', ramp('#0d1a2b', '#2f6f86', '#f0c987')]),
      strand('finish', 'out', ['paint', { colour: from('colour') }]),
    ],
    { picture: PICTURE, loop: LOOP, controls: [control('bend', 0.5)] },
  );

export const copiesOnPoints = (): Piece =>
  piece(
    'Copies on points',
    'A form on every point of a grid; each is late by where it stands.',
    [
      strand(
        'signal',
        'hop',
        ['cycle', { wave: 'sine', turns: 2 }],
        ['remap', { fromLow: -1, fromHigh: 1, low: 0, high: 0.6 }],
      ),
      strand('signal', 'shift', ['combine', { x: 0, y: from('hop'), z: 0 }]),
      strand('field', 'late', ['position'], ['length'], ['gain', { by: by('delay', [0, 0.3]) }]),
      strand(
        'field',
        'colour',
        ['position'],
        ['length'],
        ['gain', { by: 0.22 }],
        ['ramp', ramp('#f2e3bd', '#d97b4a', '#5b2a4f')],
      ),
      strand('field', 'carried', ['carried']),
      strand('form', 'places', ['points-grid', { counts: [11, 1, 11], size: [6, 0, 6] }]),
      strand(
        'form',
        'blocks',
        ['box', { size: [0.36, 0.36, 0.36] }],
        ['copies', { on: from('places'), shift: from('shift'), colour: from('colour'), delay: from('late') }],
      ),
      strand('surface', 'skin', ['lit', { roughness: 0.55 }], ['colour', { colour: from('carried') }]),
      strand(
        'stage',
        'hall',
        ['camera', { position: [4.6, 4.4, 4.6], target: [0, 0, 0], lens: 40 }],
        ['place', { form: from('blocks'), surface: from('skin') }],
        ...lights,
      ),
      strand('finish', 'out', ['shoot', { stage: from('hall') }]),
    ],
    { picture: PICTURE, loop: LOOP, controls: [control('delay', 0.5)] },
  );

export const pointsInSpace = (): Piece =>
  piece(
    'Points in space',
    'Points of light, carried by a flow and drawn back.',
    [
      strand('field', 'across', ['position'], ['noise', { scale: 0.6, evolve: 1, seed: 2 }], ['gain', { by: 2 }]),
      strand('field', 'up', ['position'], ['noise', { scale: 0.6, evolve: 1, seed: 9 }], ['gain', { by: 2 }]),
      strand('field', 'flow', ['combine', { x: from('across'), y: from('up'), z: 0 }]),
      strand(
        'field',
        'colour',
        ['from', { value: from('up') }],
        ['remap', { fromLow: -0.7, fromHigh: 0.7 }],
        ['ramp', ramp('#2a6f97', '#8fd0c4', '#ffd9a0')],
      ),
      strand(
        'form',
        'points',
        ['points-scattered', { count: 6000, within: 'ball', size: [4, 4, 4], seed: 4 }],
        ['drift', { flow: from('flow'), back: by('memory', [0.1, 1.5]), steps: 16 }],
        ['dots', { size: 0.02 }],
      ),
      strand(
        'surface',
        'spark',
        ['lit', { colour: '#000000' }],
        ['glow', { colour: from('colour'), strength: 0.9 }],
        ['blend', { mode: 'additive' }],
      ),
      strand(
        'stage',
        'space',
        ['camera', { position: [0, 0, 5.4], target: [0, 0, 0], lens: 40 }],
        ['place', { form: from('points'), surface: from('spark') }],
      ),
      strand(
        'finish',
        'out',
        ['shoot', { stage: from('space') }],
        ['glow', { threshold: 0.5, strength: 0.5, radius: 0.08 }],
      ),
    ],
    { picture: { ...PICTURE, background: '#05080b' }, loop: LOOP, controls: [control('memory', 0.5)] },
  );

export const pictureOnPlane = (): Piece =>
  piece(
    'Picture on a plane',
    'A picture of your own on a cloth: drop a file on the Picture step.',
    [
      strand(
        'field',
        'folds',
        ['position'],
        ['ripple', { shape: 'plane', count: 0.5, direction: [1, 0.3, 0], turns: 1, falloff: 0 }],
      ),
      strand('field', 'print', ['uv'], ['picture', { picture: 'sample-test-card' }]),
      strand(
        'form',
        'cloth',
        ['grid', { columns: 120, rows: 80, width: 3, depth: 2.2, lies: 'wall' }],
        ['push', { by: from('folds'), amount: by('folds', [0, 0.4]), along: 'z' }],
      ),
      strand('surface', 'linen', ['lit', { roughness: 0.8 }], ['colour', { colour: from('print') }]),
      strand(
        'stage',
        'hall',
        ['camera', { position: [0.7, 0.3, 3.6], target: [0, 0, 0], lens: 38 }],
        ['place', { form: from('cloth'), surface: from('linen') }],
        ...lights,
      ),
      strand('finish', 'out', ['shoot', { stage: from('hall') }]),
    ],
    { picture: PICTURE, loop: LOOP, controls: [control('folds', 0.4)], assets: [sample('test-card')] },
  );
