import { by, control, from, strand } from '../build';
import { recipe, ROW } from './recipe';

/** Recipes for the finished picture. */

export const glitchRows = recipe({
  id: 'glitch-rows',
  name: 'Glitch rows',
  about: 'At chance moments rows of the picture are torn aside and its channels part.',
  aliases: ['digital', 'tear', 'jitter', 'interference', 'noise'],
  strands: () => [
    strand(
      'signal',
      'tear',
      ['scattered', { count: 5, apart: 0.5, weakest: 0.4, seed: 12 }],
      ['envelope', { attack: 0.01, hold: 0.06, decay: 0.4 }],
      ['remap', { fromLow: 0, fromHigh: 1, low: 0, high: by('tear reach') }],
    ),
    strand(
      'signal',
      'parting',
      ['scattered', { count: 5, apart: 0.5, weakest: 0.4, seed: 12 }],
      ['envelope', { attack: 0.01, hold: 0.1, decay: 0.6 }],
      ['remap', { fromLow: 0, fromHigh: 1, low: 0, high: by('channels apart') }],
    ),
    strand(
      'field',
      'torn rows',
      ['screen'],
      ['random', { cells: [1, 22, 1], changes: 24, seed: 7 }],
      ['remap', { fromLow: 0, fromHigh: 1, low: -1, high: 1 }],
    ),
    strand(
      'finish',
      ROW,
      ['shift', { by: from('torn-rows'), amount: from('tear') }],
      ['split', { apart: from('parting') }],
    ),
  ],
  controls: [control('tear reach', 0.12, 0, 0.5), control('channels apart', 0.02, 0, 0.1)],
});

export const trails = recipe({
  id: 'trails',
  name: 'Glowing trails',
  about: 'What moves leaves a fading trail that grows a little, its colours late, and shines.',
  aliases: ['feedback', 'echo', 'afterimage', 'tunnel', 'smear'],
  strands: () => [
    strand(
      'finish',
      ROW,
      ['echo', { fade: by('trail length'), size: by('trail growth') }],
      ['lag', { green: 1, blue: 2 }],
      ['glow', { threshold: 0.6, strength: by('trail glow'), radius: 0.12 }],
    ),
  ],
  controls: [
    control('trail length', 0.86, 0, 0.95),
    control('trail growth', 1.008, 0.96, 1.04),
    control('trail glow', 0.5, 0, 2),
  ],
});

export const film = recipe({
  id: 'film',
  name: 'Film',
  about: 'Soft highlights, warmth, dark corners and grain.',
  aliases: ['grade', 'cinematic', 'look', 'vintage'],
  strands: () => [
    strand(
      'finish',
      ROW,
      ['glow', { threshold: 0.8, strength: by('halation'), radius: 0.06, tint: '#ffcfa0' }],
      ['tone', { curve: 'filmic' }],
      ['temperature', { kelvin: by('warmth') }],
      ['vignette', { amount: by('dark corners') }],
      ['grain', { amount: by('grain amount') }],
    ),
  ],
  controls: [
    control('halation', 0.4, 0, 2),
    control('warmth', 6000, 3000, 9000),
    control('dark corners', 0.4),
    control('grain amount', 0.05, 0, 0.4),
  ],
});

export const screenLines = recipe({
  id: 'screen-lines',
  name: 'Old screen',
  about: 'The picture as on a bulging tube: lines that travel, channels that miss each other, a glow.',
  aliases: ['crt', 'monitor', 'scan lines', 'television', 'retro'],
  strands: () => [
    strand(
      'finish',
      ROW,
      ['lens', { bend: by('bulge') }],
      ['split', { apart: by('misfit') }],
      ['lines', { count: 120, strength: by('line strength'), travel: 1 }],
      ['glow', { threshold: 0.5, strength: 0.4, radius: 0.05 }],
      ['vignette', { amount: 0.5 }],
    ),
  ],
  controls: [control('bulge', 0.18, 0, 0.6), control('misfit', 0.004, 0, 0.04), control('line strength', 0.45)],
});
