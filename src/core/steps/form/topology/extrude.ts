import { extrudeEach, extrudeTogether } from '../../../mesh/topology/extrude';
import type { FormTopology } from '../../definition';
import { choice, number } from '../../params';

export const extrude: FormTopology = {
  op: 'form.extrude',
  name: 'Extrude',
  description: 'Pushes faces out with walls around them: each on its own, or all together.',
  takes: ['form'],
  gives: 'form',
  cellParam: 'distance',
  aliases: ['walls', 'spikes', 'pull'],
  params: [
    choice({
      id: 'how',
      name: 'Faces',
      description: 'Each face on its own, or as one skin.',
      options: ['each', 'together'],
    }),
    number({
      id: 'by',
      name: 'Field',
      description: 'How much for each face; link it to a field.',
      default: 1,
      min: 0,
      max: 1,
      per: 'face',
    }),
    number({ id: 'distance', name: 'Distance', description: 'Times this.', default: 0.2, min: -2, max: 2, unit: 'm' }),
    number({
      id: 'inset',
      name: 'Inset',
      description: 'How far each new face is drawn in; 1 makes spikes.',
      default: 0,
      min: 0,
      max: 1,
      hard: [0, 1],
      per: 'face',
    }),
  ],
  reshape: (mesh, params, baking) => {
    const distance = params.distance as number;
    if (params.how === 'together') return extrudeTogether(mesh, distance * (baking.values('by')[0] ?? 1));
    const [by, inset] = [baking.values('by'), baking.values('inset')];
    return extrudeEach(
      mesh,
      (f) => distance * by[f]!,
      (f) => Math.min(0.999, Math.max(0, inset[f]!)),
    );
  },
};
