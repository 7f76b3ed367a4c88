import type { StepDefinition } from '../definition';
import { number } from '../params';

export const coat: StepDefinition = {
  op: 'surface.coat',
  name: 'Clear coat',
  about: 'A thin clear layer on top, with a shine of its own.',
  takes: ['surface'],
  gives: 'surface',
  telling: 'coat',
  also: ['varnish', 'lacquer', 'clearcoat', 'wet'],
  params: [
    number('coat', 'Coat', 'Strength.', 1, 0, 1, { hard: [0, 1] }),
    number('roughness', 'Roughness', 'Of the coat.', 0.1, 0, 1, { hard: [0, 1] }),
  ],
  glsl: `
  v.coat = clamp(coat, 0.0, 1.0);
  v.coatRoughness = clamp(roughness, 0.0, 1.0);
  return v;`,
};
