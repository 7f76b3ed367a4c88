import { assetId, fromBase64, toBase64 } from '@/core/formats/base64';
import { readMesh } from '@/core/formats/mesh/read';
import { MeshError, type Mesh } from '@/core/mesh/mesh';

/** A mesh, or why it is refused: errors lose their kind between threads. */
export type MeshRead<T> = T | { refused: string };

/** A mesh file as an asset of a piece keeps it. */
export interface ReadFile {
  mesh: Mesh;
  id: string;
  /** In base64. */
  data: string;
}

async function answered<T>(work: () => Promise<T>): Promise<MeshRead<T>> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof MeshError) return { refused: error.message };
    throw error;
  }
}

/** Reads mesh files, so that none of them can hold up the page. */
export const meshReader = {
  file: (file: Blob, type: string): Promise<MeshRead<ReadFile>> =>
    answered(async () => {
      const bytes = new Uint8Array(await file.arrayBuffer());
      return { mesh: await readMesh(bytes, type), id: await assetId(bytes), data: toBase64(bytes) };
    }),

  data: (base64: string, type: string): Promise<MeshRead<{ mesh: Mesh }>> =>
    answered(async () => ({ mesh: await readMesh(fromBase64(base64), type) })),
};

export type MeshReader = typeof meshReader;
