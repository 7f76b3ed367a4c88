/** Where values are held, as the program has them. */
const MOST = 1e9;

/** A number for reading: as many places as tell something. */
export function shortNumber(value: number): string {
  if (!Number.isFinite(value)) return Number.isNaN(value) ? 'not a number' : value > 0 ? 'infinite' : '-infinite';
  const size = Math.abs(value);
  // What grows without end is held there: see `finite` in the language's library.
  if (size >= MOST) return value > 0 ? 'a billion or more' : 'minus a billion or less';
  const places = size >= 100 ? 0 : size >= 10 ? 1 : size >= 1 ? 2 : 3;
  return String(Number(value.toFixed(places)));
}

/** "8.0 s" for a loop. */
export const seconds = (frames: number, rate: number) => `${shortNumber(frames / rate)} s`;
