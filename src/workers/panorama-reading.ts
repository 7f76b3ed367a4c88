import { oneJob } from './one-job';
import type { PanoramaRead, PanoramaReader } from './panorama-reader';

const open = () =>
  new Worker(new URL('./threads/panorama-reader.ts', import.meta.url), { type: 'module', name: 'panorama-reader' });

/** Decodes a .hdr in a thread of its own. @throws Error where its pixels cannot be read */
export async function readPanorama(bytes: Uint8Array<ArrayBuffer>): Promise<PanoramaRead> {
  const failure = () => new Error('These pixels cannot be read.');
  const read = await oneJob<PanoramaReader, PanoramaRead | null>({
    open,
    work: (door) => door.read(bytes.buffer),
    failure,
  });
  if (!read) throw failure();
  return read;
}
