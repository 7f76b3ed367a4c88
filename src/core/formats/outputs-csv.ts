import Papa from 'papaparse';
import { LIMITS } from '../piece/limits';
import { USUAL_WALL } from '../piece/outputs';
import { TURNS, type Output } from '../piece/types';

/** Tables of outputs as text (RFC 4180), one a line, for spreadsheets and plans of halls. */

/** The columns, and the places of their numbers in an output. */
const COLUMNS = ['x', 'y', 'width', 'height', 'pitch', 'peak', 'turn', 'facing'] as const;
const PLACE_COLUMNS = ['right', 'up', 'away'] as const;
type Column = (typeof COLUMNS)[number] | (typeof PLACE_COLUMNS)[number];

/** Lowest and highest number of each column, and whether it has to be a whole one. */
const ALLOWED: Record<Column, { low: number; high: number; whole?: true }> = {
  x: { low: -LIMITS.pictureSide, high: LIMITS.pictureSide, whole: true },
  y: { low: -LIMITS.pictureSide, high: LIMITS.pictureSide, whole: true },
  width: { low: LIMITS.shortestSide, high: LIMITS.pictureSide, whole: true },
  height: { low: LIMITS.shortestSide, high: LIMITS.pictureSide, whole: true },
  pitch: { low: LIMITS.finestPitch, high: LIMITS.coarsestPitch },
  peak: { low: 1, high: LIMITS.peak },
  turn: { low: 0, high: 270, whole: true },
  facing: { low: -360, high: 360 },
  right: { low: -LIMITS.hall, high: LIMITS.hall },
  up: { low: -LIMITS.hall, high: LIMITS.hall },
  away: { low: -LIMITS.hall, high: LIMITS.hall },
};

/** Numbers of columns that a table may leave out. */
const USUAL: Partial<Record<Column, number>> = {
  pitch: USUAL_WALL.pitch,
  peak: USUAL_WALL.peak,
  turn: USUAL_WALL.turn,
  facing: USUAL_WALL.facing,
  right: USUAL_WALL.place[0],
  up: USUAL_WALL.place[1],
  away: USUAL_WALL.place[2],
};

const ALL_COLUMNS: readonly Column[] = [...COLUMNS, ...PLACE_COLUMNS];

/** A table of outputs could not be read. */
export class TableError extends Error {
  override readonly name = 'TableError';
}

/** @example writeOutputs([front]) // "name,x,y,width,height,pitch,...\r\nfront,0,0,1280,720,3.9,..." */
export const writeOutputs = (outputs: readonly Output[]): string =>
  Papa.unparse({
    fields: ['name', ...ALL_COLUMNS],
    data: outputs.map((o) => [o.name, ...COLUMNS.map((column) => o[column]), ...o.place]),
  });

/**
 * The outputs of a table. Columns are known by their names, in any order; those of no such name are left alone.
 * @throws TableError naming the line and the column
 */
export function readOutputs(text: string): Omit<Output, 'id'>[] {
  const { data, meta } = Papa.parse<Record<string, string>>(text.trim(), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (name) => name.trim().toLowerCase(),
  });
  const missing = ['name', ...ALL_COLUMNS].filter(
    (column) => !meta.fields?.includes(column) && USUAL[column as Column] === undefined,
  );
  if (missing.length > 0)
    throw new TableError(`The table has no column "${missing[0]}". It needs name, x, y, width and height.`);
  if (data.length === 0) throw new TableError('The table has no outputs, only a head.');
  if (data.length > LIMITS.outputs)
    throw new TableError(`The table has ${data.length} lines; a piece has at most ${LIMITS.outputs} outputs.`);
  const names = new Set<string>();
  return data.map((row, i) => {
    const name = (row.name ?? '').trim();
    // The head is the first line.
    const line = i + 2;
    if (!name || name.length > LIMITS.nameLength)
      throw new TableError(`Line ${line} has no name of 1 to ${LIMITS.nameLength} characters.`);
    if (names.has(name)) throw new TableError(`Line ${line} has the name "${name}" once more.`);
    names.add(name);
    const at = (column: Column) => numberAt(row, column, line);
    const numbers = Object.fromEntries(COLUMNS.map((column) => [column, at(column)]));
    return { name, ...numbers, place: [at('right'), at('up'), at('away')] } as Omit<Output, 'id'>;
  });
}

function numberAt(row: Record<string, string>, column: Column, line: number): number {
  const text = row[column]?.trim() ?? '';
  const usual = USUAL[column];
  if (text === '' && usual !== undefined) return usual;
  const value = Number(text);
  const { low, high, whole } = ALLOWED[column];
  const isRight = text !== '' && value >= low && value <= high && (!whole || Number.isInteger(value));
  if (!isRight || (column === 'turn' && !(TURNS as readonly number[]).includes(value))) {
    const asked = column === 'turn' ? TURNS.join(', ') : `a ${whole ? 'whole ' : ''}number from ${low} to ${high}`;
    throw new TableError(`Line ${line}: ${column} is "${text.slice(0, 40)}", and has to be ${asked}.`);
  }
  return value;
}
