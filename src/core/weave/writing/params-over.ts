import { paramById } from '../../steps';
import { isLink, type Piece, type Step } from '../../piece/types';
import { linkProblem } from '../analysis/analyse';
import type { Analysis, KnownStep } from '../analysis/types';

/** A step without the links that do not fit: they are skipped, as they are in the program. */
export function fittingStep(piece: Piece, analysis: Analysis, { step, definition }: KnownStep): Step {
  const fitting = Object.entries(step.params).filter(([id, value]) => {
    const param = paramById(definition, id);
    return !isLink(value) || (param && !linkProblem(piece, definition, param, value, analysis.types));
  });
  return { ...step, params: Object.fromEntries(fitting) };
}
