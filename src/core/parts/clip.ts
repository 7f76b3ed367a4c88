import { PieceError } from '../piece/errors';
import { linksOf } from '../piece/links';
import { strandById, isControlRef, isLink, type Control, type Piece, type Strand, type Value } from '../piece/types';

/**
 * What can be put into any piece: strands, and steps for a row that is there already, with the controls that they
 * follow and their pictures. The clipboard, recipes and saved parts are this.
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

/** A control as it goes elsewhere: a signal that it follows stays behind. */
function withoutSignal(control: Control): Control {
  if (!isLink(control.track)) return control;
  const free = { ...control };
  delete free.track;
  return free;
}

function clipOf(piece: Piece, strands: Strand[], into?: string): Clip {
  const values = paramsOf(strands);
  return {
    strands,
    ...(into === undefined ? {} : { into }),
    controls: piece.controls
      .filter((c) => values.some((v) => isControlRef(v) && v.control === c.id))
      .map(withoutSignal),
    assets: piece.assets.filter((a) => values.includes(a.id)),
  };
}

/** Strands, and with `links` all that they take from, in the order of the piece. */
export function clipStrands(piece: Piece, ids: readonly string[], links: boolean): Clip {
  const wanted = new Set<string>();
  const want = (id: string) => {
    const strand = strandById(piece, id);
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
  const row = strandById(piece, strand);
  const found = row?.steps.filter((s) => steps.includes(s.id)) ?? [];
  if (!row || found.length === 0) throw new PieceError('edit', 'The step is no longer there.');
  const own = { ...row, steps: found };
  const behind = links ? paramsOf([own]).flatMap((v) => (isLink(v) && v.link !== strand ? [v.link] : [])) : [];
  const { strands } = clipStrands(piece, behind, true);
  return clipOf(piece, [...strands.filter((s) => s.id !== strand), own], strand);
}

/**
 * The row of a kind that what is inserted most likely belongs to: the selected one, one at the same step with it, one
 * that takes from it or that it takes from; else the first stage or finish, or the last row of another kind.
 */
export function rowFor(piece: Piece, kind: Strand['kind'], selected: string | null): Strand | null {
  const rows = piece.strands.filter((s) => s.kind === kind);
  const near = strandById(piece, selected ?? '');
  const beside = piece.strands
    .flatMap((s) => s.steps.map((t) => linksOf([t])))
    .filter((l) => l.includes(selected ?? ''));
  const likely = [
    near?.id,
    ...beside.flat(),
    ...piece.strands.filter((s) => linksOf(s.steps).includes(selected ?? '')).map((s) => s.id),
    ...(near ? linksOf(near.steps) : []),
  ];
  const found = likely.map((id) => rows.find((s) => s.id === id)).find((s) => s !== undefined);
  return found ?? (kind === 'stage' || kind === 'finish' ? rows[0] : rows.at(-1)) ?? null;
}
