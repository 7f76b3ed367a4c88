import { dependenciesOf } from '../piece/links';
import { isControlRef, type Control, type Piece, type Step, type StepAt } from '../piece/types';
import { definitionOf } from './index';

/** Where things stand, as a piece says it: which places show a strand, and which controls matter there. */

/** Does a step put a form on a stage, in what it wears? A floor has no form that others could show. */
export function putsForm({ op }: Step): boolean {
  const definition = definitionOf(op);
  return definition?.puts === 'standing' && definition.params.some((p) => p.type === 'strand' && p.kind === 'form');
}

/** The places of all stages at which a form stands or a surface is worn, be it by way of other strands. */
export const placesOf = (piece: Piece, strand: string): StepAt[] =>
  piece.strands.flatMap((stage) =>
    stage.steps
      .filter((step) => putsForm(step) && dependenciesOf(piece, [step]).has(strand))
      .map((step) => ({ strand: stage.id, step: step.id })),
  );

/** The controls that what stands at a place follows, and those that have a setting of their own there. */
export function controlsAt(piece: Piece, step: Step): Control[] {
  const taken = dependenciesOf(piece, [step]);
  const steps = [step, ...piece.strands.filter((s) => taken.has(s.id)).flatMap((s) => s.steps)];
  const followed = new Set(
    steps.flatMap((t) => Object.values(t.params).flatMap((v) => (isControlRef(v) ? [v.control] : []))),
  );
  return piece.controls.filter((c) => followed.has(c.id) || step.overrides?.[c.id] !== undefined);
}
