import { checkSize } from './piece-size';
import { PieceError } from '../piece/errors';
import { migrate } from '../piece/migrations';
import { validateShape, type ReadingProgress } from '../piece/schema';
import { salvage, type Salvaged } from '../piece/salvage';
import { checkLinks } from '../piece/links';
import { FORMAT, type Piece } from '../piece/types';
import { orderStrands } from '../weave/analysis/order';
import { withTracks } from '../weave/keys/tracks';

/**
 * Reads the text of a piece file.
 * @throws PieceError saying what is wrong with it; nothing is half read.
 */
export function readPiece(text: string, progress?: ReadingProgress): Piece {
  checkSize(text.length);
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    throw new PieceError(
      'not-json',
      'This file is not JSON, so it cannot be a piece. Choose a file that was saved from Calm Lattice.',
    );
  }
  return acceptPiece(data, progress);
}

/**
 * Takes data of any origin as a piece: brings it to the present version, checks its shape,
 * its links and that no strands feed each other in a circle.
 * @throws PieceError
 */
export function acceptPiece(data: unknown, progress?: ReadingProgress): Piece {
  if (typeof data !== 'object' || data === null || (data as { format?: unknown }).format !== FORMAT) {
    throw new PieceError(
      'not-a-piece',
      'This is JSON, but not a piece: it does not say "format": "calm-lattice". Choose a file ' +
        'that was saved from Calm Lattice.',
    );
  }
  const piece = validateShape(migrate(data as Record<string, unknown>), progress);
  checkLinks(piece);
  orderStrands(withTracks(piece));
  return piece;
}

/** Takes what is stored in this browser as a piece, without the values in it that are not right. @throws PieceError */
export const salvagePiece = (data: unknown, progress?: ReadingProgress): Salvaged =>
  salvage(data, (whole) => acceptPiece(whole, progress));
