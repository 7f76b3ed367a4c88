/** Boxes that hold others on the way to a time of writing (ISO/IEC 14496-12, 8.1 to 8.4). */
const CONTAINERS = new Set(['moov', 'trak', 'mdia']);
/** Boxes that begin with a version, flags, and the times of creation and of the last change. */
const TIMED = new Set(['mvhd', 'tkhd', 'mdhd']);
const HEADER_BYTES = 8;
const LARGE_HEADER_BYTES = 16;

/** What is read and written in place, by bytes from the beginning. */
interface Bytes {
  /** As many as there are, at most `length`. */
  read: (at: number, length: number) => Uint8Array<ArrayBuffer>;
  write: (bytes: Uint8Array<ArrayBuffer>, at: number) => void;
}

/**
 * Sets the times of writing of an MP4 to none, in place, so that the same film is the same bytes.
 * @param file a whole one; boxes that run beyond it are left alone
 */
export function dropMp4Times(file: Bytes): void {
  for (let at = 0; ;) {
    const box = boxAt(file.read(at, LARGE_HEADER_BYTES), 0, Infinity);
    // What runs to the end of the file is the picture data.
    if (!box || box.length === Infinity) return;
    if (CONTAINERS.has(box.name)) {
      const bytes = file.read(at, box.length);
      dropTimes(bytes, 0, bytes.length);
      file.write(bytes, at);
    }
    at += box.length;
  }
}

/** The box that begins at a place of bytes; null where there is none, or it runs beyond `end`. */
function boxAt(bytes: Uint8Array, at: number, end: number): { name: string; length: number } | null {
  if (at + HEADER_BYTES > Math.min(end, bytes.length)) return null;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const size = view.getUint32(at);
  const name = String.fromCharCode(...bytes.subarray(at + 4, at + HEADER_BYTES));
  // A size of 1 is written behind the name, in 64 bits: as large as that is the picture data alone.
  const isLarge = size === 1 && at + LARGE_HEADER_BYTES <= bytes.length;
  const length = isLarge ? Number(view.getBigUint64(at + HEADER_BYTES)) : size === 0 ? end - at : size;
  return length < HEADER_BYTES || at + length > end ? null : { name, length };
}

function dropTimes(bytes: Uint8Array, from: number, end: number): void {
  for (let at = from, box = boxAt(bytes, at, end); box; box = boxAt(bytes, at, end)) {
    const inside = at + HEADER_BYTES;
    if (CONTAINERS.has(box.name)) dropTimes(bytes, inside, at + box.length);
    if (TIMED.has(box.name)) {
      const first = inside + 4;
      bytes.fill(0, first, Math.min(first + (bytes[inside] === 1 ? 16 : 8), at + box.length));
    }
    at += box.length;
  }
}
