import { assetId, fromBase64, toBase64 } from '@/core/formats/base64';
import { readMesh } from '@/core/formats/mesh/read';
import type { Mesh } from '@/core/mesh/mesh';

/** A mesh file as an asset of a piece keeps it. */
export interface ReadFile {
  mesh: Mesh;
  id: string;
  /** In base64. */
  data: string;
}

/** Reads mesh files, so that none of them can hold up the page. */
export const meshReader = {
  /** @throws MeshError */
  async file(file: Blob, type: string): Promise<ReadFile> {
    const bytes = new Uint8Array(await file.arrayBuffer());
    return { mesh: await readMesh(bytes, type), id: await assetId(bytes), data: toBase64(bytes) };
  },

  /** @throws MeshError */
  data: (base64: string, type: string): Promise<Mesh> => readMesh(fromBase64(base64), type),
};

export type MeshReader = typeof meshReader;
