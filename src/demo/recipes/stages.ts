import { by, control, from, strand } from '../build';
import { colours, recipe, ROW } from './recipe';

/** Recipes that bring something of their own and stand it on the stage. */

export const shield = recipe({
  id: 'shield',
  name: 'Energy shield',
  about: 'A shell of cells and rim light about what stands there; a wave runs over it.',
  aliases: ['force field', 'barrier', 'dome', 'fresnel', 'bubble'],
  strands: () => [
    strand(
      'field',
      'shield cells',
      ['position'],
      ['cells', { show: 'border', scale: by('cell count'), wander: 1, seed: 3 }],
      ['remap', { fromLow: 0, fromHigh: 0.12, low: 1, high: 0, hold: 'held' }],
    ),
    strand(
      'field',
      'shield wave',
      ['position'],
      ['ripple', { origin: [0, 1, 0], count: 0.8, turns: 2, falloff: 0 }],
      ['remap', { low: 0.1, high: 1 }],
    ),
    strand(
      'field',
      'shield light',
      ['from', { value: from('shield-cells') }],
      ['join', { how: 'multiply', other: from('shield-wave') }],
      ['ramp', colours('#000000', '#1f7f8c', '#e6fff6')],
    ),
    strand('form', 'shield', ['ball', { radius: 1, columns: 96, rows: 60 }]),
    strand(
      'surface',
      'shield skin',
      ['lit', { colour: '#000000', roughness: 1 }],
      ['glow', { colour: from('shield-light'), strength: by('cell light') }],
      ['rim', { power: 3, strength: by('shield rim'), colours: colours('#000000', '#6fd6d0').colours }],
      ['blend', { mode: 'additive' }],
      ['shadow', { casts: 'no', receives: 'no' }],
    ),
    strand('stage', ROW, ['place', { form: from('shield'), surface: from('shield-skin'), size: by('shield size') }]),
  ],
  controls: [
    control('shield size', 1.35, 0.2, 6, 2),
    control('cell count', 3, 1, 10),
    control('cell light', 1.2, 0, 4),
    control('shield rim', 0.9, 0, 3),
  ],
});

export const water = recipe({
  id: 'water',
  name: 'Water surface',
  about: 'A sheet of water with long and short waves that mirrors the light.',
  aliases: ['sea', 'ocean', 'lake', 'waves', 'pool'],
  strands: () => [
    strand(
      'field',
      'long waves',
      ['position'],
      ['bands', { direction: [1, 0, 0.4], count: 0.25, turns: 2, bend: 0.4, bendScale: 0.4, evolve: 1, seed: 8 }],
    ),
    strand(
      'field',
      'waves',
      ['position'],
      ['fractal', { octaves: 3, scale: by('wave scale'), evolve: 3, seed: 14 }],
      ['join', { how: 'add', other: from('long-waves') }],
    ),
    strand(
      'field',
      'water colour',
      ['from', { value: from('waves') }],
      ['remap', { fromLow: -1.2, fromHigh: 1.4, hold: 'held' }],
      ['ramp', colours('#06222b', '#12505a', '#5fa79b')],
    ),
    strand(
      'form',
      'water',
      ['grid', { columns: 140, rows: 140, width: 9, depth: 9 }],
      ['push', { by: from('waves'), amount: by('wave height'), along: 'y' }],
    ),
    strand(
      'surface',
      'water skin',
      ['lit', { roughness: by('water roughness') }],
      ['colour', { colour: from('water-colour') }],
      ['rim', { power: 4, strength: 0.5, colours: colours('#000000', '#a9d3d0').colours }],
    ),
    strand('stage', ROW, ['place', { form: from('water'), surface: from('water-skin'), position: [0, -1, 0] }]),
  ],
  controls: [
    control('wave height', 0.14, 0, 0.6),
    control('wave scale', 1.1, 0.3, 4, 2),
    control('water roughness', 0.18),
  ],
});

export const breathingGrid = recipe({
  id: 'breathing-grid',
  name: 'Breathing grid',
  about: 'Blocks in rows grow and shrink, each later the further it stands from the middle.',
  aliases: ['instanced grid', 'instances', 'cubes', 'array', 'equaliser'],
  strands: () => [
    strand('signal', 'breath', ['cycle', { turns: by('breaths') }], ['remap', { low: by('smallest'), high: 1 }]),
    strand('signal', 'breathing size', ['combine', { x: from('breath'), y: from('breath'), z: from('breath') }]),
    strand('field', 'later', ['position'], ['length'], ['gain', { by: by('lateness') }]),
    strand('field', 'distance', ['position'], ['length'], ['gain', { by: 0.3 }]),
    strand(
      'field',
      'block colours',
      ['from', { value: from('distance') }],
      ['ramp', colours('#f0d9a8', '#5f9a86', '#243a44')],
    ),
    strand('field', 'block colour', ['carried']),
    strand('form', 'block places', ['points-grid', { counts: [13, 1, 13], size: [5, 0, 5] }]),
    strand(
      'form',
      'blocks',
      ['box', { size: [0.3, 0.3, 0.3] }],
      [
        'copies',
        {
          on: from('block-places'),
          size: from('breathing-size'),
          colour: from('block-colours'),
          delay: from('later'),
        },
      ],
    ),
    strand('surface', 'block skin', ['lit', { roughness: 0.6 }], ['colour', { colour: from('block-colour') }]),
    strand('stage', ROW, ['place', { form: from('blocks'), surface: from('block-skin') }]),
  ],
  controls: [control('breaths', 2, 0, 8), control('smallest', 0.25), control('lateness', 0.12)],
});

export const ringWave = recipe({
  id: 'ring-wave',
  name: 'Ring wave through copies',
  about: 'Rods in rows are lifted by rings that run out from the middle, and light up as they rise.',
  aliases: ['instances', 'audience wave', 'kinetic', 'pistons', 'ripple'],
  strands: () => [
    strand(
      'field',
      'ring wave',
      ['position'],
      ['ripple', { count: by('wave rings'), turns: 2, falloff: 0.15 }],
      ['remap', {}],
    ),
    strand('field', 'lift', ['from', { value: from('ring-wave') }], ['gain', { by: by('lift height') }]),
    strand('field', 'lifting', ['combine', { x: 0, y: from('lift'), z: 0 }]),
    strand(
      'field',
      'rod colours',
      ['from', { value: from('ring-wave') }],
      ['ramp', colours('#1a2b33', '#3d7d78', '#ffe2a6')],
    ),
    strand('field', 'rod colour', ['carried']),
    strand('form', 'rod places', ['points-grid', { counts: [17, 1, 17], size: [5.4, 0, 5.4] }]),
    strand(
      'form',
      'rods',
      ['cylinder', { low: 0.1, high: 0.1, height: 0.9, columns: 12, rows: 1 }],
      ['copies', { on: from('rod-places'), shift: from('lifting'), colour: from('rod-colours') }],
    ),
    strand(
      'surface',
      'rod skin',
      ['lit', { roughness: 0.5 }],
      ['colour', { colour: from('rod-colour') }],
      ['glow', { colour: from('rod-colour'), strength: by('rod light') }],
    ),
    strand('stage', ROW, ['place', { form: from('rods'), surface: from('rod-skin') }]),
  ],
  controls: [
    control('wave rings', 0.35, 0.1, 2, 2),
    control('lift height', 0.8, 0, 3),
    control('rod light', 0.35, 0, 2),
  ],
});

export const lampOnPath = recipe({
  id: 'lamp-on-path',
  name: 'Lamp that goes round',
  about: 'A small lamp with its light goes along a path; its points are dragged on the stage.',
  aliases: ['orbit', 'moving light', 'point light', 'firefly'],
  strands: () => [
    strand(
      'signal',
      'lamp way',
      ['cycle', { wave: 'saw', turns: by('rounds') }],
      ['remap', {}],
      [
        'along-path',
        {
          points: [
            { place: [1.35, 0.5, 0.4] },
            { place: [0.2, 0.9, 1.4] },
            { place: [-1.35, 0.3, 0.2] },
            { place: [-0.2, 0.8, -1.4] },
          ],
        },
      ],
    ),
    strand('form', 'lamp', ['icosphere', { radius: 0.09, times: 2 }]),
    strand(
      'surface',
      'lamp skin',
      ['lit', { colour: '#000000' }],
      ['glow', { colour: '#ffd9a0', strength: by('lamp glow') }],
    ),
    strand(
      'stage',
      ROW,
      ['place', { form: from('lamp'), surface: from('lamp-skin'), position: from('lamp-way') }],
      ['point', { position: from('lamp-way'), strength: by('lamp strength'), colour: '#ffcf94' }],
    ),
  ],
  controls: [control('rounds', 1, -4, 4), control('lamp glow', 3, 0, 10), control('lamp strength', 6, 0, 60)],
});
