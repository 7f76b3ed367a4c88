import { withoutUnusedAssets } from '../piece/edit';
import type { Piece } from '../piece/types';

/**
 * A piece as text: JSON with two spaces, the same bytes for the same piece.
 * @example readPiece(writePiece(piece)); // the same piece
 */
export function writePiece(piece: Piece): string {
  return `${JSON.stringify(withoutUnusedAssets(piece), null, 2)}\n`;
}
