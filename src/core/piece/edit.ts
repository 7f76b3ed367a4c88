import { produce, type Draft } from 'immer';
import { PieceError } from './errors';
import { freeName, nextId } from './ids';
import { LIMITS } from './limits';
import {
  strandById,
  FORMAT,
  isLink,
  VERSION,
  type Asset,
  type Kind,
  type Loop,
  type Picture,
  type Piece,
  type Step,
  type Strand,
  type Value,
} from './types';

/**
 * Every change of a piece: pure functions that give a new piece and share what stayed the
 * same. Ids are counted on from those in the piece, so the same edit gives the same piece.
 */

export function blankPiece(name = 'Untitled'): Piece {
  return {
    format: FORMAT,
    version: VERSION,
    name,
    note: '',
    picture: { width: 1280, height: 720, background: '#0d1214' },
    loop: { frames: 240, rate: 30, play: 'loop' },
    strands: [],
    controls: [],
    looks: [],
    bundles: [],
    assets: [],
  };
}

const stepId = (strand: Draft<Strand> | Strand) =>
  nextId(
    't',
    strand.steps.map((s) => s.id),
  );

function strandIn(piece: Draft<Piece>, id: string): Draft<Strand> {
  const strand = strandById(piece, id);
  if (!strand) throw new PieceError('edit', 'The strand is no longer there.');
  return strand;
}

function stepIn(piece: Draft<Piece>, strand: string, step: string): Draft<Step> {
  const found = strandIn(piece, strand).steps.find((s) => s.id === step);
  if (!found) throw new PieceError('edit', 'The step is no longer there.');
  return found;
}

export const rename = (piece: Piece, name: string): Piece => ({
  ...piece,
  name: name.trim().slice(0, LIMITS.nameLength) || piece.name,
});

export const setPicture = (piece: Piece, change: Partial<Picture>): Piece => ({
  ...piece,
  picture: { ...piece.picture, ...change },
});

export const setLoop = (piece: Piece, change: Partial<Loop>): Piece => ({
  ...piece,
  loop: { ...piece.loop, ...change },
});

/** A name that no other strand has: "swell", "swell 2", ... */
export const freeStrandName = (piece: Piece, wanted: string) =>
  freeName(
    piece.strands.map((s) => s.name),
    wanted,
  );

/**
 * Adds a strand that begins with a source, after the others of its kind.
 * @example addStrand(blankPiece(), 'field', 'dye', 'field.position'); // strand "s1" with step "t1"
 */
export function addStrand(piece: Piece, kind: Kind, name: string, op: string, params: Step['params'] = {}): Piece {
  if (piece.strands.length >= LIMITS.strands)
    throw new PieceError('edit', `A piece holds at most ${LIMITS.strands} strands.`);
  return produce(piece, (draft) => {
    const id = nextId(
      's',
      draft.strands.map((s) => s.id),
    );
    draft.strands.push({ id, kind, name: freeStrandName(piece, name), steps: [{ id: 't1', op, params }] });
  });
}

export function renameStrand(piece: Piece, id: string, name: string): Piece {
  const wanted = name.trim().slice(0, LIMITS.nameLength);
  if (!wanted) return piece;
  return produce(piece, (draft) => {
    const strand = strandIn(draft, id);
    if (strand.name !== wanted) strand.name = freeStrandName(piece, wanted);
  });
}

/** Removes a strand; what was linked to it goes back to its default, and remembers that it was linked. */
export function removeStrand(piece: Piece, id: string): Piece {
  return produce(piece, (draft) => {
    draft.strands = draft.strands.filter((s) => s.id !== id);
    for (const bundle of draft.bundles) bundle.strands = bundle.strands.filter((s) => s !== id);
    const name = strandById(piece, id)?.name;
    forEachLink(draft, (link, drop, step, param) => {
      if (link.link !== id) return;
      drop();
      if (name !== undefined && step && param) (step.lost ??= {})[param] = name;
    });
  });
}

export function duplicateStrand(piece: Piece, id: string): Piece {
  return produce(piece, (draft) => {
    const strand = strandIn(draft, id);
    const copy = structuredClone(strandById(piece, id)!);
    copy.id = nextId(
      's',
      draft.strands.map((s) => s.id),
    );
    copy.name = freeStrandName(piece, strand.name);
    draft.strands.splice(draft.strands.indexOf(strand) + 1, 0, copy);
  });
}

/**
 * Puts a new step at a place in the row (counted from 0; the source stands at 0).
 * @example addStep(piece, 's1', 1, 'field.noise', { scale: 4 });
 */
export function addStep(piece: Piece, strand: string, at: number, op: string, params: Step['params'] = {}): Piece {
  return produce(piece, (draft) => {
    const row = strandIn(draft, strand);
    if (row.steps.length >= LIMITS.steps) throw new PieceError('edit', `A strand holds at most ${LIMITS.steps} steps.`);
    row.steps.splice(at, 0, { id: stepId(row), op, params });
  });
}

/** Removes a step. The last step takes its strand with it; links to the step go to the whole strand. */
export function removeStep(piece: Piece, strand: string, step: string): Piece {
  const row = strandById(piece, strand);
  if (row && row.steps.length === 1) return removeStrand(piece, strand);
  return produce(piece, (draft) => {
    stepIn(draft, strand, step);
    const target = strandIn(draft, strand);
    target.steps = target.steps.filter((s) => s.id !== step);
    forEachLink(draft, (link) => {
      if (link.link === strand && link.step === step) delete link.step;
    });
  });
}

export function moveStep(piece: Piece, strand: string, step: string, to: number): Piece {
  return produce(piece, (draft) => {
    const { steps } = strandIn(draft, strand);
    const moved = stepIn(draft, strand, step);
    steps.splice(steps.indexOf(moved), 1);
    steps.splice(Math.max(0, Math.min(to, steps.length)), 0, moved);
  });
}

export function toggleStep(piece: Piece, strand: string, step: string): Piece {
  return produce(piece, (draft) => {
    const target = stepIn(draft, strand, step);
    if (target.off) delete target.off;
    else target.off = true;
  });
}

/** Replaces the operation of a step, keeping the values that both have. */
export function replaceOp(piece: Piece, strand: string, step: string, op: string, keeps: string[]): Piece {
  return produce(piece, (draft) => {
    const target = stepIn(draft, strand, step);
    target.op = op;
    for (const id of Object.keys(target.params)) if (!keeps.includes(id)) delete target.params[id];
  });
}

/** Puts a picture into the piece (once, however often it is used) and sets a parameter to it. */
export function setPictureParam(piece: Piece, strand: string, step: string, param: string, asset: Asset): Piece {
  const assets = piece.assets.some((a) => a.id === asset.id) ? piece.assets : [...piece.assets, asset];
  return setParam({ ...piece, assets }, strand, step, param, asset.id);
}

/** Puts a sound into the piece and makes it what the loop hears, from its beginning; none without one. */
export function setSound(piece: Piece, asset: Asset | null): Piece {
  return produce(piece, (draft) => {
    delete draft.loop.sound;
    if (!asset) return;
    if (!draft.assets.some((a) => a.id === asset.id)) draft.assets.push(asset);
    draft.loop.sound = { asset: asset.id, start: 0, fade: 0 };
  });
}

/** Leaves out the files that nothing uses. */
export function withoutUnusedAssets(piece: Piece): Piece {
  const worn = piece.strands.flatMap((s) => s.steps.flatMap((t) => Object.values(t.params)));
  const used = new Set<unknown>([...worn, piece.loop.sound?.asset]);
  const assets = piece.assets.filter((a) => used.has(a.id));
  return assets.length === piece.assets.length ? piece : { ...piece, assets };
}

/**
 * Sets a parameter; `undefined` puts its default back.
 * @example setParam(piece, 's1', 't2', 'scale', { link: 's3' });
 */
export function setParam(piece: Piece, strand: string, step: string, param: string, value: Value | undefined): Piece {
  return produce(piece, (draft) => {
    const target = stepIn(draft, strand, step);
    if (value === undefined) delete target.params[param];
    else target.params[param] = value as Draft<Value>;
    forgetLost(target, param);
  });
}

/** A parameter that is set, or put back to its default, has no lost link any more. */
function forgetLost(step: Draft<Step>, param: string): void {
  if (step.lost?.[param] === undefined) return;
  delete step.lost[param];
  if (Object.keys(step.lost).length === 0) delete step.lost;
}

/** Links to strands that are gone fall back to defaults, links to steps that are gone to the whole strand. */
export function dropDangling(draft: Draft<Piece>): void {
  forEachLink(draft, (link, drop) => {
    const to = draft.strands.find((s) => s.id === link.link);
    if (!to) drop();
    else if (link.step !== undefined && !to.steps.some((t) => t.id === link.step)) delete link.step;
  });
}

function forEachLink(
  draft: Draft<Piece>,
  work: (link: { link: string; step?: string }, drop: () => void, step?: Draft<Step>, param?: string) => void,
): void {
  for (const strand of draft.strands) {
    for (const step of strand.steps) {
      for (const [param, value] of Object.entries(step.params)) {
        if (isLink(value)) work(value, () => delete step.params[param], step, param);
      }
    }
  }
  for (const control of draft.controls) if (isLink(control.track)) work(control.track, () => delete control.track);
  for (const { tracks } of draft.looks)
    for (const [id, track] of Object.entries(tracks ?? {})) if (isLink(track)) work(track, () => delete tracks![id]);
}
