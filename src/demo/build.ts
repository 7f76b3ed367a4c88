import { blankPiece } from '@/core/piece/edit';
import type { Kind, Link, Piece, Step, Strand } from '@/core/piece/types';

type StepParams = Step['params'];

/** Link to a strand of a demo piece; strands are known by their names there. */
export const from = (name: string): Link => ({ link: idOf(name) });
const idOf = (name: string) => name.replace(/[^a-z0-9]+/g, '-');

export function strand(kind: Kind, name: string, ...steps: [op: string, params?: StepParams][]): Strand {
  return { id: idOf(name), kind, name, steps: steps.map(([op, params = {}], i) => ({ id: `t${i + 1}`, op: `${kind}.${op}`, params })) };
}

export function piece(name: string, note: string, strands: Strand[], change: Partial<Piece> = {}): Piece {
  return { ...blankPiece(name), note, ...change, strands };
}
