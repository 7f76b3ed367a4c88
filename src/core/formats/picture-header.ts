/** Picture files that can be imported. */
export type PictureType = 'image/png' | 'image/jpeg' | 'image/webp' | 'image/svg+xml' | 'image/vnd.radiance';

export interface PictureHeader {
  type: PictureType;
  /** Pixels; null where the file does not say (SVG). */
  size: { width: number; height: number } | null;
}

/** A picture that cannot be imported, in words. */
export class PictureError extends Error {
  override readonly name = 'PictureError';
}

/** Bytes of a picture file, pixels of a side and of all of it, beyond which it is refused. */
const PICTURE_LIMITS = { bytes: 48 * 1024 * 1024, side: 16_384, pixels: 100_000_000 } as const;

/** Longest side that is kept; larger pictures are made smaller when they come in. */
const SAVED_SIDE_PIXELS = 2048;

const ascii = (bytes: Uint8Array, at: number, length: number) =>
  String.fromCharCode(...bytes.subarray(at, at + length));

/** Bytes of a row of an .hdr at least: one pixel (G. Ward, "Real Pixels", Graphics Gems II, 1991). */
const MIN_ROW_BYTES = 4;

/**
 * Reads what a file is and how large, from its first bytes (PNG: ISO/IEC 15948; JPEG: ITU T.81;
 * WebP: RFC 9649; Radiance: the text header of its pictures).
 * @throws PictureError for anything else, and for files that are too large or cut off.
 */
export function readHeader(bytes: Uint8Array): PictureHeader {
  if (bytes.length > PICTURE_LIMITS.bytes)
    throw new PictureError(
      `This picture has ${Math.round(bytes.length / 1048576)} MB; at most ` +
        `${PICTURE_LIMITS.bytes / 1048576} MB can be imported. Make it smaller first.`,
    );
  const header = sniff(bytes);
  if (header.size) checkSize(header.size);
  // Before a decoder makes room for all of its rows.
  if (header.type === 'image/vnd.radiance' && bytes.length < MIN_ROW_BYTES * header.size!.height)
    throw new PictureError('This .hdr ends long before its last row: it was cut short. Save it again.');
  return header;
}

function sniff(bytes: Uint8Array): PictureHeader {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  try {
    if (ascii(bytes, 1, 3) === 'PNG')
      return { type: 'image/png', size: { width: view.getUint32(16), height: view.getUint32(20) } };
    if (bytes[0] === 0xff && bytes[1] === 0xd8) return { type: 'image/jpeg', size: jpegSize(view) };
    if (ascii(bytes, 0, 4) === 'RIFF' && ascii(bytes, 8, 4) === 'WEBP')
      return { type: 'image/webp', size: webpSize(bytes, view) };
    if (ascii(bytes, 0, 2) === '#?') return { type: 'image/vnd.radiance', size: radianceSize(bytes) };
  } catch (error) {
    if (error instanceof RangeError)
      throw new PictureError('This picture is cut off: its header is not complete. Save it again where it comes from.');
    throw error;
  }
  if (beginsAsSvg(new TextDecoder().decode(bytes.subarray(0, 4096)))) return { type: 'image/svg+xml', size: null };
  throw new PictureError(
    'This is not a picture that can be read here. Use PNG, JPEG, WebP, SVG, or .hdr for surroundings.',
  );
}

function checkSize({ width, height }: { width: number; height: number }): void {
  if (width < 1 || height < 1) throw new PictureError('This picture has no pixels.');
  if (Math.max(width, height) > PICTURE_LIMITS.side || width * height > PICTURE_LIMITS.pixels) {
    throw new PictureError(
      `This picture has ${width.toLocaleString('en')} x ${height.toLocaleString('en')} pixels; at ` +
        `most ${PICTURE_LIMITS.side.toLocaleString('en')} a side and ${PICTURE_LIMITS.pixels / 1e6} ` +
        'million in all can be imported. Make it smaller first.',
    );
  }
}

/** Walks the segments up to the frame header. */
function jpegSize(view: DataView): { width: number; height: number } {
  for (let at = 2; ; at += 2 + view.getUint16(at + 2)) {
    const marker = view.getUint8(at + 1);
    const frame = marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;
    if (frame) return { width: view.getUint16(at + 7), height: view.getUint16(at + 5) };
  }
}

function webpSize(bytes: Uint8Array, view: DataView): { width: number; height: number } {
  switch (ascii(bytes, 12, 4)) {
    case 'VP8 ':
      return { width: view.getUint16(26, true) & 0x3fff, height: view.getUint16(28, true) & 0x3fff };
    case 'VP8L': {
      const bits = view.getUint32(21, true);
      return { width: (bits & 0x3fff) + 1, height: ((bits >>> 14) & 0x3fff) + 1 };
    }
    default: {
      const three = (at: number) => view.getUint16(at, true) + (view.getUint8(at + 2) << 16) + 1;
      return { width: three(24), height: three(27) };
    }
  }
}

/** The line of the size; comments and settings stand in lines of their own. */
function radianceSize(bytes: Uint8Array): { width: number; height: number } {
  for (const line of ascii(bytes, 0, Math.min(bytes.length, 4096)).split('\n')) {
    const found = /^\s*[-+]Y +(\d{1,7}) +[-+]X +(\d{1,7})\s*$/.exec(line);
    if (found) return { width: Number(found[2]), height: Number(found[1]) };
  }
  throw new PictureError('This .hdr says no size in its header. Save it again where it comes from.');
}

/** What may stand before the picture of an SVG file, and what ends each. */
const BEFORE_SVG = [
  ['<?', '?>'],
  ['<!--', '-->'],
  ['<!DOCTYPE svg', '>'],
] as const;

/** Does a text begin an SVG, past blanks, comments and declarations? Each letter is looked at once. */
function beginsAsSvg(text: string): boolean {
  for (let rest = text.trimStart(); ;) {
    if (/^<svg[\s>]/i.test(rest)) return true;
    const passed = BEFORE_SVG.find(([begin]) => rest.slice(0, begin.length).toLowerCase() === begin.toLowerCase());
    const end = passed ? rest.indexOf(passed[1], passed[0].length) : -1;
    if (end < 0) return false;
    rest = rest.slice(end + passed![1].length).trimStart();
  }
}

/** Size at which a picture is kept: as it is, or brought down to the longest side. */
export function storedSize({ width, height }: { width: number; height: number }): { width: number; height: number } {
  const factor = Math.min(1, SAVED_SIDE_PIXELS / Math.max(width, height));
  return { width: Math.max(1, Math.round(width * factor)), height: Math.max(1, Math.round(height * factor)) };
}
