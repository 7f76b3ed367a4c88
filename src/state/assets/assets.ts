import { errorSentence } from '@/core/error-sentence';
import type { Asset, Piece } from '@/core/piece/types';
import { decoded, releaseDecoded } from '@/workers/remotes';
import { notify } from '../panels/notify';
import { addAsset, type AssetKind } from './asset-kind';
import { TABLES } from './colour-tables';
import { MESHES } from './mesh-files';
import { PICTURES } from './pictures';
import { SOUNDS } from './sounds';

/** All kinds of files that pieces have; the first that holds counts. */
const KINDS: readonly AssetKind[] = [MESHES, TABLES, SOUNDS, PICTURES];

/** Assets that could not be read; said once for each time that a piece is opened. */
const failed = new Set<string>();

/** Files that are being decoded: whoever asks for one again waits for the same. */
const underWay = new Map<string, Promise<boolean>>();

/** Decodes one file that is not decoded yet. @returns whether it came */
async function ensure(asset: Asset): Promise<boolean> {
  if (decoded.has(asset.id) || failed.has(asset.id)) return false;
  const decoding = underWay.get(asset.id) ?? decode(asset).finally(() => underWay.delete(asset.id));
  underWay.set(asset.id, decoding);
  return decoding;
}

async function decode(asset: Asset): Promise<boolean> {
  const kind = KINDS.find((k) => k.holds(asset))!;
  try {
    await addAsset(asset.id, await kind.decode(asset));
    return true;
  } catch (error) {
    failed.add(asset.id);
    notify('error', `The ${kind.name} "${asset.name}" cannot be read. ${errorSentence(error)} ${kind.instead}`);
    return false;
  }
}

/** Reads the files of a piece that are not decoded yet, one after the other. @returns whether any came. */
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
 * Releases what was decoded for pieces that are neither open nor being exported, here and in the studio. It is decoded
 * again where it is needed again.
 */
export function releaseAssetsBut(open: Piece | null): void {
  const wanted = new Set([...held, ...(open ? [open] : [])].flatMap((piece) => piece.assets.map((a) => a.id)));
  releaseDecoded((id) => wanted.has(id));
  for (const id of failed) if (!wanted.has(id)) failed.delete(id);
}
