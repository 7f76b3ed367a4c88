import type * as THREE from 'three';

/** Numbers of pixels, four each. */
type PixelArray = Uint8ClampedArray<ArrayBuffer> | Float32Array<ArrayBuffer>;

/** Rows from the bottom up, as the graphics card has them, turned top first, into `out` of the same length. */
export function flipRows<Out extends PixelArray>(
  pixels: ArrayLike<number> & { subarray: (from: number, to: number) => ArrayLike<number> },
  width: number,
  out: Out,
): Out {
  const row = width * 4;
  for (let from = pixels.length - row, to = 0; from >= 0; from -= row, to += row)
    out.set(pixels.subarray(from, from + row), to);
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
  return flipRows(bytes, width, new Uint8ClampedArray(bytes.length));
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
  return flipRows(bytes, width, new Uint8ClampedArray(bytes.length));
}

/** The same of a target of floats, as they are. */
export async function readFloatsAsync(
  renderer: THREE.WebGLRenderer,
  target: THREE.WebGLRenderTarget,
  width: number,
  height: number,
): Promise<Float32Array<ArrayBuffer>> {
  const floats = new Float32Array(width * height * 4);
  await renderer.readRenderTargetPixelsAsync(target, 0, 0, width, height, floats);
  return flipRows(floats, width, new Float32Array(floats.length));
}
