import { CELLS } from './cells';
import { COLOURS } from './colours';
import { FRACTAL } from './fractal';
import { FRAME_STAND_IN } from './frame';
import { HASH } from './hash';
import { LOOP } from './loop';
import { LOOKUP } from './lookup';
import { NOISE } from './noise';
import { PICTURE } from './picture';
import { PLACE } from './place';
import { SHAPES } from './shapes';
import { SIMPLEX } from './simplex';
import { KERNELS } from './kernels';
import { SPACE } from './space';
import { SURFACE } from './surface';
import { TABLES } from './tables';
import { WAVE } from './wave';

export { fieldsRead, PLACE_FIELDS, PLACE_SIZE, placeText, readsTime, TIME_FIELDS } from './place';
export {
  branchesOnCard,
  branchUniform,
  FRAME_ON_CARD,
  FRAME_STAND_IN,
  readsDepth,
  readsFrame,
  readsOther,
  METRES_OF,
} from './frame';
export { SURFACE_FIELDS } from './surface';

/** Parts of the library by name: their text and the parts they need. In order of need. */
const PARTS = {
  place: { text: PLACE, needs: [] },
  surface: { text: SURFACE, needs: [] },
  wave: { text: WAVE, needs: [] },
  hash: { text: HASH, needs: [] },
  noise: { text: NOISE, needs: ['hash'] },
  fractal: { text: FRACTAL, needs: ['noise'] },
  simplex: { text: SIMPLEX, needs: ['noise', 'wave'] },
  cells: { text: CELLS, needs: ['noise', 'wave'] },
  shapes: { text: SHAPES, needs: ['wave'] },
  colours: { text: COLOURS, needs: [] },
  space: { text: SPACE, needs: ['wave'] },
  kernels: { text: KERNELS, needs: [] },
  tables: { text: TABLES, needs: ['wave'] },
  loop: { text: LOOP, needs: [] },
  lookup: { text: LOOKUP, needs: ['colours'] },
  picture: { text: PICTURE, needs: [] },
} as const satisfies Record<string, { text: string; needs: readonly string[] }>;

export type LibraryPart = keyof typeof PARTS;

export const LIBRARY_PARTS = Object.keys(PARTS) as LibraryPart[];

/** Library functions by name, and the part that has them. */
export const LIBRARY_FUNCTIONS: ReadonlyMap<string, LibraryPart> = new Map(
  LIBRARY_PARTS.flatMap((part) =>
    [...PARTS[part].text.matchAll(/^[a-z]\w* (\w+)\([^)]*\) \{/gm)].map((m) => [m[1]!, part] as const),
  ),
);

/** Parts whose functions a text names. */
export function partsNamedIn(text: string): LibraryPart[] {
  const words = new Set(text.match(/[A-Za-z_]\w*/g) ?? []);
  return [...new Set([...LIBRARY_FUNCTIONS].filter(([name]) => words.has(name)).map(([, part]) => part))];
}

/** Text of the named parts and of all they need, each once, in an order that compiles. */
export function library(names: Iterable<LibraryPart>): string {
  const wanted = new Set<string>();
  const want = (name: LibraryPart) => {
    wanted.add(name);
    for (const need of PARTS[name].needs) want(need);
  };
  for (const name of names) want(name);
  return LIBRARY_PARTS.filter((n) => wanted.has(n))
    .map((n) => PARTS[n].text)
    .join('');
}

/** All that a text for the processor may begin with, in the order in which it stands there. */
const HEADS = [FRAME_STAND_IN, ...LIBRARY_PARTS.map((name) => PARTS[name].text)];

/** How many of a text's first characters are the library's own. */
export function libraryHead(text: string): number {
  return HEADS.reduce((at, part) => (text.startsWith(part, at) ? at + part.length : at), 0);
}
