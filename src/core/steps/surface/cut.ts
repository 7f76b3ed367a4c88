import type { SurfaceStep } from '../definition';
import { choice, number } from '../params';

export const cut: SurfaceStep = {
  op: 'surface.cut',
  name: 'Cut',
  description: 'Cuts away hard where a field is below an edge, in the picture and in the shadow.',
  takes: ['surface'],
  gives: 'surface',
  cellParam: 'edge',
  aliases: ['dissolve', 'threshold', 'discard', 'mask', 'clip', 'hole'],
  params: [
    number({
      id: 'by',
      name: 'Field',
      description: 'The field that cuts: link it to a strand.',
      default: 1,
      min: 0,
      max: 1,
    }),
    number({ id: 'edge', name: 'Edge', description: 'Where the cut runs.', default: 0.5, min: -1, max: 2 }),
    choice({ id: 'away', name: 'Away', description: 'Which side goes.', options: ['below', 'above'] }),
  ],
  glsl: `
  bool gone = away == 1 ? by >= edge : by < edge;
  v.keep = gone ? 0.0 : v.keep;
  return v;`,
  uses: ['cut'],
};
