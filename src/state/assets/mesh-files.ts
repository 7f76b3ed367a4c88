import { own } from '@/core/own';
import { MESH_FILE_BYTES, MESH_TYPES } from '@/core/formats/mesh/file-types';
import { MeshError } from '@/core/mesh/mesh';
import type { Asset } from '@/core/piece/types';
import { readMeshData, readMeshFile } from '@/workers/mesh-reading';
import { addAsset, type AssetKind } from './asset-kind';

/**
 * Takes a mesh file in: reads it, and makes it an asset of a piece.
 * @throws MeshError in words, or Ended where the signal said so
 */
export async function importMesh(file: File, signal?: AbortSignal): Promise<Asset> {
  const ending = file.name.split('.').pop()!.toLowerCase();
  const type = own(MESH_TYPES, ending);
  if (!type)
    throw new MeshError(
      `Forms come from files that end in ${Object.keys(MESH_TYPES)
        .map((e) => `.${e}`)
        .join(', ')}.`,
    );
  if (file.size > MESH_FILE_BYTES)
    throw new MeshError(
      `It has ${Math.round(file.size / 2 ** 20)} MB; at most ${MESH_FILE_BYTES / 2 ** 20} MB are imported.`,
    );
  const { mesh, id, data } = await readMeshFile(file, type, signal);
  await addAsset(id, { mesh });
  return { id, name: file.name.slice(0, 80), type, data };
}

export const MESHES: AssetKind = {
  name: 'form',
  instead: 'Where it is used, nothing stands.',
  holds: (asset) => asset.type.startsWith('model/'),
  decode: async ({ data, type }) => ({ mesh: await readMeshData(data, type) }),
};
