import { AssetRegister } from '@/core/asset-register';
import { errorSentence } from '@/core/error-sentence';
import { CUBE_LIMITS, CUBE_TYPE, CubeError } from '@/core/formats/cube';
import type { Asset } from '@/core/piece/types';
import { hasPixels } from '@/core/weave';
import { readTableData, readTableFile } from '@/workers/reading';
import { notify } from '../panels/notify';
import { provide } from './pictures';

/** Those that could not be read; said once for each time that a piece is opened. */
const failed = new AssetRegister<true>();

export const isTableAsset = (asset: Asset) => asset.type === CUBE_TYPE;

/**
 * Takes a .cube in: reads it, and makes it an asset of a piece.
 * @throws CubeError in words, or Ended where the signal said so
 */
export async function importTable(file: File, signal?: AbortSignal): Promise<Asset> {
  if (!file.name.toLowerCase().endsWith('.cube'))
    throw new CubeError('Colour tables come from files that end in .cube.');
  if (file.size > CUBE_LIMITS.bytes)
    throw new CubeError(
      `It has ${Math.round(file.size / 2 ** 20)} MB; at most ${CUBE_LIMITS.bytes / 2 ** 20} MB are imported.`,
    );
  const { pixels, id, data } = await readTableFile(file, signal);
  await provide(id, pixels);
  return { id, name: file.name.slice(0, 80), type: CUBE_TYPE, data };
}

/** Reads a colour table of a piece that is not loaded yet. @returns whether it came */
export async function ensureTable(asset: Asset): Promise<boolean> {
  if (hasPixels(asset.id) || failed.has(asset.id)) return false;
  try {
    await provide(asset.id, await readTableData(asset.data));
    return true;
  } catch (error) {
    failed.set(asset.id, true);
    notify(
      'error',
      `The colour table "${asset.name}" cannot be read. ${errorSentence(error)} Where it is used, colours stay.`,
    );
    return false;
  }
}
