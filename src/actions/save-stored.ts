import { fileStem } from '@/core/formats/file-stem';
import { PIECE_ENDING } from '@/core/formats/piece-size';
import type { SavedPiece } from '@/state/storage/saved';
import { download } from './download';

/** Hands a stored piece to the artist as it is, right or not. */
export const saveStored = ({ name, piece }: Pick<SavedPiece, 'name' | 'piece'>) =>
  download(`${fileStem(name)}${PIECE_ENDING}`, JSON.stringify(piece, null, 2), 'application/json');
