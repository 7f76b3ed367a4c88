import { produce, type Draft } from 'immer';
import { addBundle, keepNeighbours } from '../piece/arrange';
import type { Clip, RowPlace } from './clip';
import { settingKind } from '../piece/desk';
import { freeStrandName } from '../piece/edit';
import { PieceError } from '../piece/errors';
import { freeName, nextId } from '../piece/ids';
import { LIMITS } from '../piece/limits';
import {
  strandById,
  isControlRef,
  isLink,
  type Control,
  type Link,
  type Piece,
  type Step,
  type StepAt,
  type Strand,
  type Value,
} from '../piece/types';

/** How a clip is inserted. */
export interface Putting {
  /** Where the steps of `into` go; without it that strand becomes a row of its own. */
  row?: RowPlace;
  /** The strands that are new are bundled under this name where they are neighbours. */
  bundle?: string;
  /** Controls come as new ones, whatever the piece has. Else those of the same id and name are taken to be the same. */
  ownControls?: boolean;
}

/** What the strands, steps and controls of a clip are called in the piece that they came to. */
export interface Names {
  /** Strands by what they are called in the clip; that of `into` is the row that its steps are in. */
  strands: Map<string, string>;
  /** Steps of `into` that are in a row of the piece. */
  steps: Map<string, string>;
  controls: Map<string, string>;
}

/**
 * Puts a clip in: its strands under free names, its steps into a row. Links among what comes stay among it; links to
 * what is not here fall back to defaults.
 * @returns the piece, the strands and steps that are new, and what all that came is called now
 * @throws PieceError where the piece or the row cannot hold more
 * @example insertClip(piece, clipStrands(other, ['s2'], true)).piece; // with the strand, under a free name
 */
export function insertClip(
  piece: Piece,
  clip: Clip,
  { row, bundle, ownControls = false }: Putting = {},
): { piece: Piece; strands: string[]; steps: StepAt[]; names: Names } {
  const fresh = clip.strands.filter((s) => !(row && s.id === clip.into));
  checkRoom(piece.strands.length + fresh.length, 0);
  const strands = newNames('s', fresh, piece.strands);
  if (row && clip.into !== undefined) strands.set(clip.into, row.strand);
  const added = (row && clip.strands.find((s) => s.id === clip.into)?.steps) ?? [];
  const host = row && strandById(piece, row.strand);
  if (row && !host) throw new PieceError('edit', 'The strand is no longer there.');
  checkRoom(0, (host?.steps.length ?? 0) + added.length);
  const steps = newNames('t', added, host?.steps ?? []);
  const names: Names = { strands, steps, controls: new Map() };
  const made = produce(piece, (draft) => {
    names.controls = bringControls(draft, clip, ownControls);
    bringAssets(draft, clip);
    const readdress = readdressing(clip, names, draft.strands);
    for (const s of fresh) addRow(draft, s, strands.get(s.id)!, readdress);
    if (row)
      draft.strands
        .find((s) => s.id === row.strand)!
        .steps.splice(row.at, 0, ...added.map((t) => readdress(t, row.strand, steps.get(t.id)!)));
    if (bundle)
      bundleUnder(
        draft,
        bundle,
        fresh.map((s) => strands.get(s.id)!),
      );
  });
  return {
    piece: made,
    strands: fresh.map((s) => strands.get(s.id)!),
    steps: row ? [...steps.values()].map((step) => ({ strand: row.strand, step })) : [],
    names,
  };
}

/** @throws PieceError where a piece or a row would hold more than it can */
export function checkRoom(strands: number, steps: number): void {
  if (strands > LIMITS.strands) throw new PieceError('edit', `A piece holds at most ${LIMITS.strands} strands.`);
  if (steps > LIMITS.steps) throw new PieceError('edit', `A strand holds at most ${LIMITS.steps} steps.`);
}

/** Free names for some, by their old ones. */
export function newNames(
  prefix: string,
  some: readonly { id: string }[],
  taken: readonly { id: string }[],
): Map<string, string> {
  const names = new Map<string, string>();
  for (const { id } of some) names.set(id, nextId(prefix, [...taken.map((x) => x.id), ...names.values()]));
  return names;
}

/** A step of a clip as it is in a strand of the piece, under an id. */
export type Readdress = (step: Step, strand: string, id: string) => Step;

/**
 * Gives the steps of a clip the names that the piece has for what they take from. Links to what is neither in the clip
 * nor among other strands fall back to defaults.
 */
export function readdressing(clip: Clip, names: Names, others: readonly { id: string }[] = []): Readdress {
  const here = new Set([...others.map((s) => s.id), ...names.strands.values()]);
  return (step, strand, id) => {
    const params = readdressed(
      step.params,
      (value) => {
        const to = names.strands.get(value.link) ?? value.link;
        // A row never takes from itself, nor from what is not here.
        if (to === strand || !here.has(to)) return null;
        const inRow = names.steps.size > 0 && value.link === clip.into;
        const of = inRow ? names.steps.get(value.step ?? '') : value.step;
        return { ...value, link: to, ...(of === undefined ? {} : { step: of }) };
      },
      names.controls,
    );
    const overrides = step.overrides && renamed(step.overrides, names.controls);
    return { ...step, id, params, ...(overrides ? { overrides } : {}) };
  };
}

/** Adds a strand of a clip, under a name that is free. */
export function addRow(draft: Draft<Piece>, strand: Strand, id: string, readdress: Readdress): void {
  const name = freeStrandName(draft as Piece, strand.name);
  draft.strands.push({ ...strand, id, name, steps: strand.steps.map((t) => readdress(t, id, t.id)) });
}

/** Bundles those of the strands that stand side by side, where there are two or more. */
function bundleUnder(draft: Draft<Piece>, name: string, strands: string[]): void {
  const id = addBundle(draft, name, strands);
  keepNeighbours(draft);
  draft.bundles = draft.bundles.filter((b) => b.id !== id || b.strands.length > 1);
}

const sameKind = (a: Control, b: Control) => settingKind(a.value) === settingKind(b.value);

/** Brings controls along. @returns ids of those that came by their old ones */
export function bringControls(draft: Draft<Piece>, { controls }: Pick<Clip, 'controls'>, own: boolean) {
  const ids = new Map<string, string>();
  for (const control of controls) {
    const known = draft.controls.find((c) => c.id === control.id);
    if (!own && known && known.name === control.name && sameKind(known, control)) continue;
    const taken = draft.controls.map((c) => c.id);
    const id = known ? nextId('c', taken) : control.id;
    const name = own
      ? freeName(
          draft.controls.map((c) => c.name),
          control.name,
        )
      : control.name;
    ids.set(control.id, id);
    draft.controls.push({ ...control, id, name });
  }
  return ids;
}

/** Brings pictures and other files along. */
export function bringAssets(draft: Draft<Piece>, { assets }: Pick<Clip, 'assets'>): void {
  for (const asset of assets) if (!draft.assets.some((a) => a.id === asset.id)) draft.assets.push(asset);
}

const renamed = <T>(record: Record<string, T>, ids: ReadonlyMap<string, string>): Record<string, T> =>
  Object.fromEntries(Object.entries(record).map(([id, value]) => [ids.get(id) ?? id, value]));

/** Params with their controls under the names they have here, and their links as told; null leaves a link out. */
function readdressed(
  params: Step['params'],
  linked: (link: Link) => Link | null,
  controls: ReadonlyMap<string, string>,
): Step['params'] {
  return Object.fromEntries(
    Object.entries(params).flatMap(([id, value]): [string, Value][] => {
      const here = isLink(value) ? linked(value) : value;
      if (here === null) return [];
      return [[id, isControlRef(here) ? { ...here, control: controls.get(here.control) ?? here.control } : here]];
    }),
  );
}
