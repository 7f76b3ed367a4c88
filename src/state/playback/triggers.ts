import { putMoment } from '@/core/piece/keys';
import { TRIGGER_KEYS } from '@/core/piece/rehearsal';
import { stepById, strandById, type Key, type ParamAt, type Piece } from '@/core/piece/types';
import { definitionOf, valueOf } from '@/core/steps';
import { useTransport } from './transport';
import { useWorkbench, type Selection } from '../workbench';

const momentsOf = (op: string | undefined) =>
  op === undefined ? undefined : definitionOf(op)?.params.find((p) => p.type === 'keys' && p.moments);

/** Does a step hold moments that can be triggered? */
export const hasMoments = (piece: Piece, at: Selection | null): boolean =>
  momentsOf(stepById(strandById(piece, at?.strand ?? ''), at?.step ?? '')?.op) !== undefined;

/** Moments of a step, and the name of its strand. */
export interface TriggerTarget extends ParamAt {
  name: string;
}

/** What the trigger keys of a rehearsal trigger: the moments of the piece's steps, in order. */
export const triggerTargets = (piece: Piece): TriggerTarget[] =>
  piece.strands
    .flatMap((s) =>
      s.steps.flatMap((t) => {
        const param = momentsOf(t.op);
        return param ? [{ strand: s.id, step: t.id, param: param.id, name: s.name }] : [];
      }),
    )
    .slice(0, TRIGGER_KEYS);

/** Puts a moment at the playhead. */
export function triggerMoment({ strand, step: id }: Selection): void {
  const { frame } = useTransport.getState();
  useWorkbench.getState().edit((p) => {
    const step = stepById(strandById(p, strand), id);
    const param = momentsOf(step?.op);
    return step && param
      ? putMoment(p, { strand, step: id, param: param.id }, valueOf(step, param) as Key[], frame)
      : p;
  });
}

/** The same for a trigger key, counted from 1. @returns whether it has moments */
export function triggerNumber(number: number): boolean {
  const target = triggerTargets(useWorkbench.getState().piece)[number - 1];
  if (target) triggerMoment(target);
  return target !== undefined;
}
