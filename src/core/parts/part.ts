import { rowFor, type Clip, type RowPlace } from './clip';
import { withUse } from './part-use';
import { insertClip, type Putting } from './insert';
import { moveStrand } from '../piece/arrange';
import { strandById, type Kind, type Piece, type Step, type StepAt } from '../piece/types';

/** Something ready that can be put into any piece: a recipe that ships, or a part that the artist saved. */
export interface Part {
  id: string;
  name: string;
  /** What it does, in a sentence. */
  about: string;
  /** Other words that people look for it by. */
  aliases?: readonly string[];
  /** The kind of row that its steps go into, or else that of its last strand. */
  kind: Kind;
  /** Its steps go into a row that is there; else it brings all of its rows. */
  enters: boolean;
  /** Makes it, with its pictures. */
  clip: () => Clip;
  /** Where it is saved: says which contents it has, and is another one when it is saved again. */
  edition?: string;
}

/** Where a part goes, told by its rows. */
export const rowOfPart = ({ strands, into }: Pick<Clip, 'strands' | 'into'>): Pick<Part, 'kind' | 'enters'> => ({
  kind: (strands.find((s) => s.id === into) ?? strands[strands.length - 1]!).kind,
  enters: into !== undefined,
});

/** What a row of each kind stands on where a piece has none: strands that show it, the row itself among them. */
export type Ground = (kind: Kind) => Clip;

export interface PartPutting {
  /** The strand that is selected: it says which row is meant. */
  selected: string | null;
  /** The place in a row, where one was chosen. */
  row?: RowPlace;
  ground: Ground;
  /** Where steps go that are put at the end of a row: see `endOfRow` of the steps. */
  endOf: (row: readonly Step[], steps: readonly Step[]) => number;
}

/**
 * Puts a part in, bundled under its name and with controls of its own. Its steps go to the end of the row that is
 * meant (see `rowFor`); where there is none, what shows it is inserted first.
 * @returns the piece, the strand and step to go on from, and the finish that is shown now if that changed
 */
export function putPart(
  piece: Piece,
  part: Part,
  { selected, row, ground, endOf }: PartPutting,
): { piece: Piece; at: StepAt | null; shows: string | null } {
  const clip = part.clip();
  const putting: Putting = { bundle: part.name, ownControls: true };
  const put = (into: Piece, row?: RowPlace) => {
    const done = insertClip(into, clip, { ...putting, row });
    return withLast({ ...done, piece: withUse(done.piece, part, clip, done.names) });
  };
  if (clip.into === undefined) return { ...put(piece), shows: null };
  const { kind, steps } = clip.strands.find((s) => s.id === clip.into)!;
  const begun = row ? { piece, shows: null } : withRow(piece, kind, selected, ground);
  const host = row ? strandById(piece, row.strand) : rowFor(begun.piece, kind, selected);
  const place = row ?? (host ? { strand: host.id, at: endOf(host.steps, steps) } : undefined);
  return { ...put(begun.piece, place), shows: begun.shows };
}

/** The piece, with the step to go on from: the last that is new. */
function withLast({ piece, strands, steps }: Pick<ReturnType<typeof insertClip>, 'piece' | 'strands' | 'steps'>): {
  piece: Piece;
  at: StepAt | null;
} {
  const last = strandById(piece, strands.at(-1) ?? '');
  return { piece, at: steps.at(-1) ?? (last ? { strand: last.id, step: last.steps.at(-1)!.id } : null) };
}

/** The piece with a row of a kind that is shown. */
function withRow(
  piece: Piece,
  kind: Kind,
  selected: string | null,
  ground: Ground,
): { piece: Piece; shows: string | null } {
  if (rowFor(piece, kind, selected)) return { piece, shows: null };
  const clip = ground(kind);
  const had = piece.strands.find((s) => s.kind === 'finish' || s.kind === 'stage');
  const made = insertClip(piece, clip, { ownControls: true });
  const finish = made.strands.map((id) => strandById(made.piece, id)!).find((s) => s.kind === 'finish');
  const before = piece.strands.find((s) => s.kind === 'finish');
  // The first finish is what the piece shows.
  const shown = finish && before ? moveStrand(made.piece, finish.id, before.id) : made.piece;
  return { piece: shown, shows: had && finish ? finish.name : null };
}
