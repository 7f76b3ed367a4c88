import { beatsOf } from '../../piece/beats';
import type { Loop } from '../../piece/types';
import type { Twin } from '../param-types';

/** Most turns in a loop that are usual; the shortest that a turn usually lasts follows from it. */
const MAX_TURNS = 12;
/** What is typed has few digits: turns that are as near to a whole number, of themselves, are meant to be whole. */
const WHOLE_WITHIN = 1e-3;

const lasting = (name: string, unit: string, whole: number): Twin => ({
  name,
  unit,
  description: 'How long one turn lasts. The same as the turns in a loop, said another way.',
  min: whole / MAX_TURNS,
  max: whole,
  toTwin: (turns) => whole / turns,
  toValue: (lasts) => {
    const turns = whole / Math.max(lasts, 1e-6);
    const near = Math.round(turns);
    return Math.abs(turns - near) <= WHOLE_WITHIN * turns ? near : turns;
  },
});

/** How long one of so many turns in a loop lasts: in seconds, and in beats where the loop has a tempo. */
export function turnLasts(loop: Loop): Twin[] {
  const beats = beatsOf(loop);
  return [
    lasting('Seconds', 's', loop.frames / loop.rate),
    ...(beats === null ? [] : [lasting('Beats', 'beats', beats)]),
  ];
}
