import { stepById, strandById, type Piece, type StepAt } from './types';

/** What was kept and read again is another object with the same values. */
const same = (a: unknown, b: unknown) => a === b || JSON.stringify(a) === JSON.stringify(b);

/**
 * The step that an edit was about: the first that is another one after it, or is new; where one is gone, its
 * neighbour to the left. Null where no step changed.
 */
export function stepConcerned(before: Piece, after: Piece): StepAt | null {
  for (const strand of after.strands) {
    const was = strandById(before, strand.id);
    if (same(was, strand)) continue;
    const changed = strand.steps.find((step) => !same(stepById(was, step.id), step));
    if (changed) return { strand: strand.id, step: changed.id };
    const gone = was?.steps.findIndex((step) => !stepById(strand, step.id)) ?? -1;
    if (gone >= 0)
      return { strand: strand.id, step: strand.steps[Math.min(Math.max(0, gone - 1), strand.steps.length - 1)]!.id };
  }
  return null;
}
