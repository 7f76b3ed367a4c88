import { extrudeEach, extrudeTogether } from '../../../mesh/topology/extrude';
import type { StepDefinition } from '../../definition';
import { choice, number } from '../../params';

export const extrude: StepDefinition = {
  op: 'form.extrude',
  name: 'Extrude',
  about: 'Pushes faces out with walls around them: each on its own, or all together.',
  takes: ['form'],
  gives: 'form',
  telling: 'distance',
  also: ['walls', 'spikes', 'pull'],
  params: [
    choice('how', 'How', 'Each face on its own, or as one skin.', ['each', 'together']),
    { ...number('by', 'By', 'How much for each face; link it to a field.', 1, 0, 1), per: 'face' },
    number('distance', 'Distance', 'Times this.', 0.2, -2, 2, { unit: 'm' }),
    {
      ...number('inset', 'Inset', 'How far each new face is drawn in; 1 makes spikes.', 0, 0, 1, { hard: [0, 1] }),
      per: 'face',
    },
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
