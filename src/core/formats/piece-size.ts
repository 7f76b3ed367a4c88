import { PieceError } from '../piece/errors';
import { LIMITS } from '../piece/limits';

/** What the names of piece files end in. */
export const PIECE_ENDING = '.calm.json';

/** What the names of backups end in. */
export const BACKUP_ENDING = '.calm-backup.zip';

/** @throws PieceError for a file that is too large to be opened. */
export function checkSize(bytes: number, limit: number = LIMITS.fileBytes): void {
  if (bytes > limit) {
    throw new PieceError(
      'too-large',
      limit < 1048576
        ? `This has ${Math.ceil(bytes / 1024)} KB; at most ${Math.ceil(limit / 1024)} KB are taken.`
        : `This file has ${(bytes / 1048576).toFixed(0)} MB; a piece may have at most ${limit / 1048576} MB.`,
    );
  }
}
