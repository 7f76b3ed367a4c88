import * as THREE from 'three';
import { AssetRegister } from '@/core/asset-register';
import type { Panorama } from '@/core/formats/panorama';
import { hasPixels, pixelsOf } from '@/core/weave';

const textures = new AssetRegister<THREE.DataTexture>((texture) => texture.dispose());

/**
 * The texture of a picture, decoded to linear light by the card; texels are fetched one by one, so it has no filter.
 */
export function textureOf(asset: string): THREE.DataTexture {
  if (!hasPixels(asset)) return (standIn ??= pictureTexture(asset));
  const known = textures.get(asset);
  if (known) return known;
  const texture = pictureTexture(asset);
  textures.set(asset, texture);
  return texture;
}

/** Of all pictures while their pixels are not there. */
let standIn: THREE.DataTexture | null = null;

function pictureTexture(asset: string): THREE.DataTexture {
  const { width, height, data } = pixelsOf(asset);
  const texture = new THREE.DataTexture(
    new Uint8Array(data.buffer, data.byteOffset, data.length),
    width,
    height,
    THREE.RGBAFormat,
    THREE.UnsignedByteType,
  );
  texture.colorSpace = THREE.SRGBColorSpace;
  texture.needsUpdate = true;
  return texture;
}

const panoramas = new AssetRegister<THREE.DataTexture>((texture) => texture.dispose());

/** What was registered for an asset, to be handed to another thread; null where it is no .hdr. */
export function panoramaData(asset: string): Panorama | null {
  const image = panoramas.get(asset)?.image;
  return image ? { width: image.width, height: image.height, data: image.data as Uint16Array } : null;
}

/** Registers a decoded .hdr: see `Panorama`. */
export function providePanorama(asset: string, width: number, height: number, data: Uint16Array): void {
  const texture = new THREE.DataTexture(data, width, height, THREE.RGBAFormat, THREE.HalfFloatType);
  texture.colorSpace = THREE.LinearSRGBColorSpace;
  texture.minFilter = THREE.LinearFilter;
  texture.magFilter = THREE.LinearFilter;
  texture.wrapS = THREE.RepeatWrapping;
  texture.needsUpdate = true;
  panoramas.set(asset, texture);
}

/** A picture all around: the .hdr where it is one, else the plain picture. */
export const panoramaOf = (asset: string): THREE.DataTexture => panoramas.get(asset) ?? textureOf(asset);
