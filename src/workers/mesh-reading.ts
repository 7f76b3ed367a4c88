import type * as Comlink from 'comlink';
import { MeshError, type Mesh } from '@/core/mesh/mesh';
import type { MeshReader, ReadFile } from './mesh-reader';
import { oneJob } from './one-job';

const open = () =>
  new Worker(new URL('./threads/mesh-reader.ts', import.meta.url), { type: 'module', name: 'mesh-reader' });

const reading = <T>(work: (remote: Comlink.Remote<MeshReader>) => Promise<T>, signal?: AbortSignal): Promise<T> =>
  oneJob<MeshReader, T>({ open, work, signal, failure: () => new MeshError('It is more than this browser can read.') });

/** Reads a mesh file in a thread of its own. @throws MeshError, or Ended where the signal said so */
export const readMeshFile = (file: Blob, type: string, signal?: AbortSignal): Promise<ReadFile> =>
  reading((remote) => remote.file(file, type), signal);

/** Reads what an asset of a piece holds, in base64. @throws MeshError */
export const readMeshData = (data: string, type: string): Promise<Mesh> => reading((remote) => remote.data(data, type));
