import type { PathPoint } from '@/core/piece/types';
import { by, control, from, piece, strand } from './build';

/** The course around the buoys, a hand above the water. */
const COURSE: PathPoint[] = [
  { place: [-3.1, 0.06, 0.4] },
  { place: [-1.7, 0.06, 1.7] },
  { place: [0.1, 0.06, 0.5] },
  { place: [1.5, 0.06, 1.5] },
  { place: [3.2, 0.06, 0.3] },
  { place: [2.1, 0.06, -1.6] },
  { place: [0, 0.06, -0.9] },
  { place: [-2, 0.06, -1.8] },
];

export const towLine = () =>
  piece(
    'Tow Line',
    'A tug tows five barges around a course: all of them go along one path, each a little ' +
      'behind the one before it, and look where they go. The wake is a ribbon along the line that ' +
      'the signal draws.',
    [
      strand(
        'signal',
        'course',
        ['cycle', { wave: 'saw' }],
        ['remap', { fromLow: -1, fromHigh: 1, low: 0, high: 1 }],
        ['along-path', { points: COURSE }],
      ),
      strand(
        'signal',
        'bow',
        ['combine', { x: from('course', 'x'), y: from('course', 'y'), z: from('course', 'z') }],
        ['heading'],
      ),
      strand('field', 'late', ['copy'], ['remap', { fromLow: 0, low: 0.045, high: by('rope', [0.15, 0.4]) }]),
      strand('field', 'ruffled', ['position'], ['noise', { scale: 0.55, evolve: 2, seed: 4 }]),
      strand('form', 'moorings', ['points-line', { count: 5, from: [0, 0, 0], to: [0, 0, 0] }]),
      strand(
        'form',
        'barges',
        ['box', { size: [0.3, 0.14, 0.56] }],
        ['bevel', { width: 0.05, segments: 3 }],
        ['copies', { on: from('moorings'), shift: from('course'), turn: from('bow'), delay: from('late') }],
      ),
      strand(
        'form',
        'tug',
        ['box', { size: [0.26, 0.22, 0.44], segments: 8 }],
        ['taper', { axis: 'z', amount: -0.9 }],
        ['bevel', { width: 0.04, segments: 3 }],
      ),
      strand(
        'form',
        'wake',
        ['points-signal', { signal: from('course'), count: 220 }],
        ['ribbon-along', { width: 0.16 }],
      ),
      strand('form', 'buoy line', ['points-path', { points: COURSE, count: 16 }]),
      strand(
        'form',
        'buoys',
        ['cylinder', { low: 0.05, high: 0.02, height: 0.22, columns: 20, rows: 2 }],
        ['copies', { on: from('buoy-line'), shift: [0, 0.04, 0] }],
      ),
      strand(
        'form',
        'water',
        ['grid', { width: 12, depth: 9, columns: 120, rows: 90 }],
        ['push', { by: from('ruffled'), amount: by('sea', [0, 0.12]) }],
      ),
      strand('surface', 'hulls', ['lit', { colour: '#7c2f23', roughness: 0.5 }]),
      strand('surface', 'brass', ['lit', { colour: '#d9a441', roughness: 0.35, metal: 0.7 }]),
      strand('surface', 'paint', ['lit', { colour: '#e9e2cf', roughness: 0.55 }]),
      strand(
        'surface',
        'foam',
        ['lit', { colour: '#9fc4c0', roughness: 0.8 }],
        ['glow', { colour: '#9fd6cf', strength: 0.25 }],
      ),
      strand('surface', 'deep', ['lit', { colour: '#16383c', roughness: 0.28 }]),
      strand(
        'stage',
        'roads',
        ['camera', { position: [0.5, 3.9, 5.6], target: [0.05, 0, -0.1], lens: 38 }],
        ['place', { form: from('water'), surface: from('deep'), position: [0, -0.05, 0] }],
        ['place', { form: from('wake'), surface: from('foam'), position: [0, 0.01, 0] }],
        ['place', { form: from('barges'), surface: from('hulls') }],
        ['place', { form: from('tug'), surface: from('paint'), position: from('course'), turn: from('bow') }],
        ['place', { form: from('buoys'), surface: from('brass') }],
        ['point', { position: from('course'), strength: by('lantern', [0, 6]), colour: '#ffd08a' }],
        ['sun', { turn: -40, height: 32, strength: 3, colour: '#ffe2bd', softness: 3 }],
        ['fill', { above: '#9db9c4', below: '#18292b', strength: 0.9 }],
      ),
      strand(
        'finish',
        'out',
        ['shoot', { stage: from('roads') }],
        ['vignette', { amount: 0.4 }],
        ['exposure', { stops: 0.15, shoulder: 0.7 }],
        ['dither', {}],
      ),
    ],
    {
      picture: { width: 1280, height: 720, background: '#0e1a1d' },
      loop: { frames: 360, rate: 30, play: 'loop' },
      controls: [control('rope', 0.4), control('sea', 0.4), control('lantern', 0.4)],
    },
  );
