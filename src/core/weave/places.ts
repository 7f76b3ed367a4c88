import { PLACE_FIELDS, PLACE_SIZE } from '../glsl/lib';

export type PlaceField = (typeof PLACE_FIELDS)[number]['name'];
export type PlaceValues = Partial<Record<PlaceField, readonly number[] | number>>;

const OFFSETS = (() => {
  let at = 0;
  return PLACE_FIELDS.map((f) => {
    const offset = at;
    at += f.size;
    return { name: f.name, size: f.size, offset };
  });
})();

const DEFAULTS: PlaceValues = { normal: [0, 1, 0], view: [0, 0, 1], copies: 1, tint: [1, 1, 1], copyNormal: [0, 1, 0] };

/** Writes one place into row `index`; what is not given is 0, or the default of a lone, upward-facing point. */
export function writePlace(rows: Float32Array, index: number, values: PlaceValues): void {
  for (const { name, size, offset } of OFFSETS) {
    const value = values[name] ?? (name === 'hallPhase' ? values.phase : undefined) ?? DEFAULTS[name] ?? 0;
    for (let i = 0; i < size; i++)
      rows[index * PLACE_SIZE + offset + i] = typeof value === 'number' ? value : (value[i] ?? 0);
  }
}

/** Writes some fields of a place and leaves the others. */
export function setPlaceFields(rows: Float32Array, index: number, values: PlaceValues): void {
  for (const { name, size, offset } of OFFSETS) {
    const value = values[name];
    if (value === undefined) continue;
    for (let i = 0; i < size; i++)
      rows[index * PLACE_SIZE + offset + i] = typeof value === 'number' ? value : (value[i] ?? 0);
  }
}

/** One field of the place in row `index`: a view into the rows. */
export function placeFieldOf(rows: Float32Array, index: number, field: PlaceField): Float32Array {
  const { size, offset } = OFFSETS.find((o) => o.name === field)!;
  return rows.subarray(index * PLACE_SIZE + offset, index * PLACE_SIZE + offset + size);
}

/** Rows of places, as processor programs take them. */
export function placeRows(places: PlaceValues[]): Float32Array {
  const rows = new Float32Array(places.length * PLACE_SIZE);
  places.forEach((p, i) => writePlace(rows, i, p));
  return rows;
}

/** Sets the phase of every row, the hall's as well; rows may have more after the place. */
export function setPhase(rows: Float32Array, phase: number, width = PLACE_SIZE): void {
  for (const { name, offset } of OFFSETS)
    if (name === 'phase' || name === 'hallPhase') for (let i = offset; i < rows.length; i += width) rows[i] = phase;
}
