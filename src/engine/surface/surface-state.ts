import { literalOf, type Analysis } from '@/core/weave';
import type { Piece } from '@/core/piece/types';

/** What a surface strand asks of the way it is drawn, beyond its values at each place. */
export interface SurfaceState {
  sides: 'both' | 'front' | 'back';
  blend: 'normal' | 'additive' | 'multiply';
  flat: boolean;
  casts: boolean;
  receives: boolean;
  /** What is behind shines through, so it is drawn after the rest, from far to near. */
  transparent: boolean;
  /** It reads what is behind it: colour for bending, depth for soft contact. */
  readsBehind: boolean;
  /** Values of the surface that some step sets; code for the others is left out. */
  uses: ReadonlySet<string>;
}

/** Does the order of what lies over one another matter? Light that is added, or multiplied, comes to the same in any. */
export const needsOrder = ({ transparent, blend }: SurfaceState) => transparent && blend === 'normal';

const ANSWERS_YES = (value: string | undefined, otherwise: boolean) =>
  value === undefined ? otherwise : value === 'yes';

/** Reads the state from the steps that are on: the last of each kind counts. */
export function surfaceState(piece: Piece, analysis: Analysis, surface: string | null): SurfaceState {
  const rows = (surface ? (analysis.types.get(surface) ?? []) : []).filter((r) => r.active);
  const uses = new Set(rows.map((r) => r.step.op.split('.')[1]!));
  const chosen = (op: string, id: string): string | undefined => {
    const row = rows.findLast((r) => r.step.op === `surface.${op}`);
    const param = row?.definition?.params.find((p) => p.id === id);
    return row && param ? (literalOf(piece, row.step, param) as string) : undefined;
  };
  const blend = (chosen('blend', 'mode') ?? 'normal') as SurfaceState['blend'];
  const readsBehind = uses.has('bend') || uses.has('soft');
  const transparent =
    readsBehind || blend !== 'normal' || uses.has('opacity') || uses.has('wire') || chosen('rim', 'also') === 'covers';
  return {
    sides: (chosen('sides', 'sides') ?? 'both') as SurfaceState['sides'],
    blend,
    flat: chosen('shading', 'shading') === 'flat',
    casts: ANSWERS_YES(chosen('shadow', 'casts'), !transparent),
    receives: ANSWERS_YES(chosen('shadow', 'receives'), true),
    transparent,
    readsBehind,
    uses,
  };
}
