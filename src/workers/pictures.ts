import { PICTURE_FILES, premultiply, toUint16, unpremultiply, type Opacity } from '@/core/export/pictures';
import type { PictureFormat } from '@/core/export/pictures';

/** How the file of one picture is written. */
export interface PictureJob {
  format: PictureFormat;
  /** Pixels. */
  width: number;
  height: number;
  opacity: Opacity;
  /** Of what loses some: 0 to 1. */
  quality: number;
}

export type FilePixels = Uint8ClampedArray<ArrayBuffer> | Float32Array<ArrayBuffer>;

/**
 * A picture as a file of its format.
 * @param pixels RGBA, top row first, of the kind that `PICTURE_FILES` names; they may be changed
 */
export function encodePicture(pixels: FilePixels, job: PictureJob): Promise<Uint8Array<ArrayBuffer>> {
  const { opacities } = PICTURE_FILES[job.format];
  if (pixels instanceof Float32Array) return job.format === 'exr' ? encodeExr(pixels, job) : encodePng16(pixels, job);
  const isOpen = pixels.some((v, i) => i % 4 === 3 && v < 255);
  if (isOpen && (opacities.length === 0 || job.opacity === 'premultiplied')) premultiply(pixels, 255);
  if (isOpen && opacities.length === 0) for (let i = 3; i < pixels.length; i += 4) pixels[i] = 255;
  // A canvas keeps colours multiplied by their opacity, so that what is open would come back changed.
  return isOpen && job.format === 'png' ? encodeOpenPng(pixels, job) : encodeByBrowser(pixels, job);
}

async function encodeByBrowser(
  pixels: Uint8ClampedArray<ArrayBuffer>,
  { format, width, height, quality }: PictureJob,
): Promise<Uint8Array<ArrayBuffer>> {
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')!.putImageData(new ImageData(pixels, width, height), 0, 0);
  const { mime, name } = PICTURE_FILES[format];
  const blob = await canvas.convertToBlob({ type: mime, quality });
  // A browser that has no encoder for it writes a PNG instead, without a word.
  if (blob.type !== mime) throw new Error(`This browser cannot write ${name}. Take PNG instead.`);
  return new Uint8Array(await blob.arrayBuffer());
}

async function encodeOpenPng(
  data: Uint8ClampedArray<ArrayBuffer>,
  { width, height }: PictureJob,
): Promise<Uint8Array<ArrayBuffer>> {
  const { encode } = await import('fast-png');
  return new Uint8Array(encode({ width, height, data, channels: 4 }));
}

async function encodePng16(
  pixels: Float32Array,
  { width, height, opacity }: PictureJob,
): Promise<Uint8Array<ArrayBuffer>> {
  if (opacity === 'premultiplied') premultiply(pixels, 1);
  const { encode } = await import('fast-png');
  return new Uint8Array(encode({ width, height, data: toUint16(pixels), depth: 16, channels: 4 }));
}

/** Half floats of linear light with the primaries of BT.709, which an OpenEXR file means where it names none. */
async function encodeExr(
  pixels: Float32Array<ArrayBuffer>,
  { width, height, opacity }: PictureJob,
): Promise<Uint8Array<ArrayBuffer>> {
  if (opacity === 'straight') unpremultiply(pixels);
  const [three, { EXRExporter, ZIP_COMPRESSION }] = await Promise.all([
    import('three'),
    import('three/addons/exporters/EXRExporter.js'),
  ]);
  const rows = 4 * width;
  // Textures begin with their lowest row.
  const turned = new Float32Array(pixels.length);
  for (let y = 0; y < height; y++) turned.set(pixels.subarray(y * rows, (y + 1) * rows), (height - 1 - y) * rows);
  const texture = new three.DataTexture(turned, width, height, three.RGBAFormat, three.FloatType);
  const written = await new EXRExporter().parse(texture, { type: three.HalfFloatType, compression: ZIP_COMPRESSION });
  return new Uint8Array(written);
}
