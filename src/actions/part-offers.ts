import { rowFor, type RowPlace } from '@/core/parts/clip';
import type { Part } from '@/core/parts/part';
import { strandById, type Piece, type StepAt } from '@/core/piece/types';
import type { Picking, PickingPart } from '@/state/panels/panels';
import { KIND_WORDS } from './words';

/** A recipe or saved part that can be inserted at a place. */
export interface PartOffer {
  part: Part;
  saved: boolean;
  /** Where it goes, in words. */
  goes: string;
  row?: RowPlace;
}

/** Recipes and saved parts that fit where something is to be added. None stands in place of a step or feeds one. */
export function offeredParts(
  piece: Piece,
  picking: Picking | PickingPart,
  selected: StepAt | null,
  parts: { recipes: readonly Part[]; saved: readonly Part[] },
): PartOffer[] {
  if (picking.for === 'replace' || (picking.for === 'strand' && picking.into)) return [];
  const all = [
    ...parts.saved.map((part) => ({ part, saved: true })),
    ...parts.recipes.map((part) => ({ part, saved: false })),
  ];
  const kindAt =
    picking.for === 'step'
      ? strandById(piece, picking.strand)?.kind
      : picking.for === 'strand'
        ? (picking.kind ?? undefined)
        : undefined;
  return all.flatMap(({ part, saved }): PartOffer[] => {
    const { kind, enters } = part;
    if (picking.for === 'step') {
      const row = { strand: picking.strand, at: picking.at };
      return enters && kind === kindAt ? [{ part, saved, goes: '', row }] : [];
    }
    if (kindAt !== undefined && kind !== kindAt) return [];
    const into = enters ? rowFor(piece, kind, selected?.strand ?? null) : null;
    const goes = !enters ? '' : into ? `into ${into.name}` : `with a ${KIND_WORDS[kind].one} to stand on`;
    return [{ part, saved, goes }];
  });
}
