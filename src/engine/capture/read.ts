import type * as THREE from 'three';

/** Rows from the bottom up, as the graphics card has them, turned top first. */
export function flipRows(
  bytes: Uint8Array | Uint8ClampedArray,
  width: number,
  height: number,
): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(width * height * 4);
  const row = width * 4;
  for (let y = 0; y < height; y++) out.set(bytes.subarray((height - 1 - y) * row, (height - y) * row), y * row);
  return out;
}

/** RGBA bytes of a target, top row first. */
export function readPixels(
  renderer: THREE.WebGLRenderer,
  target: THREE.WebGLRenderTarget,
  width: number,
  height: number,
): Uint8ClampedArray<ArrayBuffer> {
  const bytes = new Uint8Array(width * height * 4);
  renderer.readRenderTargetPixels(target, 0, 0, width, height, bytes);
  return flipRows(bytes, width, height);
}

/** The same without holding up the main thread while the graphics card works. */
export async function readPixelsAsync(
  renderer: THREE.WebGLRenderer,
  target: THREE.WebGLRenderTarget,
  width: number,
  height: number,
): Promise<Uint8ClampedArray<ArrayBuffer>> {
  const bytes = new Uint8Array(width * height * 4);
  await renderer.readRenderTargetPixelsAsync(target, 0, 0, width, height, bytes);
  return flipRows(bytes, width, height);
}
