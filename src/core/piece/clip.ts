import { produce, type Draft } from 'immer';
import { addBundle, leaveStrangers } from './arrange';
import { settingKind } from './desk';
import { freeStrandName } from './edit';
import { PieceError } from './errors';
import { freeName, nextId } from './ids';
import { LIMITS } from './limits';
import {
  isControlRef,
  isLink,
  type Control,
  type Link,
  type Piece,
  type Step,
  type StepAt,
  type Strand,
  type Value,
} from './types';

/**
 * What can be put into any piece: strands, and steps for a row that is there already, with the controls that they
 * follow and their pictures. The clipboard, recipes and kept parts are this.
 */
export interface Clip {
  strands: Strand[];
  /** The strand that is no row of its own: its steps go into a row of its kind. */
  into?: string;
  controls: Control[];
  assets: Piece['assets'];
}

/** A place in a row: the steps from `at` on come after what is put there. */
export interface RowPlace {
  strand: string;
  at: number;
}

const paramsOf = (strands: Strand[]): Value[] =>
  strands.flatMap((s) => s.steps.flatMap((t) => Object.values(t.params)));

function clipOf(piece: Piece, strands: Strand[], into?: string): Clip {
  const values = paramsOf(strands);
  return {
    strands,
    ...(into === undefined ? {} : { into }),
    controls: piece.controls.filter((c) => values.some((v) => isControlRef(v) && v.control === c.id)),
    assets: piece.assets.filter((a) => values.includes(a.id)),
  };
}

/** Strands, and with `links` all that they take from, in the order of the piece. */
export function clipStrands(piece: Piece, ids: readonly string[], links: boolean): Clip {
  const wanted = new Set<string>();
  const want = (id: string) => {
    const strand = piece.strands.find((s) => s.id === id);
    if (!strand || wanted.has(id)) return;
    wanted.add(id);
    if (links) for (const v of paramsOf([strand])) if (isLink(v)) want(v.link);
  };
  ids.forEach(want);
  return clipOf(
    piece,
    piece.strands.filter((s) => wanted.has(s.id)),
  );
}

/** Steps of one row, and with `links` the strands that they take from. */
export function clipSteps(piece: Piece, strand: string, steps: readonly string[], links = false): Clip {
  const row = piece.strands.find((s) => s.id === strand);
  const found = row?.steps.filter((s) => steps.includes(s.id)) ?? [];
  if (!row || found.length === 0) throw new PieceError('edit', 'The step is no longer there.');
  const own = { ...row, steps: found };
  const behind = links ? paramsOf([own]).flatMap((v) => (isLink(v) && v.link !== strand ? [v.link] : [])) : [];
  const { strands } = clipStrands(piece, behind, true);
  return clipOf(piece, [...strands.filter((s) => s.id !== strand), own], strand);
}

/**
 * The row of a kind that what is put in most likely belongs to: the selected one, one that stands at one step with it,
 * one that takes from it or that it takes from; else the first stage or finish, or the last row of another kind.
 */
export function rowFor(piece: Piece, kind: Strand['kind'], selected: string | null): Strand | null {
  const rows = piece.strands.filter((s) => s.kind === kind);
  const linked = (steps: Step[]) =>
    steps.flatMap((t) => Object.values(t.params).flatMap((v) => (isLink(v) ? [v.link] : [])));
  const near = piece.strands.find((s) => s.id === selected);
  const beside = piece.strands
    .flatMap((s) => s.steps.map((t) => linked([t])))
    .filter((l) => l.includes(selected ?? ''));
  const likely = [
    near?.id,
    ...beside.flat(),
    ...piece.strands.filter((s) => linked(s.steps).includes(selected ?? '')).map((s) => s.id),
    ...(near ? linked(near.steps) : []),
  ];
  const found = likely.map((id) => rows.find((s) => s.id === id)).find((s) => s !== undefined);
  return found ?? (kind === 'stage' || kind === 'finish' ? rows[0] : rows.at(-1)) ?? null;
}

/** How a clip is put in. */
export interface Putting {
  /** Where the steps of `into` go; without it that strand becomes a row of its own. */
  row?: RowPlace;
  /** The strands that are new are bundled under this name where they are neighbours. */
  bundle?: string;
  /** Controls come as new ones, whatever the piece has. Else those of the same id and name are taken to be the same. */
  ownControls?: boolean;
}

/**
 * Puts a clip in: its strands under free names, its steps into a row. Links among what comes stay among it; links to
 * what is not here fall back to defaults.
 * @returns the piece, and the strands and steps that are new
 * @throws PieceError where the piece or the row cannot hold more
 */
export function putIn(
  piece: Piece,
  clip: Clip,
  { row, bundle, ownControls = false }: Putting = {},
): { piece: Piece; strands: string[]; steps: StepAt[] } {
  const fresh = clip.strands.filter((s) => !(row && s.id === clip.into));
  if (piece.strands.length + fresh.length > LIMITS.strands)
    throw new PieceError('edit', `A piece holds at most ${LIMITS.strands} strands.`);
  const ids = new Map<string, string>();
  for (const s of fresh) ids.set(s.id, nextId('s', [...piece.strands.map((x) => x.id), ...ids.values()]));
  if (row && clip.into !== undefined) ids.set(clip.into, row.strand);
  const added = (row && clip.strands.find((s) => s.id === clip.into)?.steps) ?? [];
  const host = row && piece.strands.find((s) => s.id === row.strand);
  if (row && !host) throw new PieceError('edit', 'The strand is no longer there.');
  if (host && host.steps.length + added.length > LIMITS.steps)
    throw new PieceError('edit', `A strand holds at most ${LIMITS.steps} steps.`);
  const stepIds = new Map<string, string>();
  for (const { id } of added) stepIds.set(id, nextId('t', [...host!.steps.map((t) => t.id), ...stepIds.values()]));
  const made = produce(piece, (draft) => {
    const controls = bringAlong(draft, clip, ownControls);
    const here = new Set([...draft.strands.map((s) => s.id), ...ids.values()]);
    const settle = (step: Step, strand: string, id: string): Step => {
      const params = settled(
        step.params,
        (value) => {
          const to = ids.get(value.link) ?? value.link;
          // A row never takes from itself, nor from what is not here.
          if (to === strand || !here.has(to)) return null;
          const step = row && value.link === clip.into ? stepIds.get(value.step ?? '') : value.step;
          return { ...value, link: to, ...(step === undefined ? {} : { step }) };
        },
        controls,
      );
      const overrides = step.overrides && renamed(step.overrides, controls);
      return { ...step, id, params, ...(overrides ? { overrides } : {}) };
    };
    for (const s of fresh) {
      const id = ids.get(s.id)!;
      const name = freeStrandName(draft as Piece, s.name);
      draft.strands.push({ ...s, id, name, steps: s.steps.map((t) => settle(t, id, t.id)) });
    }
    if (row)
      draft.strands
        .find((s) => s.id === row.strand)!
        .steps.splice(row.at, 0, ...added.map((t) => settle(t, row.strand, stepIds.get(t.id)!)));
    if (bundle)
      bundleUnder(
        draft,
        bundle,
        fresh.map((s) => ids.get(s.id)!),
      );
  });
  const steps = row ? [...stepIds.values()].map((step) => ({ strand: row.strand, step })) : [];
  return { piece: made, strands: fresh.map((s) => ids.get(s.id)!), steps };
}

/** Bundles those of the strands that stand side by side, where there are two or more. */
function bundleUnder(draft: Draft<Piece>, name: string, strands: string[]): void {
  const id = addBundle(draft, name, strands);
  leaveStrangers(draft);
  draft.bundles = draft.bundles.filter((b) => b.id !== id || b.strands.length > 1);
}

const sameKind = (a: Control, b: Control) => settingKind(a.value) === settingKind(b.value);

/** Brings controls and pictures along. @returns new ids of controls by their old ones */
function bringAlong(draft: Draft<Piece>, { controls, assets }: Clip, own: boolean): Map<string, string> {
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
  for (const asset of assets) if (!draft.assets.some((a) => a.id === asset.id)) draft.assets.push(asset);
  return ids;
}

const renamed = <T>(record: Record<string, T>, ids: ReadonlyMap<string, string>): Record<string, T> =>
  Object.fromEntries(Object.entries(record).map(([id, value]) => [ids.get(id) ?? id, value]));

/** Params with their controls under the names they have here, and their links as told; null leaves a link out. */
function settled(
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
