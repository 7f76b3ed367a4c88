import type { Piece } from '@/core/piece/types';
import { PLAIN_LOOK, type SurfaceLook, type SurfaceUse } from '@/core/steps/surface/surface-look';
import { isActive, literalOf, type ActiveStep, type Analysis } from '@/core/weave';

/** What a surface strand asks of the way it is drawn, beyond its values at each place. */
export interface SurfaceState extends Omit<SurfaceLook, 'covers'> {
  casts: boolean;
  /** What is behind shines through, so it is drawn after the rest, from far to near. */
  transparent: boolean;
  /** It reads what is behind it: colour for bending, depth for soft contact. */
  readsBehind: boolean;
  /** Values of the surface that some step sets; code for the others is left out. */
  uses: ReadonlySet<SurfaceUse>;
}

/**
 * Does the order of what lies over one another matter? Light that is added, or multiplied, comes to the same in any.
 */
export const needsOrder = ({ transparent, blend }: SurfaceState) => transparent && blend === 'normal';

function choicesOf(piece: Piece, { step, definition }: ActiveStep): Record<string, string> {
  const choices = definition.params.filter((p) => p.type === 'choice');
  return Object.fromEntries(choices.map((p) => [p.id, literalOf(piece, step, p) as string]));
}

/** Reads the state from the steps that are on: the last that says something of it counts. */
export function surfaceState(piece: Piece, analysis: Analysis, surface: string | null): SurfaceState {
  const rows = (surface ? (analysis.types.get(surface) ?? []) : []).filter(isActive);
  const uses = new Set(rows.flatMap((r) => r.definition.uses ?? []));
  const looks = rows.map((row) => row.definition.look?.(choicesOf(piece, row)) ?? {});
  const { covers, ...look } = looks.reduce<SurfaceLook>((all, own) => ({ ...all, ...own }), PLAIN_LOOK);
  const readsBehind = uses.has('bend') || uses.has('soft');
  const transparent = readsBehind || look.blend !== 'normal' || uses.has('opacity') || uses.has('wire') || covers;
  return { ...look, casts: look.casts ?? !transparent, transparent, readsBehind, uses };
}
