import { produce, type Draft } from 'immer';
import { PieceError } from './errors';
import { freeStrandName } from './edit';
import { nextId } from './ids';
import { LIMITS } from './limits';
import {
  isControlRef,
  isLink,
  KINDS,
  type Bundle,
  type Control,
  type Piece,
  type Step,
  type Strand,
  type Value,
} from './types';

/** Edits that arrange a piece: order, bundles, copies. Pure, like all edits. */

/** Strands as the lattice shows them: by kind, in the order of the piece. */
export const shownOrder = (piece: Piece): Strand[] => KINDS.flatMap((k) => piece.strands.filter((s) => s.kind === k));

/** Moves a strand so that it stands before another of its kind, or at the end of its kind. */
export function moveStrand(piece: Piece, id: string, before: string | null): Piece {
  return produce(piece, (draft) => {
    const strand = draft.strands.find((s) => s.id === id);
    if (!strand || before === id) return;
    const rest = draft.strands.filter((s) => s.id !== id);
    const at = before === null ? -1 : rest.findIndex((s) => s.id === before && s.kind === strand.kind);
    const last = rest.findLastIndex((s) => s.kind === strand.kind);
    rest.splice(at >= 0 ? at : last + 1, 0, strand);
    draft.strands = rest;
    leaveStrangers(draft);
  });
}

/** Moves a strand among those of its kind by some places. */
export function shiftStrand(piece: Piece, id: string, by: number): Piece {
  const strand = piece.strands.find((s) => s.id === id);
  const same = piece.strands.filter((s) => s.kind === strand?.kind);
  const to = same.findIndex((s) => s.id === id) + by;
  if (!strand || to < 0 || to >= same.length) return piece;
  return moveStrand(piece, id, by < 0 ? same[to]!.id : (same[to + 1]?.id ?? null));
}

/** A bundle holds neighbours: a strand that no longer stands beside the others leaves it. */
function leaveStrangers(draft: Draft<Piece>): void {
  const place = new Map(KINDS.flatMap((k) => draft.strands.filter((s) => s.kind === k)).map((s, i) => [s.id, i]));
  for (const bundle of draft.bundles) {
    const sorted = bundle.strands.filter((s) => place.has(s)).sort((a, b) => place.get(a)! - place.get(b)!);
    const runs = sorted.reduce<string[][]>((all, id) => {
      const run = all[all.length - 1];
      if (run && place.get(id) === place.get(run[run.length - 1]!)! + 1) run.push(id);
      else all.push([id]);
      return all;
    }, []);
    bundle.strands = runs.sort((a, b) => b.length - a.length)[0] ?? [];
  }
  draft.bundles = draft.bundles.filter((b) => b.strands.length > 0);
}

export const TINTS = ['#6f8f86', '#94865f', '#86708f', '#6f7f96', '#96706a'] as const;

export const bundleOf = (piece: Piece, strand: string): Bundle | undefined =>
  piece.bundles.find((b) => b.strands.includes(strand));

/**
 * Bundles a strand with the one above it: joins that one's bundle, or begins a new one.
 * @throws PieceError for the first strand, which has none above it
 */
export function bundleWithAbove(piece: Piece, id: string): Piece {
  const order = shownOrder(piece);
  const above = order[order.findIndex((s) => s.id === id) - 1];
  if (!above) throw new PieceError('edit', 'There is no strand above this one to bundle it with.');
  return produce(piece, (draft) => {
    for (const b of draft.bundles) b.strands = b.strands.filter((s) => s !== id);
    const known = draft.bundles.find((b) => b.strands.includes(above.id));
    if (known) known.strands.push(id);
    else
      draft.bundles.push({
        id: nextId(
          'b',
          draft.bundles.map((b) => b.id),
        ),
        name: `bundle ${draft.bundles.length + 1}`,
        tint: TINTS[draft.bundles.length % TINTS.length]!,
        note: '',
        strands: [above.id, id],
      });
    leaveStrangers(draft);
  });
}

export function changeBundle(piece: Piece, id: string, change: Partial<Pick<Bundle, 'name' | 'tint' | 'note'>>): Piece {
  return produce(piece, (draft) => {
    const bundle = draft.bundles.find((b) => b.id === id);
    if (!bundle) throw new PieceError('edit', 'The bundle is no longer there.');
    if (change.name !== undefined) bundle.name = change.name.trim().slice(0, LIMITS.nameLength) || bundle.name;
    if (change.tint !== undefined) bundle.tint = change.tint;
    if (change.note !== undefined) bundle.note = change.note.slice(0, LIMITS.noteLength);
  });
}

/** Opens a bundle up: the strands stay. */
export const unbundle = (piece: Piece, id: string): Piece => ({
  ...piece,
  bundles: piece.bundles.filter((b) => b.id !== id),
});

/**
 * What goes between pieces by the clipboard: steps or whole strands, with the controls they follow and their pictures.
 */
export interface Clip {
  format: 'calm-lattice-clip';
  kind: 'steps' | 'strands';
  /** For steps: one strand that holds them. */
  strands: Strand[];
  controls: Control[];
  assets: Piece['assets'];
}

const paramsOf = (strands: Strand[]): Value[] =>
  strands.flatMap((s) => s.steps.flatMap((t) => Object.values(t.params)));

function clip(piece: Piece, kind: Clip['kind'], strands: Strand[]): Clip {
  const values = paramsOf(strands);
  return {
    format: 'calm-lattice-clip',
    kind,
    strands,
    controls: piece.controls.filter((c) => values.some((v) => isControlRef(v) && v.control === c.id)),
    assets: piece.assets.filter((a) => values.includes(a.id)),
  };
}

/** A strand, and with `links` all that it takes from. */
export function clipStrand(piece: Piece, id: string, links: boolean): Clip {
  const wanted = new Set<string>();
  const want = (s: string) => {
    const strand = piece.strands.find((x) => x.id === s);
    if (!strand || wanted.has(s)) return;
    wanted.add(s);
    if (links) for (const v of paramsOf([strand])) if (isLink(v)) want(v.link);
  };
  want(id);
  return clip(
    piece,
    'strands',
    piece.strands.filter((s) => wanted.has(s.id)),
  );
}

export function clipStep(piece: Piece, strand: string, step: string): Clip {
  const row = piece.strands.find((s) => s.id === strand);
  const found = row?.steps.filter((s) => s.id === step) ?? [];
  if (!row || found.length === 0) throw new PieceError('edit', 'The step is no longer there.');
  return clip(piece, 'steps', [{ ...row, steps: found }]);
}

/** Brings controls and pictures along; those of the same id and kind are taken to be the same. */
function bringAlong(draft: Draft<Piece>, { controls, assets }: Clip): Map<string, string> {
  const renamed = new Map<string, string>();
  for (const control of controls) {
    const known = draft.controls.find((c) => c.id === control.id);
    if (known && known.name === control.name && typeof known.value === typeof control.value) continue;
    const id = known
      ? nextId(
          'c',
          draft.controls.map((c) => c.id),
        )
      : control.id;
    renamed.set(control.id, id);
    draft.controls.push({ ...control, id });
  }
  for (const asset of assets) if (!draft.assets.some((a) => a.id === asset.id)) draft.assets.push(asset);
  return renamed;
}

/**
 * Params with their links and controls under the names they have here; links to what is not here fall back to
 * defaults.
 */
function settled(
  params: Step['params'],
  strands: ReadonlyMap<string, string>,
  controls: ReadonlyMap<string, string>,
  here: (id: string) => boolean,
): Step['params'] {
  return Object.fromEntries(
    Object.entries(params).flatMap(([id, value]): [string, Value][] => {
      if (isLink(value)) {
        const to = strands.get(value.link) ?? value.link;
        return here(to) ? [[id, { ...value, link: to }]] : [];
      }
      if (isControlRef(value)) return [[id, { ...value, control: controls.get(value.control) ?? value.control }]];
      return [[id, value]];
    }),
  );
}

/** Adds the strands of a clip under free names; links among them stay among them. */
export function pasteStrands(piece: Piece, clipped: Clip): Piece {
  if (piece.strands.length + clipped.strands.length > LIMITS.strands)
    throw new PieceError('edit', `A piece holds at most ${LIMITS.strands} strands.`);
  return produce(piece, (draft) => {
    const controls = bringAlong(draft, clipped);
    const ids = new Map<string, string>();
    const taken = draft.strands.map((s) => s.id);
    for (const s of clipped.strands) {
      const id = nextId('s', [...taken, ...ids.values()]);
      ids.set(s.id, id);
    }
    const here = (id: string) => draft.strands.some((s) => s.id === id) || [...ids.values()].includes(id);
    for (const s of clipped.strands) {
      const name = freeStrandName(draft as Piece, s.name);
      draft.strands.push({
        ...s,
        id: ids.get(s.id)!,
        name,
        steps: s.steps.map((t) => ({ ...t, params: settled(t.params, ids, controls, here) })),
      });
    }
  });
}

/** Puts the steps of a clip into a row. */
export function pasteSteps(piece: Piece, clipped: Clip, strand: string, at: number): Piece {
  return produce(piece, (draft) => {
    const row = draft.strands.find((s) => s.id === strand);
    if (!row) throw new PieceError('edit', 'The strand is no longer there.');
    const controls = bringAlong(draft, clipped);
    const here = (id: string) => id !== strand && draft.strands.some((s) => s.id === id);
    const steps = clipped.strands[0]?.steps ?? [];
    if (row.steps.length + steps.length > LIMITS.steps)
      throw new PieceError('edit', `A strand holds at most ${LIMITS.steps} steps.`);
    for (const [i, step] of steps.entries()) {
      const id = nextId(
        't',
        row.steps.map((t) => t.id),
      );
      row.steps.splice(at + i, 0, { ...step, id, params: settled(step.params, new Map(), controls, here) });
    }
  });
}
