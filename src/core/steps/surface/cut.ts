import type { StepDefinition } from '../definition';
import { choice, number } from '../params';

export const cut: StepDefinition = {
  op: 'surface.cut',
  name: 'Cut',
  about: 'Cuts away hard where a field is below an edge, in the picture and in the shadow.',
  takes: ['surface'],
  gives: 'surface',
  telling: 'edge',
  also: ['dissolve', 'threshold', 'discard', 'mask', 'clip', 'hole'],
  params: [
    number('by', 'By', 'The field that cuts: link it to a strand.', 1, 0, 1),
    number('edge', 'Edge', 'Where the cut runs.', 0.5, -1, 2),
    choice('away', 'Away', 'Which side goes.', ['below', 'above']),
  ],
  glsl: `
  bool gone = away == 1 ? by >= edge : by < edge;
  v.keep = gone ? 0.0 : v.keep;
  return v;`,
};
