import { strike } from '@/core/piece/keys';
import { STRIKE_KEYS } from '@/core/piece/rehearsal';
import { stepById, strandById, type Key, type Piece } from '@/core/piece/types';
import { definitionOf, valueOf } from '@/core/steps';
import { useTransport } from './transport';
import { useWorkbench, type Selection } from './workbench';

const momentsOf = (op: string | undefined) =>
  op === undefined ? undefined : definitionOf(op)?.params.find((p) => p.type === 'keys' && p.moments);

/** Does a step hold moments that can be struck? */
export const hasMoments = (piece: Piece, at: Selection | null): boolean =>
  momentsOf(stepById(strandById(piece, at?.strand ?? ''), at?.step ?? '')?.op) !== undefined;

/** Steps that hold moments, in order: the strike keys of a rehearsal are theirs. */
export const strikeTargets = (piece: Piece): (Selection & { name: string })[] =>
  piece.strands
    .flatMap((s) => s.steps.filter((t) => momentsOf(t.op)).map((t) => ({ strand: s.id, step: t.id, name: s.name })))
    .slice(0, STRIKE_KEYS);

/** Puts a moment at the playhead. */
export function strikeMoment({ strand, step: id }: Selection): void {
  const { frame } = useTransport.getState();
  useWorkbench.getState().edit((p) => {
    const step = stepById(strandById(p, strand), id);
    const param = momentsOf(step?.op);
    return step && param ? strike(p, strand, id, param.id, valueOf(step, param) as Key[], frame) : p;
  });
}

/** The same for a strike key, counted from 1. @returns whether it has moments */
export function strikeNumber(number: number): boolean {
  const target = strikeTargets(useWorkbench.getState().piece)[number - 1];
  if (target) strikeMoment(target);
  return target !== undefined;
}
