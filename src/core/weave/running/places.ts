import { PLACE_FIELDS, PLACE_SIZE } from '../../glsl/lib';

export type PlaceField = (typeof PLACE_FIELDS)[number]['name'];
export type PlaceValues = Partial<Record<PlaceField, readonly number[] | number>>;

type ColumnSpan = { size: number; offset: number };
const SPANS = (() => {
  let at = 0;
  const spans = PLACE_FIELDS.map((f): [PlaceField, ColumnSpan] => {
    const offset = at;
    at += f.size;
    return [f.name, { size: f.size, offset }];
  });
  return Object.fromEntries(spans) as Record<PlaceField, ColumnSpan>;
})();

const DEFAULTS: PlaceValues = {
  normal: [0, 1, 0],
  view: [0, 0, 1],
  copies: 1,
  tint: [1, 1, 1],
  copyNormal: [0, 1, 0],
  copiesIn: [1, 1, 1],
  firstNormal: [0, 1, 0],
};
const SIZE = PLACE_SIZE;
/** A place of which nothing is given. */
const DEFAULT_ROW = new Float32Array(SIZE);
setPlaceFields(DEFAULT_ROW, 0, DEFAULTS);

/** Writes one place into row `index`; what is not given is 0, or the default of a lone, upward-facing point. */
export function writePlace(rows: Float32Array, index: number, values: PlaceValues): void {
  rows.set(DEFAULT_ROW, index * SIZE);
  setPlaceFields(rows, index, values);
  if (values.globalPhase === undefined && values.phase !== undefined)
    setPlaceFields(rows, index, { globalPhase: values.phase });
}

/** Writes some fields of a place and leaves the others. */
export function setPlaceFields(rows: Float32Array, index: number, values: PlaceValues): void {
  for (const name in values) {
    const value = values[name as PlaceField];
    if (value === undefined) continue;
    const { size, offset } = SPANS[name as PlaceField];
    const at = index * SIZE + offset;
    for (let i = 0; i < size; i++) rows[at + i] = typeof value === 'number' ? value : (value[i] ?? 0);
  }
}

/** Rows of places of which nothing is given. */
export function bareRows(count: number): Float32Array {
  const rows = new Float32Array(count * SIZE);
  rows.set(DEFAULT_ROW.subarray(0, rows.length));
  for (let done = SIZE; done < rows.length; done *= 2) rows.copyWithin(done, 0, done);
  return rows;
}

/**
 * Writes one field of every row.
 * @param data values of that field one after another
 * @param from which of them each row has; those at its own number where it is not given
 */
export function setColumn(
  rows: Float32Array,
  field: PlaceField,
  data: ArrayLike<number>,
  from?: ArrayLike<number>,
): void {
  const { size, offset } = SPANS[field];
  for (let row = 0, at = offset; at < rows.length; row++, at += SIZE) {
    const first = size * (from ? from[row]! : row);
    for (let i = 0; i < size; i++) rows[at + i] = data[first + i]!;
  }
}

/** One field of the place in row `index`: a view into the rows. */
export function placeFieldOf(rows: Float32Array, index: number, field: PlaceField): Float32Array {
  const { size, offset } = SPANS[field];
  return rows.subarray(index * SIZE + offset, index * SIZE + offset + size);
}

/**
 * Rows of places, as processor programs take them.
 * @example placeRows([{ phase: 0.25, rest: [0.5, 0, 0] }]); // PLACE_SIZE floats
 */
export function placeRows(places: PlaceValues[]): Float32Array {
  const rows = new Float32Array(places.length * SIZE);
  places.forEach((p, i) => writePlace(rows, i, p));
  return rows;
}

/** Sets the phase of every row, the global one as well; rows may have more after the place. */
export function setPhase(rows: Float32Array, phase: number, width = SIZE): void {
  for (const { offset } of [SPANS.phase, SPANS.globalPhase])
    for (let i = offset; i < rows.length; i += width) rows[i] = phase;
}
