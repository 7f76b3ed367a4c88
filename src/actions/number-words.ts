/** Where values are held, as the program has them. */
const MAX_VALUE = 1e9;

/** A number for reading: as many places as tell something. */
export function shortNumber(value: number): string {
  if (!Number.isFinite(value)) return Number.isNaN(value) ? 'not a number' : value > 0 ? 'infinite' : '-infinite';
  const size = Math.abs(value);
  // What grows without end is held there: see `finite` in the language's library.
  if (size >= MAX_VALUE) return value > 0 ? 'a billion or more' : 'minus a billion or less';
  const places = size >= 100 ? 0 : size >= 10 ? 1 : size >= 1 ? 2 : 3;
  return String(Number(value.toFixed(places)));
}

/** Digits that a number of 32 bits has. */
const FLOAT_DIGITS = 7;

/** All of a number, for a field that is being edited. */
export const wholeNumber = (value: number): string =>
  Number.isFinite(value) ? String(Number(value.toPrecision(FLOAT_DIGITS))) : shortNumber(value);

/**
 * A number with as many digits as tell it from its neighbours: as `shortNumber`, or more where it was set finer.
 * @param step by how much a press of an arrow key changes it
 */
export function fieldNumber(value: number, step: number): string {
  const short = shortNumber(value);
  if (!Number.isFinite(value) || Math.abs(Number(short) - value) < 1e-6 * Math.abs(value)) return short;
  const places = Math.min(6, Math.max(0, Math.ceil(-Math.log10(Math.max(step, 1e-6))) + 1));
  const fine = String(Number(value.toFixed(places)));
  return fine.length > short.length ? fine : short;
}

/** "8.0 s" for a loop. */
export const seconds = (frames: number, rate: number) => `${shortNumber(frames / rate)} s`;
