import { AssetRegister } from '@/core/asset-register';
import { errorSentence } from '@/core/error-sentence';
import { own } from '@/core/own';
import { MESH_FILE_BYTES, MESH_TYPES } from '@/core/formats/mesh/file-types';
import { fileMeshOf, provideFileMesh } from '@/core/mesh/files';
import { MeshError, type Mesh } from '@/core/mesh/mesh';
import type { Asset } from '@/core/piece/types';
import { handAsset } from '@/workers/remotes';
import { readMeshData, readMeshFile } from '@/workers/mesh-reading';
import { notify } from '../panels/notify';

/** Those that could not be read; said once for each time that a piece is opened. */
const failed = new AssetRegister<true>();

export const isMeshAsset = (asset: Asset) => asset.type.startsWith('model/');

async function provide(id: string, mesh: Mesh): Promise<void> {
  provideFileMesh(id, mesh);
  await handAsset(id, (studio) => studio.provideMesh(id, mesh));
}

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
  await provide(id, mesh);
  return { id, name: file.name.slice(0, 80), type, data };
}

/** Reads a mesh file of a piece that is not loaded yet. @returns whether it came. */
export async function ensureMesh(asset: Asset): Promise<boolean> {
  if (fileMeshOf(asset.id) || failed.has(asset.id)) return false;
  try {
    await provide(asset.id, await readMeshData(asset.data, asset.type));
    return true;
  } catch (error) {
    failed.set(asset.id, true);
    notify(
      'error',
      `The form "${asset.name}" cannot be read. ${errorSentence(error)} Where it is used, nothing stands.`,
    );
    return false;
  }
}
