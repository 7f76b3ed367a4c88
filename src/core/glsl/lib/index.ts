import { FRACTAL } from './fractal';
import { HASH } from './hash';
import { NOISE } from './noise';
import { PLACE } from './place';
import { SURFACE } from './surface';
import { WAVE } from './wave';

export { PLACE_FIELDS, PLACE_SIZE } from './place';
export { SURFACE_FIELDS } from './surface';

/** Parts of the library by name: their text and the parts they need. In order of need. */
const PARTS = {
  place: { text: PLACE, needs: [] },
  surface: { text: SURFACE, needs: [] },
  wave: { text: WAVE, needs: [] },
  hash: { text: HASH, needs: [] },
  noise: { text: NOISE, needs: ['hash'] },
  fractal: { text: FRACTAL, needs: ['noise'] },
} as const satisfies Record<string, { text: string; needs: readonly string[] }>;

export type LibraryPart = keyof typeof PARTS;

export const LIBRARY_PARTS = Object.keys(PARTS) as LibraryPart[];

/** Text of the named parts and of all they need, each once, in an order that compiles. */
export function library(names: Iterable<LibraryPart>): string {
  const wanted = new Set<string>();
  const want = (name: LibraryPart) => {
    wanted.add(name);
    for (const need of PARTS[name].needs) want(need);
  };
  for (const name of names) want(name);
  return LIBRARY_PARTS.filter((n) => wanted.has(n)).map((n) => PARTS[n].text).join('');
}
