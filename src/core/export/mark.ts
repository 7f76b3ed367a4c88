import type { Piece } from '../piece/types';
import type { Cut } from './cut';
import type { ExportSettings } from './settings';

/**
 * What tells exported pictures of a piece from those of any other, or of other settings: a hash (SHA-256, in hex) of
 * all that they depend on.
 * @param size pixels of the whole picture
 * @param cut the part that is written; all of it where null
 */
export async function exportMark(
  piece: Piece,
  { picture, opacity, quality, samples }: ExportSettings,
  { width, height }: { width: number; height: number },
  cut: Cut | null,
): Promise<string> {
  const { strands, assets, controls, loop, picture: drawn } = piece;
  const content: unknown[] = [
    strands,
    assets,
    controls,
    loop,
    drawn,
    width,
    height,
    picture,
    opacity,
    quality,
    samples,
  ];
  if (cut) content.push(cut);
  const hash = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(JSON.stringify(content)));
  return Array.from(new Uint8Array(hash), (byte) => byte.toString(16).padStart(2, '0')).join('');
}
