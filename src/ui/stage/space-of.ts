import { isLink, strandById, type Piece, type Step, type Strand } from '@/core/piece/types';
import { definitionOf, paramOf } from '@/core/steps';
import { literalOf, shownBy, allDependencies } from '@/core/weave';
import { hasPath } from './PathHandles';

/** The space that the places of a step stand in: that of a form, or of the stage where `form` is null. */
export interface Space {
  form: string | null;
  /** The stage is meant as well where the form does not stand in it. */
  orStage: boolean;
}

/** Where the places of a step are to be seen on the stage; null where they are not. */
export function spaceOf(piece: Piece, strand: Strand, step: Step): Space | null {
  const { stage } = shownBy(piece);
  if (strand.kind === 'form') return { form: strand.id, orStage: hasPath(step) };
  if (strand.id === stage?.id) return { form: null, orStage: true };
  if (!stage) return null;
  // A path of a signal or a field lies on the stage.
  if (hasPath(step)) return { form: null, orStage: true };
  return strand.kind === 'field' && definitionOf(step.op)?.handles ? fieldSpace(piece, strand, step, stage) : null;
}

/**
 * A field that asks for the position, and does not move it before the step, has its places in the space of the first
 * form on the stage that takes from it, or on the stage.
 */
function fieldSpace(piece: Piece, strand: Strand, step: Step, stage: Strand): Space | null {
  const [source, ...rest] = strand.steps;
  const between = rest.slice(0, rest.indexOf(step)).filter((t) => !t.off);
  const space = source && paramOf(source, definitionOf(source.op)?.positionIn ?? '');
  if (!space || between.length > 0) return null;
  if (literalOf(piece, source, space) === 'world') return { form: null, orStage: true };
  for (const { params } of stage.steps) {
    const form = isLink(params.form) ? strandById(piece, params.form.link) : undefined;
    const surface = isLink(params.surface) ? strandById(piece, params.surface.link) : undefined;
    const takes = [form, surface].some((s) => s && [...allDependencies(piece, s)].includes(strand.id));
    if (form && takes) return { form: form.id, orStage: false };
  }
  return null;
}
