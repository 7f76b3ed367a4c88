import { readFile, stat } from 'node:fs/promises';
import { AssetStore, type Assets } from '@/core/assets/assets';
import { fromBase64 } from '@/core/formats/base64';
import { readMesh } from '@/core/formats/mesh';
import { readPiece } from '@/core/formats/piece-file';
import { checkSize } from '@/core/formats/piece-size';
import type { Piece, Strand } from '@/core/piece/types';
import { withTracks } from '@/core/weave';
import { decodePictures } from './pixels';
import { Wrong } from './wrong';

/** A piece with what its files were decoded to. */
export interface Opened {
  piece: Piece;
  assets: Assets;
}

/** @throws Wrong where there is no such file; PieceError where it holds no piece */
export async function readFrom(file: string): Promise<Piece> {
  const size = await stat(file).then(
    (s) => s.size,
    () => null,
  );
  if (size === null) throw new Wrong(`There is no file "${file}".`);
  checkSize(size);
  return readPiece(await readFile(file, 'utf8'));
}

/** Reads a piece and decodes its files. @param say told what could not be decoded */
export async function open(file: string, say: (line: string) => void): Promise<Opened> {
  const piece = withTracks(await readFrom(file));
  const assets = new AssetStore();
  for (const line of decodePictures(piece, assets)) say(line);
  for (const asset of piece.assets)
    if (asset.type.startsWith('model/'))
      assets.set(asset.id, { mesh: await readMesh(fromBase64(asset.data), asset.type) });
  return { piece, assets };
}

/** @throws Wrong naming the strands that there are */
export function strandOf(piece: Piece, name: string): Strand {
  const strand = piece.strands.find((s) => s.name === name || s.id === name);
  if (!strand)
    throw new Wrong(
      `There is no strand "${name}"; the piece has ${piece.strands.map((s) => `"${s.name}"`).join(', ') || 'none'}.`,
    );
  return strand;
}
