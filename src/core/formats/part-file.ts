import { blankPiece } from '../piece/edit';
import { PieceError } from '../piece/errors';
import { migrate } from '../piece/migrations';
import { isId, validateShape } from '../piece/schema';
import { FORMAT } from '../piece/types';
import { PART_FORMAT, partData, type PartData } from './part-data';
import { checkSize } from './piece-size';

/**
 * Reads the text of a part file.
 * @throws PieceError saying what is wrong with it
 */
export function readPart(text: string): PartData {
  checkSize(text.length);
  try {
    return acceptPart(JSON.parse(text));
  } catch (error) {
    if (error instanceof PieceError) throw error;
    throw new PieceError('not-json', 'This file is not JSON, so it cannot be a part. Choose a file of a saved part.');
  }
}

/**
 * Takes data of any origin as a part: brings it to the present version and checks its shape as that of a piece.
 * Links to what is not in it fall back to defaults where it is inserted.
 * @throws PieceError
 */
export function acceptPart(data: unknown): PartData {
  const given = data as Partial<PartData> | null;
  if (typeof given !== 'object' || given === null || given.format !== PART_FORMAT)
    throw new PieceError(
      'not-a-piece',
      'This is JSON, but not a part: it does not say "format": "calm-lattice-part". Pieces are opened on the shelf.',
    );
  const { version, name, about, into, strands, controls, assets, id, edition } = given;
  const shell = { ...blankPiece(), version, name, note: about, strands, controls, assets };
  const piece = validateShape(migrate({ ...shell, format: FORMAT } as unknown as Record<string, unknown>));
  if (piece.strands.length === 0)
    throw new PieceError('wrong-value', 'This part has no strands, so it brings nothing.');
  if (into !== undefined && !piece.strands.some((s) => s.id === into))
    throw new PieceError('wrong-value', 'This part says that its steps are in a strand that is not in the file.');
  const clip = { strands: piece.strands, controls: piece.controls, assets: piece.assets };
  const known = isId(id) && isId(edition) ? { id, edition } : {};
  return partData({ name: piece.name, about: piece.note, ...known }, into === undefined ? clip : { ...clip, into });
}
