import { CUBE_LIMITS, CUBE_TYPE, CubeError } from '@/core/formats/cube';
import type { Asset } from '@/core/piece/types';
import { readTableData, readTableFile } from '@/workers/reading';
import { addAsset, type AssetKind } from './asset-kind';

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
  await addAsset(id, { pixels });
  return { id, name: file.name.slice(0, 80), type: CUBE_TYPE, data };
}

export const TABLES: AssetKind = {
  name: 'colour table',
  instead: 'Where it is used, colours stay.',
  holds: (asset) => asset.type === CUBE_TYPE,
  decode: async ({ data }) => ({ pixels: await readTableData(data) }),
};
