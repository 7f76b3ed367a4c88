import { strike } from '@/core/piece/keys';
import { stepById, strandById, type Key, type Piece } from '@/core/piece/types';
import { definitionOf, valueOf } from '@/core/steps';
import { useTransport } from '@/state/transport';
import { useWorkbench, type Selection } from '@/state/workbench';

const momentsOf = (op: string | undefined) =>
  op === undefined ? undefined : definitionOf(op)?.params.find((p) => p.type === 'keys' && p.moments);

/** Does the selected step hold moments that can be struck? */
export const hasMoments = ({ piece, selected }: { piece: Piece; selected: Selection | null }): boolean =>
  momentsOf(stepById(strandById(piece, selected?.strand ?? ''), selected?.step ?? '')?.op) !== undefined;

/** Puts a moment at the playhead. */
export function strikeMoment({ strand, step: id }: Selection): void {
  const { frame } = useTransport.getState();
  useWorkbench.getState().edit((p) => {
    const step = stepById(strandById(p, strand), id);
    const param = momentsOf(step?.op);
    return step && param ? strike(p, strand, id, param.id, valueOf(step, param) as Key[], frame) : p;
  });
}
