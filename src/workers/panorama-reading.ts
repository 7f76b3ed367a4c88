import type { Panorama } from '@/core/assets/panorama';
import { oneJob } from './one-job';
import type { PanoramaReader } from './panorama-reader';

const open = () =>
  new Worker(new URL('./threads/panorama-reader.ts', import.meta.url), { type: 'module', name: 'panorama-reader' });

/** Decodes a .hdr in a thread of its own. @throws Error where its pixels cannot be read */
export async function readPanorama(bytes: Uint8Array<ArrayBuffer>): Promise<Panorama> {
  const failure = () => new Error('These pixels cannot be read.');
  const read = await oneJob<PanoramaReader, Panorama | null>({
    open,
    work: (remote) => remote.read(bytes.buffer),
    failure,
  });
  if (!read) throw failure();
  return read;
}
