import { onPath } from '../../../mesh/source/clouds';
import type { FormSource } from '../../definition';
import { choice, number, strand } from '../../params';

const LAST_PHASE = 1 - 1e-6;

export const pointsSignal: FormSource = {
  op: 'form.points-signal',
  name: 'Points of a signal',
  description: 'The line that a signal of three numbers draws over the loop, as points.',
  takes: [],
  gives: 'form',
  cellParam: 'count',
  aliases: ['trail', 'trajectory', 'path', 'motion', 'line', 'cloud'],
  params: [
    strand({ id: 'signal', name: 'Signal', description: 'Its three numbers are the place.', kind: 'signal' }),
    number({
      id: 'count',
      name: 'Count',
      description: 'How many points, evenly in time.',
      default: 96,
      min: 2,
      max: 2000,
      hard: [1, 100_000],
      whole: true,
      finer: 'along',
    }),
    choice({
      id: 'ends',
      name: 'Ends',
      description: 'Of a loop that closes the last point goes on to the first; an open one has its end as a point.',
      options: ['closed', 'open'],
    }),
  ],
  bake: (params, baking) => {
    const closed = params.ends !== 'open';
    // The end of an open one is just before the beginning comes again.
    const within = (phase: number) => (closed ? phase - Math.floor(phase) : Math.min(Math.max(phase, 0), LAST_PHASE));
    return onPath(params.count as number, closed, (shares) =>
      baking.signal(params.signal as string, shares.map(within)),
    );
  },
};
