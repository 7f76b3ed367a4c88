import * as THREE from 'three';
import type { Assets } from '@/core/assets/assets';
import type { Target } from '@/core/weave';

/** Gives the picture of a finish. */
export type FinishTexture = (target: Target) => THREE.Texture;

/** Gives the pictures that programs read. */
export interface Pictures {
  /** A file of the piece as a plain picture, decoded to linear light by the card. */
  asset: (asset: string) => THREE.Texture;
  /** A file of the piece all around the stage: the .hdr where it is one. */
  around: (asset: string) => THREE.Texture;
  finish: FinishTexture;
}

interface MadeTexture {
  /** What the file was decoded to: another one after it was released and decoded again. */
  source: object;
  texture: THREE.DataTexture;
}

/** Textures of the files of one piece. Texels are fetched one by one, so plain pictures have no filter. */
export class AssetTextures {
  private readonly plain = new Map<string, MadeTexture>();
  /** Of .hdr, which may be asked for as plain pictures as well. */
  private readonly panoramas = new Map<string, MadeTexture>();

  constructor(readonly assets: Assets) {}

  /** All pictures that a program may read. */
  with(finish: FinishTexture): Pictures {
    return { asset: this.asset, around: this.around, finish };
  }

  /** Disposes of those of other pieces. */
  keepOnly(wanted: readonly { id: string }[]): void {
    for (const made of [this.plain, this.panoramas])
      for (const [asset, { texture }] of made) {
        if (wanted.some(({ id }) => id === asset)) continue;
        texture.dispose();
        made.delete(asset);
      }
  }

  dispose(): void {
    this.keepOnly([]);
  }

  private readonly asset = (asset: string): THREE.Texture => {
    const pixels = this.assets.pixels(asset);
    return textureFor(this.plain, asset, pixels, () => {
      const { width, height, data } = pixels;
      const bytes = new Uint8Array(data.buffer, data.byteOffset, data.length);
      const texture = new THREE.DataTexture(bytes, width, height, THREE.RGBAFormat, THREE.UnsignedByteType);
      texture.colorSpace = THREE.SRGBColorSpace;
      return texture;
    });
  };

  private readonly around = (asset: string): THREE.Texture => {
    const panorama = this.assets.panorama(asset);
    if (!panorama) return this.asset(asset);
    return textureFor(this.panoramas, asset, panorama, () => {
      const { width, height, data } = panorama;
      const texture = new THREE.DataTexture(data, width, height, THREE.RGBAFormat, THREE.HalfFloatType);
      texture.colorSpace = THREE.LinearSRGBColorSpace;
      texture.minFilter = THREE.LinearFilter;
      texture.magFilter = THREE.LinearFilter;
      texture.wrapS = THREE.RepeatWrapping;
      return texture;
    });
  };
}

function textureFor(
  made: Map<string, MadeTexture>,
  asset: string,
  source: object,
  make: () => THREE.DataTexture,
): THREE.DataTexture {
  const known = made.get(asset);
  if (known?.source === source) return known.texture;
  known?.texture.dispose();
  const texture = make();
  texture.needsUpdate = true;
  made.set(asset, { source, texture });
  return texture;
}
