import { by, control, from, sample, strand } from '../build';
import { colours, recipe, ROW } from './recipe';

/** Recipes for the skin of any form. */

export const dissolve = recipe({
  id: 'dissolve',
  name: 'Dissolve with a burning edge',
  about: 'The surface is eaten away by a noise and grows back; where it ends it glows.',
  aliases: ['burn', 'disintegrate', 'erode', 'fire', 'ash'],
  strands: () => [
    strand('signal', 'burnt', ['cycle', { turns: 1 }], ['remap', { low: by('burnt least'), high: by('burnt most') }]),
    strand(
      'field',
      'burn pattern',
      ['position'],
      ['fractal', { octaves: 3, scale: by('burn scale'), evolve: 1, seed: 11 }],
      ['remap', { fromLow: -0.6, fromHigh: 0.6, hold: 'held' }],
    ),
    strand(
      'field',
      'burning edge',
      ['from', { value: from('burn-pattern') }],
      ['join', { how: 'subtract', other: from('burnt') }],
      ['remap', { fromLow: 0, fromHigh: by('edge width'), low: 1, high: 0, hold: 'held' }],
      ['power', { power: 2 }],
      ['ramp', colours('#000000', '#8f2408', '#f07a1e', '#ffe9b8')],
    ),
    strand(
      'surface',
      ROW,
      ['cut', { by: from('burn-pattern'), edge: from('burnt') }],
      ['glow', { colour: from('burning-edge'), strength: by('edge glow') }],
    ),
  ],
  controls: [
    control('burnt least', 0.1),
    control('burnt most', 0.65),
    control('burn scale', 1.4, 0.4, 6, 2),
    control('edge width', 0.12, 0.01, 0.5, 2),
    control('edge glow', 2.4, 0, 8),
  ],
});

export const caustics = recipe({
  id: 'caustics',
  name: 'False caustics',
  about: 'Nets of light as under water wander over the surface: two cell patterns, the darker of both.',
  aliases: ['water light', 'pool', 'underwater', 'net'],
  strands: () => [
    strand('field', 'net', ['position'], ['cells', { scale: by('net size'), wander: 1, seed: 4 }]),
    strand(
      'field',
      'caustics',
      ['position'],
      ['turn', { angle: 32 / 360 }],
      ['cells', { scale: by('net size'), wander: 1, seed: 9 }],
      ['join', { how: 'smaller', other: from('net') }],
      ['remap', { fromLow: 0, fromHigh: 0.7, hold: 'held' }],
      ['power', { power: by('net fineness') }],
      ['ramp', colours('#000000', '#1d6f7c', '#d9f7ea')],
    ),
    strand('surface', ROW, ['glow', { colour: from('caustics'), strength: by('net light') }]),
  ],
  controls: [control('net size', 2.2, 0.5, 8, 2), control('net fineness', 2.5, 1, 8), control('net light', 1.2, 0, 4)],
});

export const relief = recipe({
  id: 'relief',
  name: 'Relief from a picture',
  about: 'The brightness of a picture raises the surface for the light; drop a picture of your own on its step.',
  aliases: ['bump', 'emboss', 'height map', 'engrave'],
  strands: () => [
    strand(
      'field',
      'relief height',
      ['uv'],
      ['tile', { count: [6, 3, 1] }],
      ['picture', { picture: 'sample-bell-sign' }],
      ['pick', { channel: 'luminance' }],
    ),
    strand('surface', ROW, ['relief', { height: from('relief-height'), strength: by('relief depth') }]),
  ],
  controls: [control('relief depth', 0.08, 0, 0.3)],
  assets: () => [sample('bell-sign')],
});

export const fillUp = recipe({
  id: 'fill-up',
  name: 'Fill along an axis',
  about: 'A level rises and sinks through the form; below it is filled, and the level itself shines.',
  aliases: ['level', 'progress', 'gauge', 'liquid', 'wipe'],
  strands: () => [
    strand(
      'signal',
      'level',
      ['cycle', { turns: 1 }],
      ['remap', { low: by('lowest level'), high: by('highest level') }],
    ),
    strand('field', 'height', ['position'], ['pick', { channel: 'y or green' }]),
    strand(
      'field',
      'filled',
      ['from', { value: from('height') }],
      ['compare', { how: 'below', other: from('level'), softness: 0.01 }],
      ['ramp', colours('#2a3331', '#2f8f8a')],
    ),
    strand(
      'field',
      'level line',
      ['from', { value: from('height') }],
      ['compare', { how: 'near', other: from('level'), softness: by('line width') }],
      ['ramp', colours('#000000', '#d8ffe9')],
    ),
    strand(
      'surface',
      ROW,
      ['colour', { colour: from('filled') }],
      ['glow', { colour: from('level-line'), strength: by('line glow') }],
    ),
  ],
  controls: [
    control('lowest level', -0.8, -4, 4),
    control('highest level', 0.8, -4, 4),
    control('line width', 0.05, 0.005, 0.4, 2),
    control('line glow', 1.5, 0, 6),
  ],
});

export const scanLine = recipe({
  id: 'scan-line',
  name: 'Scan line',
  about: 'A line of light runs over the form, again and again.',
  aliases: ['scanner', 'sweep', 'radar', 'laser'],
  strands: () => [
    strand(
      'field',
      'scan',
      ['position'],
      ['bands', { direction: [0, 1, 0], count: by('scan lines'), turns: 1 }],
      ['remap', {}],
      ['power', { power: by('scan sharpness') }],
      ['ramp', colours('#000000', '#3aa58f', '#eafff3')],
    ),
    strand('surface', ROW, ['glow', { colour: from('scan'), strength: by('scan light') }]),
  ],
  controls: [
    control('scan lines', 0.4, 0.1, 4, 2),
    control('scan sharpness', 24, 1, 80, 2),
    control('scan light', 1.6, 0, 6),
  ],
});

export const hologram = recipe({
  id: 'hologram',
  name: 'Hologram',
  about: 'Nothing but lines that rise and a bright rim, added to what is behind.',
  aliases: ['projection', 'ghost', 'transparent', 'fresnel'],
  strands: () => [
    strand(
      'field',
      'rising lines',
      ['position'],
      ['stripes', { direction: [0, 1, 0], count: by('line count'), width: 0.5, softness: 0.3, turns: 1 }],
    ),
    strand('field', 'line light', ['from', { value: from('rising-lines') }], ['ramp', colours('#03110f', '#2d8f86')]),
    strand(
      'surface',
      ROW,
      ['colour', { colour: '#000000' }],
      ['gloss', { roughness: 1 }],
      ['glow', { colour: from('line-light'), strength: by('line brightness') }],
      ['rim', { power: 2.2, strength: by('rim light'), colours: colours('#000000', '#b9fff0').colours }],
      ['blend', { mode: 'additive' }],
      ['shadow', { casts: 'no', receives: 'no' }],
    ),
  ],
  controls: [control('line count', 14, 2, 60), control('line brightness', 0.8, 0, 3), control('rim light', 1.4, 0, 4)],
});

export const flowLines = recipe({
  id: 'flow-lines',
  name: 'Flow along edges',
  about: 'The edges of the mesh are drawn, and pulses of light run along them.',
  aliases: ['wireframe', 'circuit', 'pulse', 'wire'],
  strands: () => [
    strand(
      'field',
      'pulses',
      ['position'],
      ['bands', { direction: [0.6, 1, 0.3], count: by('pulse count'), turns: 2, bend: 0.3, evolve: 0, seed: 6 }],
      ['remap', {}],
      ['power', { power: by('pulse sharpness') }],
      ['ramp', colours('#0b2b28', '#3fb59c', '#f4fff0')],
    ),
    strand('surface', ROW, [
      'wire',
      { width: 1.6, colour: from('pulses'), strength: by('pulse light'), body: by('body light') },
    ]),
  ],
  controls: [
    control('pulse count', 0.8, 0.1, 4, 2),
    control('pulse sharpness', 8, 1, 40, 2),
    control('pulse light', 1.5, 0, 5),
    control('body light', 0.25),
  ],
});
