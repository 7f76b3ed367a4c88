import { by, control, from, strand } from '../build';
import { recipe, ROW } from './recipe';

/** Recipes that move any form. */

export const ripple = recipe({
  id: 'ripple-form',
  name: 'Ripple on a form',
  about: 'Rings run out from a point and push the form; the point is dragged on the stage.',
  aliases: ['displace', 'displacement', 'wave', 'water ring', 'drop'],
  strands: () => [
    strand(
      'field',
      'rings',
      ['position'],
      ['ripple', { origin: [0, 1, 0], count: by('ring count'), turns: 2, falloff: by('ring fading') }],
    ),
    strand('form', ROW, ['push', { by: from('rings'), amount: by('ring height') }]),
  ],
  controls: [
    control('ring count', 2.5, 0.5, 8, 2),
    control('ring fading', 0.4, 0, 3),
    control('ring height', 0.1, 0, 0.5),
  ],
});

export const swell = recipe({
  id: 'swell',
  name: 'Noise that swells',
  about: 'A noise pushes the form along its normals and goes on changing.',
  aliases: ['displace', 'displacement', 'organic', 'blob', 'breathe', 'terrain'],
  strands: () => [
    strand('field', 'swell', ['position'], ['fractal', { octaves: 3, scale: by('swell scale'), evolve: 2, seed: 21 }]),
    strand('form', ROW, ['push', { by: from('swell'), amount: by('swell height') }]),
  ],
  controls: [control('swell scale', 1.2, 0.3, 5, 2), control('swell height', 0.25, 0, 1)],
});

export const shards = recipe({
  id: 'shards',
  name: 'Shards at a beat',
  about: 'At each moment the faces fly out, shrink, and come together again.',
  aliases: ['explode', 'shatter', 'break', 'fracture', 'triangles'],
  strands: () => [
    strand(
      'signal',
      'blast',
      ['every', { count: by('blasts') }],
      ['envelope', { attack: 0.08, hold: 0.05, decay: 1.4, bend: 2 }],
    ),
    strand('field', 'blast share', ['random-each', { of: 'face', seed: 5 }], ['join', { other: from('blast') }]),
    strand(
      'form',
      ROW,
      ['shading', { style: 'flat' }],
      ['separate'],
      ['push-faces', { by: from('blast-share'), amount: by('blast reach') }],
      ['shrink', { by: from('blast-share'), amount: by('shrinking') }],
    ),
  ],
  controls: [control('blasts', 2, 1, 8), control('blast reach', 0.7, 0, 3), control('shrinking', 0.7)],
});
