/** Boxes that hold others on the way to a time of writing (ISO/IEC 14496-12, 8.1 to 8.4). */
const CONTAINERS = new Set(['moov', 'trak', 'mdia']);
/** Boxes that begin with a version, flags, and the times of creation and of the last change. */
const TIMED = new Set(['mvhd', 'tkhd', 'mdhd']);
const HEADER_BYTES = 8;

/**
 * Sets the times of writing of an MP4 to none, in place, so that the same film is the same bytes.
 * @param bytes a whole file; boxes that run beyond it are left alone
 */
export function dropMp4Times(bytes: Uint8Array): void {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const walk = (from: number, end: number): void => {
    for (let at = from; at + HEADER_BYTES <= end;) {
      const size = view.getUint32(at);
      const name = String.fromCharCode(...bytes.subarray(at + 4, at + HEADER_BYTES));
      // A size of 1 is written behind the name, in 64 bits: as large as that is the picture data alone.
      const length = size === 1 ? Number(view.getBigUint64(at + HEADER_BYTES)) : size === 0 ? end - at : size;
      if (length < HEADER_BYTES || at + length > end) return;
      if (CONTAINERS.has(name)) walk(at + HEADER_BYTES, at + length);
      if (TIMED.has(name)) {
        const first = at + HEADER_BYTES + 4;
        bytes.fill(0, first, Math.min(first + (bytes[at + HEADER_BYTES] === 1 ? 16 : 8), at + length));
      }
      at += length;
    }
  };
  walk(0, bytes.length);
}
