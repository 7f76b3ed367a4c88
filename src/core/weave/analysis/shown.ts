import { isLink, strandById, type Piece, type Step, type Strand } from '../../piece/types';
import { definitionOf } from '../../steps';
import { allDependencies } from './order';

/** What a piece shows: a finish, and the stage that it begins with. */
export interface Shown {
  finish: Strand | null;
  stage: Strand | null;
}

/**
 * What a piece shows: the first finish that no other takes in, or its first stage while there is no finish. Its stage
 * is the one that the finish shoots, or that it goes on from.
 */
export function shownBy(piece: Piece): Shown {
  const finishes = piece.strands.filter((s) => s.kind === 'finish');
  const taken = new Set(finishes.flatMap((s) => [...allDependencies(piece, s)]));
  const finish = finishes.find((s) => !taken.has(s.id)) ?? finishes[0] ?? null;
  if (!finish) return { finish, stage: piece.strands.find((s) => s.kind === 'stage') ?? null };
  return { finish, stage: stageBehind(piece, finish) };
}

/** The stage that a finish begins with, its own or that of what it goes on from, and the finish that shoots it. */
export function shotBehind(piece: Piece, finish: Strand): { stage: Strand; finish: Strand } | null {
  let shooting: Strand = finish;
  for (let i = 0; i < piece.strands.length; i++) {
    const source = sourceOf(piece, shooting.steps[0]);
    if (source?.kind === 'stage') return { stage: source, finish: shooting };
    if (source?.kind !== 'finish') return null;
    shooting = source;
  }
  return null;
}

/** The stage that a finish begins with, its own or that of what it goes on from. */
export const stageBehind = (piece: Piece, finish: Strand): Strand | null => shotBehind(piece, finish)?.stage ?? null;

function sourceOf(piece: Piece, source: Step | undefined): Strand | undefined {
  const { shoots, continues } = (source && definitionOf(source.op)) ?? {};
  const link = source?.params[shoots ?? continues ?? ''];
  return isLink(link) ? strandById(piece, link.link) : undefined;
}
