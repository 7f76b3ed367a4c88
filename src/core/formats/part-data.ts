import type { Clip } from '../parts/clip';
import type { Part } from '../parts/part';
import { VERSION } from '../piece/types';

/** What the names of part files end in. */
export const PART_ENDING = '.calm-part.json';

export const PART_FORMAT = 'calm-lattice-part';

/** A part as it is stored and written: a clip with its name, of the version that pieces have. */
export interface PartData extends Clip {
  format: typeof PART_FORMAT;
  version: number;
  name: string;
  about: string;
  /** Of a part that was kept: pieces know by them what of it they have. */
  id?: string;
  edition?: string;
}

export const partData = (
  { name, about, id, edition }: Pick<PartData, 'name' | 'about' | 'id' | 'edition'>,
  { strands, into, controls, assets }: Clip,
): PartData => ({
  format: PART_FORMAT,
  version: VERSION,
  name,
  about,
  ...(edition === undefined ? {} : { id, edition }),
  strands,
  ...(into === undefined ? {} : { into }),
  controls,
  assets,
});

/** A part as text: JSON with two spaces, the same bytes for the same part. */
export const writePart = (part: Part): string => `${JSON.stringify(partData(part, part.clip()), null, 2)}\n`;
