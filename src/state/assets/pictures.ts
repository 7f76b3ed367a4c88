import type { Panorama } from '@/core/assets/panorama';
import { assetId, fromBase64, toBase64 } from '@/core/formats/base64';
import { storedSize, PictureError, readHeader, type PictureHeader } from '@/core/formats/picture-header';
import { SVG_WEIGHT_LIMITS, svgWeight } from '@/core/formats/svg-weight';
import type { Pixels } from '@/core/glsl';
import type { Asset } from '@/core/piece/types';
import { readPanorama } from '@/workers/panorama-reading';
import { notify } from '../panels/notify';
import { addAsset, type AssetKind } from './asset-kind';

const HDR_TYPE = 'image/vnd.radiance';
/** Longest side to which an SVG is drawn, in pixels. */
const DRAWN_SIDE_PIXELS = 1024;

interface RasterPicture {
  pixels: Pixels;
  canvas: OffscreenCanvas;
}

/** An `<img>` neither runs scripts nor loads anything from elsewhere, so a stranger's SVG is only drawn. */
async function drawSvg(blob: Blob): Promise<{ source: HTMLImageElement; width: number; height: number }> {
  const { drawn, filters } = svgWeight(await blob.text());
  if (drawn > SVG_WEIGHT_LIMITS.drawn || filters > SVG_WEIGHT_LIMITS.filters)
    throw new PictureError('This SVG draws more than can be drawn here. Save it as a PNG where it comes from.');
  const url = URL.createObjectURL(blob);
  try {
    const image = new Image();
    image.src = url;
    await image.decode();
    const [w, h] = [image.naturalWidth || 512, image.naturalHeight || 512];
    const factor = DRAWN_SIDE_PIXELS / Math.max(w, h);
    return { source: image, width: Math.max(1, Math.round(w * factor)), height: Math.max(1, Math.round(h * factor)) };
  } finally {
    URL.revokeObjectURL(url);
  }
}

async function draw(bytes: Uint8Array<ArrayBuffer>, { type, size }: PictureHeader): Promise<RasterPicture> {
  const blob = new Blob([bytes], { type });
  try {
    const kept = size && storedSize(size);
    const { source, width, height } = kept
      ? {
          source: await createImageBitmap(blob, {
            resizeWidth: kept.width,
            resizeHeight: kept.height,
            resizeQuality: 'high',
            premultiplyAlpha: 'none',
          }),
          ...kept,
        }
      : await drawSvg(blob);
    const canvas = new OffscreenCanvas(width, height);
    const context = canvas.getContext('2d', { willReadFrequently: true })!;
    context.drawImage(source, 0, 0, width, height);
    if ('close' in source) source.close();
    return { canvas, pixels: { width, height, data: context.getImageData(0, 0, width, height).data } };
  } catch (error) {
    if (error instanceof PictureError) throw error;
    throw new PictureError('This picture is broken: the browser cannot draw it. Save it again where it comes from.');
  }
}

/** The pixels of a .hdr. @throws PictureError */
async function drawPanorama(bytes: Uint8Array<ArrayBuffer>): Promise<Panorama> {
  try {
    const panorama = await readPanorama(bytes);
    const said = readHeader(bytes).size;
    if (said?.width !== panorama.width || said.height !== panorama.height)
      throw new Error('another size than its header says');
    return panorama;
  } catch {
    throw new PictureError('This .hdr is broken: its pixels cannot be read. Save it again where it comes from.');
  }
}

/**
 * Takes a picture file in: checks it, brings it down to a size that can be kept, and makes it
 * an asset of a piece.
 * @throws PictureError in words
 */
export async function importPicture(file: File): Promise<Asset> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  const header = readHeader(bytes);
  const name = file.name.slice(0, 80) || 'picture';
  if (header.type === HDR_TYPE) {
    const id = await assetId(bytes);
    await addAsset(id, { panorama: await drawPanorama(bytes) });
    return { id, name, type: header.type, data: toBase64(bytes) };
  }
  const { canvas, pixels } = await draw(bytes, header);
  const asIs = header.size !== null && header.size.width === pixels.width && header.size.height === pixels.height;
  // What was scaled down, and what might hold scripts, is kept as plain pixels.
  const kept = asIs
    ? bytes
    : new Uint8Array(
        await (
          await canvas.convertToBlob({ type: header.type === 'image/jpeg' ? 'image/webp' : 'image/png', quality: 0.92 })
        ).arrayBuffer(),
      );
  const type = asIs ? header.type : readHeader(kept).type;
  const id = await assetId(kept);
  await addAsset(id, { pixels });
  if (header.size && !asIs)
    notify(
      'info',
      `"${name}" has ${header.size.width.toLocaleString('en')} x ` +
        `${header.size.height.toLocaleString('en')} pixels; it is kept at ` +
        `${pixels.width.toLocaleString('en')} x ${pixels.height.toLocaleString('en')}.`,
    );
  return { id, name, type, data: toBase64(kept) };
}

export const PICTURES: AssetKind = {
  name: 'picture',
  instead: 'Where it is used, grey stands in for it.',
  holds: () => true,
  async decode({ data }) {
    const bytes = fromBase64(data);
    const header = readHeader(bytes);
    if (header.type === HDR_TYPE) return { panorama: await drawPanorama(bytes) };
    return { pixels: (await draw(bytes, header)).pixels };
  },
};
