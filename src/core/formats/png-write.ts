import { zlibSync } from 'fflate';

const CRC = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c >>> 0;
});

function chunk(name: string, data: Uint8Array): Uint8Array {
  const out = new Uint8Array(12 + data.length);
  const view = new DataView(out.buffer);
  view.setUint32(0, data.length);
  for (let i = 0; i < 4; i++) out[4 + i] = name.charCodeAt(i);
  out.set(data, 8);
  let crc = 0xffffffff;
  for (let i = 4; i < 8 + data.length; i++) crc = CRC[(crc ^ out[i]!) & 255]! ^ (crc >>> 8);
  view.setUint32(8 + data.length, (crc ^ 0xffffffff) >>> 0);
  return out;
}

/** RGBA bytes, top row first, as a PNG file (ISO/IEC 15948: colour type 6, every row with filter 2, up). */
export function writePng(pixels: ArrayLike<number>, width: number, height: number): Uint8Array<ArrayBuffer> {
  const row = width * 4;
  const lines = new Uint8Array((row + 1) * height);
  for (let y = 0; y < height; y++) {
    lines[y * (row + 1)] = 2;
    for (let i = 0; i < row; i++)
      lines[y * (row + 1) + 1 + i] = pixels[y * row + i]! - (y > 0 ? pixels[(y - 1) * row + i]! : 0);
  }
  const head = new Uint8Array(13);
  const view = new DataView(head.buffer);
  view.setUint32(0, width);
  view.setUint32(4, height);
  head.set([8, 6, 0, 0, 0], 8);
  const parts = [
    new Uint8Array([137, 80, 78, 71, 13, 10, 26, 10]),
    chunk('IHDR', head),
    chunk('IDAT', zlibSync(lines, { level: 6 })),
    chunk('IEND', new Uint8Array(0)),
  ];
  const out = new Uint8Array(parts.reduce((n, p) => n + p.length, 0));
  let at = 0;
  for (const part of parts) {
    out.set(part, at);
    at += part.length;
  }
  return out;
}
