import jpeg from 'jpeg-js';
import { PNG } from 'pngjs';
import type { AssetStore } from '@/core/assets/assets';
import { fromBase64 } from '@/core/formats/base64';
import { CUBE_TYPE, cubePixels, readCube } from '@/core/formats/cube';
import { readHeader } from '@/core/formats/picture-header';
import { readWav, SoundError } from '@/core/formats/wav';
import type { Pixels } from '@/core/glsl';
import type { Asset, Piece } from '@/core/piece/types';
import { soundTrack } from '@/core/sound/track';

function decode(asset: Asset): Pixels | null {
  const bytes = fromBase64(asset.data);
  if (asset.type === CUBE_TYPE) return cubePixels(readCube(new TextDecoder().decode(bytes)));
  switch (readHeader(bytes).type) {
    case 'image/png': {
      const { width, height, data } = PNG.sync.read(Buffer.from(bytes));
      return { width, height, data: new Uint8ClampedArray(data) };
    }
    case 'image/jpeg': {
      const { width, height, data } = jpeg.decode(bytes, { useTArray: true, maxMemoryUsageInMB: 512 });
      return { width, height, data: new Uint8ClampedArray(data) };
    }
    default:
      return null;
  }
}

/** Decodes the pictures of a piece for the processor. @returns a line for each that counts as grey here. */
export function decodePictures(piece: Piece, assets: AssetStore): string[] {
  return piece.assets
    .filter((a) => !a.type.startsWith('model/'))
    .flatMap((asset) => {
      try {
        if (asset.type.startsWith('audio/')) {
          assets.set(asset.id, { track: soundTrack(readWav(fromBase64(asset.data))) });
          return [];
        }
        const pixels = decode(asset);
        if (pixels) assets.set(asset.id, { pixels });
        return pixels
          ? []
          : [`The picture "${asset.name}" (${asset.type}) is not read by the command line; grey stands in for it.`];
      } catch (error) {
        if (error instanceof SoundError)
          return [`The sound "${asset.name}" is not read by the command line: ${error.message} It is silent here.`];
        return [
          `The picture "${asset.name}" cannot be read (${(error as Error).message.slice(0, 120)}); ` +
            'grey stands in for it.',
        ];
      }
    });
}
