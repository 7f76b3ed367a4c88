import type { Piece } from '../piece/types';
import type { ExportSettings } from './settings';

/**
 * What tells exported pictures of a piece from those of any other, or of other settings: a hash (SHA-256, in hex) of
 * all that they depend on.
 * @param size pixels
 */
export async function exportMark(
  piece: Piece,
  { picture, opacity, quality, samples }: ExportSettings,
  { width, height }: { width: number; height: number },
): Promise<string> {
  const { strands, assets, controls, loop, picture: drawn } = piece;
  const content = [strands, assets, controls, loop, drawn, width, height, picture, opacity, quality, samples];
  const hash = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(JSON.stringify(content)));
  return Array.from(new Uint8Array(hash), (byte) => byte.toString(16).padStart(2, '0')).join('');
}
