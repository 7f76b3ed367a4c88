import type * as Comlink from 'comlink';
import { MeshError, type Mesh } from '@/core/mesh/mesh';
import type { MeshRead, MeshReader, ReadFile } from './mesh-reader';
import { oneJob } from './one-job';

const open = () =>
  new Worker(new URL('./threads/mesh-reader.ts', import.meta.url), { type: 'module', name: 'mesh-reader' });

async function reading<T extends object>(
  work: (remote: Comlink.Remote<MeshReader>) => Promise<MeshRead<T>>,
  signal?: AbortSignal,
): Promise<T> {
  const failure = () => new MeshError('It is more than this browser can read.');
  const read = await oneJob<MeshReader, MeshRead<T>>({ open, work, signal, failure });
  if ('refused' in read) throw new MeshError(read.refused);
  return read;
}

/** Reads a mesh file in a thread of its own. @throws MeshError, or Ended where the signal said so */
export const readMeshFile = (file: Blob, type: string, signal?: AbortSignal): Promise<ReadFile> =>
  reading((remote) => remote.file(file, type), signal);

/** Reads what an asset of a piece holds, in base64. @throws MeshError */
export const readMeshData = async (data: string, type: string): Promise<Mesh> =>
  (await reading((remote) => remote.data(data, type))).mesh;
