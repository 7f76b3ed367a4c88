import { releaseAssets } from '@/core/asset-register';
import type { Asset, Piece } from '@/core/piece/types';
import { ensureTable, isTableAsset } from './colour-tables';
import { ensureMesh, isMeshAsset } from './mesh-files';
import { ensurePicture } from './pictures';
import { ensureSound, isSoundAsset } from './sounds';

function ensure(asset: Asset): Promise<boolean> {
  if (isMeshAsset(asset)) return ensureMesh(asset);
  if (isTableAsset(asset)) return ensureTable(asset);
  return isSoundAsset(asset) ? ensureSound(asset) : ensurePicture(asset);
}

/** Reads the files of a piece that are not loaded yet, one after the other. @returns whether any came. */
export async function ensureAssets(piece: Piece): Promise<boolean> {
  let came = false;
  for (const asset of piece.assets) came = (await ensure(asset)) || came;
  return came;
}

/** Pieces that are being exported, whether they are open or not. */
const held = new Set<Piece>();

/** Keeps what the files of a piece were decoded to while work goes on that needs it. */
export async function holdingAssets<T>(piece: Piece, work: () => Promise<T>): Promise<T> {
  held.add(piece);
  try {
    return await work();
  } finally {
    held.delete(piece);
  }
}

/**
 * Releases what was decoded for pieces that are neither open nor being exported: here, in the studio and on the
 * graphics card. It is decoded again where it is needed again.
 */
export function releaseAssetsBut(open: Piece | null): void {
  const wanted = new Set([...held, ...(open ? [open] : [])].flatMap((piece) => piece.assets.map((a) => a.id)));
  releaseAssets((id) => wanted.has(id));
}
