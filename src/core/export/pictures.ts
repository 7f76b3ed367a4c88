/** Files of one picture that are written. */
export type PictureFormat = 'png' | 'png16' | 'exr' | 'jpeg' | 'webp';

/** Is colour multiplied by opacity in the file? */
export type Opacity = 'straight' | 'premultiplied';

export interface PictureFileType {
  name: string;
  /** What the names of its files end in. */
  ending: string;
  mime: string;
  /** What it is written from: see `PixelsByKind`. */
  pixels: 'bytes' | 'encoded' | 'light';
  /** How it can hold opacity, the usual way first; none for what is opaque: there the picture is over black. */
  opacities: readonly Opacity[];
  /** It is smaller the lower its quality is. */
  lossy: boolean;
}

export const PICTURE_FILES: Record<PictureFormat, PictureFileType> = {
  png: {
    name: 'PNG, 8 bits',
    ending: 'png',
    mime: 'image/png',
    pixels: 'bytes',
    opacities: ['straight', 'premultiplied'],
    lossy: false,
  },
  png16: {
    name: 'PNG, 16 bits',
    ending: 'png',
    mime: 'image/png',
    pixels: 'encoded',
    opacities: ['straight', 'premultiplied'],
    lossy: false,
  },
  exr: {
    name: 'OpenEXR, linear light',
    ending: 'exr',
    mime: 'image/x-exr',
    pixels: 'light',
    opacities: ['premultiplied', 'straight'],
    lossy: false,
  },
  jpeg: { name: 'JPEG', ending: 'jpg', mime: 'image/jpeg', pixels: 'bytes', opacities: [], lossy: true },
  webp: { name: 'WebP', ending: 'webp', mime: 'image/webp', pixels: 'bytes', opacities: ['straight'], lossy: true },
};

export const PICTURE_FORMATS = Object.keys(PICTURE_FILES) as PictureFormat[];

/**
 * RGBA pixels with their colour multiplied by their opacity, in place: as it stands, so of encoded values the product
 * is of those. @param whole what stands for full opacity, 1 or 255
 */
export function premultiply(pixels: Uint8ClampedArray | Float32Array, whole: number): void {
  for (let i = 0; i < pixels.length; i += 4) {
    const share = pixels[i + 3]! / whole;
    if (share !== 1) for (let c = i; c < i + 3; c++) pixels[c] = pixels[c]! * share;
  }
}

/** The other way round, in place; what is open all through has no colour. */
export function unpremultiply(pixels: Float32Array): void {
  for (let i = 0; i < pixels.length; i += 4) {
    const share = pixels[i + 3]!;
    if (share !== 1) for (let c = i; c < i + 3; c++) pixels[c] = share > 0 ? pixels[c]! / share : 0;
  }
}

/** The opacity of RGBA bytes as their grey, in place; nothing of them stays open. */
export function toMatte(pixels: Uint8ClampedArray): void {
  for (let i = 0; i < pixels.length; i += 4) {
    pixels[i] = pixels[i + 1] = pixels[i + 2] = pixels[i + 3]!;
    pixels[i + 3] = 255;
  }
}

/** Numbers of 0 to 1 as whole numbers of 16 bits; what is none counts as 0. */
export function toUint16(values: Float32Array): Uint16Array {
  const out = new Uint16Array(values.length);
  for (let i = 0; i < values.length; i++) {
    const v = values[i]!;
    out[i] = v > 0 ? Math.round(65535 * Math.min(v, 1)) : 0;
  }
  return out;
}
