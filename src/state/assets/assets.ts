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
