import type { SurfaceStep } from '../definition';
import { number } from '../params';

export const coat: SurfaceStep = {
  op: 'surface.coat',
  name: 'Clear coat',
  description: 'A thin clear layer on top, with a shine of its own.',
  takes: ['surface'],
  gives: 'surface',
  cellParam: 'coat',
  aliases: ['varnish', 'lacquer', 'clearcoat', 'wet'],
  params: [
    number({ id: 'coat', name: 'Coat', description: 'Strength.', default: 1, min: 0, max: 1, hard: [0, 1] }),
    number({
      id: 'roughness',
      name: 'Roughness',
      description: 'Of the coat.',
      default: 0.1,
      min: 0,
      max: 1,
      hard: [0, 1],
    }),
  ],
  glsl: `
  v.coat = clamp(coat, 0.0, 1.0);
  v.coatRoughness = clamp(roughness, 0.0, 1.0);
  return v;`,
  uses: ['coat'],
};
