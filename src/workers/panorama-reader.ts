import { transfer } from 'comlink';
import { HDRLoader } from 'three/addons/loaders/HDRLoader.js';
import type { Panorama } from '@/core/assets/panorama';

/** Reads pictures all around, so that none of them can hold up the page. */
export const panoramaReader = {
  /** @returns null where its pixels cannot be read */
  read(bytes: ArrayBuffer): Panorama | null {
    try {
      const { width, height, data } = new HDRLoader().parse(bytes) as unknown as Panorama;
      // A file that was cut short gives fewer.
      if (data.length !== 4 * width * height) return null;
      return transfer({ width, height, data }, [data.buffer]);
    } catch {
      return null;
    }
  },
};

export type PanoramaReader = typeof panoramaReader;
