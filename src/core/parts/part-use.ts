import { produce, type Draft } from 'immer';
import { keepNeighbours } from '../piece/arrange';
import { clipSteps, clipStrands, type Clip } from './clip';
import { dropDangling } from '../piece/edit';
import { nextId } from '../piece/ids';
import { addRow, bringAssets, bringControls, checkRoom, newNames, readdressing, type Names } from './insert';
import { strandById, type PartUse, type Piece, type Step, type StepAt, type Strand } from '../piece/types';

/**
 * Where saved parts stand in a piece. A piece remembers what came with a part and what that is called now, so that a
 * later edition of the part can take its place when the artist asks for it.
 */

/** A part that is saved, as it is now. A recipe has no edition. */
export interface PartEdition {
  id: string;
  edition?: string;
}

/** What is still there of what came with a part. */
function left(piece: Piece, use: PartUse): PartUse | null {
  const there = (names: Record<string, string>, all: readonly { id: string }[]) =>
    Object.fromEntries(Object.entries(names).filter(([, here]) => all.some((x) => x.id === here)));
  const row = strandById(piece, use.row?.strand ?? '');
  const strands = there(use.strands, piece.strands);
  const steps = there(use.row?.steps ?? {}, row?.steps ?? []);
  if (Object.keys(strands).length + Object.keys(steps).length === 0) return null;
  const { id, part, edition } = use;
  const controls = there(use.controls, piece.controls);
  return { id, part, edition, strands, ...(row ? { row: { strand: row.id, steps } } : {}), controls };
}

/** Where saved parts stand in a piece: those of which anything is left. */
export const usesIn = (piece: Piece): PartUse[] =>
  (piece.uses ?? []).flatMap((use) => {
    const still = left(piece, use);
    return still ? [still] : [];
  });

/** Where a part stands in a piece with other contents than are saved. */
export const staleUses = (piece: Piece, { id, edition }: PartEdition): PartUse[] =>
  edition === undefined ? [] : usesIn(piece).filter((u) => u.part === id && u.edition !== edition);

/** The use that a step came with. */
export const partUseAt = (piece: Piece, { strand, step }: StepAt): PartUse | undefined =>
  usesIn(piece).find((use) =>
    use.row?.strand === strand
      ? Object.values(use.row.steps).includes(step)
      : Object.values(use.strands).includes(strand),
  );

function partUse(id: string, part: Required<PartEdition>, { into }: Pick<Clip, 'into'>, names: Names): PartUse {
  // Where its steps went into a row, that row is none of its own.
  const row = names.steps.size > 0 && into !== undefined ? names.strands.get(into) : undefined;
  const strands = [...names.strands].filter(([was]) => row === undefined || was !== into);
  return {
    id,
    part: part.id,
    edition: part.edition,
    strands: Object.fromEntries(strands),
    ...(row === undefined ? {} : { row: { strand: row, steps: Object.fromEntries(names.steps) } }),
    controls: Object.fromEntries(names.controls),
  };
}

/** Remembers that a part was inserted, if it is one that is saved. */
export function withUse(piece: Piece, { id, edition }: PartEdition, clip: Pick<Clip, 'into'>, names: Names): Piece {
  if (edition === undefined) return piece;
  const uses = usesIn(piece);
  const taken = uses.map((u) => u.id);
  return { ...piece, uses: [...uses, partUse(nextId('u', taken), { id, edition }, clip, names)] };
}

/** Says of one use what stands there now. */
const withUseChanged = (piece: Piece, use: PartUse): Piece => ({
  ...piece,
  uses: piece.uses?.map((u) => (u.id === use.id ? use : u)),
});

/**
 * Puts the saved contents of a part where others of it stand. Strands and steps that both have stay under their
 * names, so links to them hold, and controls keep their settings; what the part does not have any more goes, what is
 * new in it comes. What else was changed there becomes as the part has it.
 * @throws PieceError where the piece or a row cannot hold more
 */
export function updateUse(piece: Piece, id: string, part: Required<PartEdition>, clip: Clip): Piece {
  const use = usesIn(piece).find((u) => u.id === id);
  if (!use) return piece;
  const update = updateOf(piece, use, clip);
  const { row, own, going, steps, had, others, coming } = update;
  checkRoom(piece.strands.length + coming.length - going.length, others.length + steps.length);
  const names = namesAfter(piece, use, clip, update);
  const updated = produce(piece, (draft) => {
    const controls = clip.controls.filter((c) => !names.controls.has(c.id));
    for (const [was, here] of bringControls(draft, { controls }, true)) names.controls.set(was, here);
    bringAssets(draft, clip);
    const readdress = readdressing(clip, names);
    draft.strands = draft.strands.filter((s) => !going.includes(s.id));
    for (const s of own) {
      const here = draft.strands.find((x) => x.id === names.strands.get(s.id));
      if (here) here.steps = s.steps.map((t) => readdress(t, here.id, t.id));
      else addRow(draft, s, names.strands.get(s.id)!, readdress);
    }
    const placed = steps.map((t) => readdress(t, row!.id, names.steps.get(t.id)!));
    if (row) placeSteps(draft, row, had, placed);
    dropDangling(draft);
    keepNeighbours(draft);
  });
  return withUseChanged(updated, partUse(id, part, clip, names));
}

/** What another edition of a part changes. */
interface Update {
  /** The row that steps of the part are in; they stay there. */
  row: Strand | undefined;
  /** Ids of strands and of that row, by what the part calls them. */
  known: Record<string, string>;
  /** Strands of the part, and those of them that the piece does not have. */
  own: Strand[];
  coming: Strand[];
  /** Ids of strands of the piece that the part has no more. */
  going: string[];
  /** Steps of the part for the row, ids of those that stand there, and what else does. */
  steps: Step[];
  had: string[];
  others: Step[];
}

const strandHere = (piece: Piece, known: Record<string, string>, { id, kind }: Strand) =>
  piece.strands.find((s) => s.id === known[id] && s.kind === kind);

function updateOf(piece: Piece, use: PartUse, { into, strands }: Clip): Update {
  const row = into === undefined ? undefined : strandById(piece, use.row?.strand ?? '');
  const own = strands.filter((s) => !(row && s.id === into));
  const known = { ...use.strands, ...(row ? { [into!]: row.id } : {}) };
  const staying = own.flatMap((s) => strandHere(piece, known, s)?.id ?? []);
  const had = Object.values(use.row?.steps ?? {});
  return {
    row,
    known,
    own,
    coming: own.filter((s) => !strandHere(piece, known, s)),
    going: Object.values(use.strands).filter((here) => !staying.includes(here)),
    steps: (row && strands.find((s) => s.id === into)?.steps) ?? [],
    had,
    others: row?.steps.filter((t) => !had.includes(t.id)) ?? [],
  };
}

/** What all of the part is called in the piece: as before where it was there. */
function namesAfter(piece: Piece, use: PartUse, clip: Clip, { row, known, coming, steps }: Update): Names {
  const there = clip.strands.filter((s) => strandHere(piece, known, s));
  const stepsHere = use.row?.steps ?? {};
  const [old, added] = [steps.filter((t) => stepsHere[t.id]), steps.filter((t) => !stepsHere[t.id])];
  return {
    strands: new Map([
      ...there.map((s): [string, string] => [s.id, known[s.id]!]),
      ...newNames('s', coming, piece.strands),
    ]),
    steps: new Map([
      ...old.map((t): [string, string] => [t.id, stepsHere[t.id]!]),
      ...newNames('t', added, row?.steps ?? []),
    ]),
    controls: new Map(Object.entries(use.controls)),
  };
}

/** Puts steps where others of a row were: in place of the first of them, or at its end. */
function placeSteps(draft: Draft<Piece>, row: Strand, had: readonly string[], steps: Step[]): void {
  const others = row.steps.filter((t) => !had.includes(t.id));
  const first = row.steps.findIndex((t) => had.includes(t.id));
  const at = first < 0 ? others.length : first;
  draft.strands.find((s) => s.id === row.id)!.steps = [...others.slice(0, at), ...steps, ...others.slice(at)];
}

/**
 * What came with a part and is to be saved again, with all that the part had called as it was called in it: so it can
 * be updated wherever it stands.
 * @returns the contents, and the piece where it is of that edition
 */
export function contentsForEdition(
  piece: Piece,
  use: PartUse,
  edition: string,
  was: Clip,
): { piece: Piece; clip: Clip } {
  const clip = clipOfUse(piece, use, was.into);
  const row = clip.into !== undefined && clip.into === use.row?.strand;
  const strandsBack = back(use.strands);
  if (row && was.into !== undefined) strandsBack.set(clip.into!, was.into);
  const steps = clip.strands.find((s) => s.id === clip.into)?.steps ?? [];
  const names: Names = {
    strands: namesBack('s', clip.strands, strandsBack, was.strands),
    steps: row ? namesBack('t', steps, back(use.row!.steps), []) : new Map(steps.map((t) => [t.id, t.id])),
    controls: namesBack('c', clip.controls, back(use.controls), was.controls),
  };
  const readdress = readdressing(clip, names);
  const called: Clip = {
    strands: clip.strands.map((s) => {
      const id = names.strands.get(s.id)!;
      const steps = s.steps.map((t) => readdress(t, id, (s.id === clip.into && names.steps.get(t.id)) || t.id));
      return { ...s, id, steps };
    }),
    ...(clip.into === undefined ? {} : { into: names.strands.get(clip.into)! }),
    controls: clip.controls.map((c) => ({ ...c, id: names.controls.get(c.id)! })),
    assets: clip.assets,
  };
  const here: Names = {
    strands: turned(names.strands),
    steps: row ? turned(names.steps) : new Map(),
    controls: turned(names.controls),
  };
  return { piece: withUseChanged(piece, partUse(use.id, { id: use.part, edition }, called, here)), clip: called };
}

const turned = (names: ReadonlyMap<string, string>) => new Map([...names].map(([a, b]): [string, string] => [b, a]));

/** What something here is called in the part. */
const back = (names: Record<string, string>) => turned(new Map(Object.entries(names)));

/** What some were called in a part; those that are new to it get names that nothing in it had. */
function namesBack(
  prefix: string,
  some: readonly { id: string }[],
  known: ReadonlyMap<string, string>,
  had: readonly { id: string }[],
): Map<string, string> {
  const taken = [...had, ...[...known.values()].map((id) => ({ id }))];
  const fresh = newNames(
    prefix,
    some.filter((x) => !known.has(x.id)),
    taken,
  );
  return new Map(some.map((x) => [x.id, known.get(x.id) ?? fresh.get(x.id)!]));
}

const once = <T extends { id: string }>(...lists: readonly (readonly T[])[]): T[] => [
  ...new Map(lists.flat().map((item) => [item.id, item])).values(),
];

/**
 * All that stands where a part was inserted, with what it takes from, what was added between its steps included.
 * @param into the strand of the part whose steps go into a row
 */
function clipOfUse(piece: Piece, use: PartUse, into: string | undefined): Clip {
  const own = clipStrands(piece, Object.values(use.strands), true);
  const row = strandById(piece, use.row?.strand ?? '');
  const places = row?.steps.flatMap((t, i) => (Object.values(use.row!.steps).includes(t.id) ? [i] : [])) ?? [];
  if (!row || places.length === 0) {
    const strand = into === undefined ? undefined : use.strands[into];
    return strand === undefined ? own : { ...own, into: strand };
  }
  const run = row.steps.slice(places[0], places.at(-1)! + 1).map((t) => t.id);
  const inRow = clipSteps(piece, row.id, run, true);
  const others = own.strands.filter((s) => s.id !== row.id);
  return {
    strands: [...once(others, inRow.strands.slice(0, -1)), ...inRow.strands.slice(-1)],
    into: row.id,
    controls: once(own.controls, inRow.controls),
    assets: once(own.assets, inRow.assets),
  };
}
