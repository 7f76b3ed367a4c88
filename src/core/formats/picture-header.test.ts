import { PNG } from 'pngjs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SAMPLE_PICTURES } from '@/demo/pictures';
import { fromBase64, toBase64 } from './base64';
import { storedSize, PictureError, readHeader } from './picture-header';
import { writePng } from './png-write';

const bytes = (...parts: (string | number[])[]) =>
  Uint8Array.from(parts.flatMap((p) => (typeof p === 'string' ? [...p].map((c) => c.charCodeAt(0)) : p)));
const png = (width: number, height: number) =>
  bytes([137], 'PNG', [13, 10, 26, 10, 0, 0, 0, 13], 'IHDR', [
    width >>> 24,
    (width >> 16) & 255,
    (width >> 8) & 255,
    width & 255,
    height >>> 24,
    (height >> 16) & 255,
    (height >> 8) & 255,
    height & 255,
  ]);

describe('picture files', () => {
  it.each([
    ['PNG', png(640, 360), 'image/png', 640, 360],
    [
      'JPEG',
      bytes([0xff, 0xd8, 0xff, 0xe0, 0, 4, 0, 0, 0xff, 0xc2, 0, 11, 8, 1, 104, 2, 128, 3]),
      'image/jpeg',
      640,
      360,
    ],
    [
      'WebP, lossy',
      bytes('RIFF', [0, 0, 0, 0], 'WEBPVP8 ', [0, 0, 0, 0, 0, 0, 0, 0x9d, 1, 0x2a, 128, 2, 104, 1]),
      'image/webp',
      640,
      360,
    ],
    [
      'WebP, lossless',
      bytes('RIFF', [0, 0, 0, 0], 'WEBPVP8L', [0, 0, 0, 0, 0x2f, 0x7f, 0xc2, 0x59, 0]),
      'image/webp',
      640,
      360,
    ],
    [
      'WebP, extended',
      bytes('RIFF', [0, 0, 0, 0], 'WEBPVP8X', [10, 0, 0, 0, 0, 0, 0, 0, 127, 2, 0, 103, 1, 0]),
      'image/webp',
      640,
      360,
    ],
    ['Radiance', bytes(`#?RADIANCE\n\n-Y 360 +X 640\n${'....'.repeat(360)}`), 'image/vnd.radiance', 640, 360],
  ])('%s says its size', (_, file, type, width, height) => {
    expect(readHeader(file)).toEqual({ type, size: { width, height } });
  });

  it('SVG is known by its text', () => {
    expect(
      readHeader(bytes('<?xml version="1.0"?>\n<!-- a sign -->\n<svg xmlns="http://www.w3.org/2000/svg"/>')),
    ).toEqual({ type: 'image/svg+xml', size: null });
  });

  it('SVG is known behind any number of comments, in one go', () => {
    // Tried in all ways, 28 of these took 13 seconds, and each more doubled that.
    const comments = '<!---->'.repeat(400);
    expect(readHeader(bytes(`${comments}<svg/>`.replace('<svg/>', '<svg >'))).type).toBe('image/svg+xml');
    expect(() => readHeader(bytes(comments))).toThrow(PictureError);
    expect(() => readHeader(bytes(`${'<!-- '.repeat(800)}`))).toThrow(PictureError);
    expect(
      readHeader(bytes('<!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "x">\n<!-- a -->\n<?xml-stylesheet?><SVG>'))
        .type,
    ).toBe('image/svg+xml');
  });

  it('the size of an .hdr comes from its own line, not from a comment', () => {
    const header = '#?RADIANCE\n# -Y 1 +X 1\nEXPOSURE=1\nnote -Y 2 +X 2\n\n-Y 360 +X 640\n';
    expect(readHeader(bytes(header + '....'.repeat(360))).size).toEqual({ width: 640, height: 360 });
    // A header that claims rows of which the file has no bytes is refused before room is made for them.
    expect(() => readHeader(bytes(`${header}....`))).toThrow(/ends long before its last row/);
    expect(() => readHeader(bytes('#?RADIANCE\n# -Y 1 +X 1\n\n-Y 99999 +X 99999\n'))).toThrow(/99,999 x 99,999/);
    expect(() => readHeader(bytes('#?RADIANCE\n# -Y 1 +X 1\n'))).toThrow(/no size/);
  });

  it.each([
    ['too many pixels', png(12_000, 12_000), /12,000 x 12,000 pixels/],
    ['too long a side', png(40_000, 10), /at most 16,384 a side/],
    ['no pixels', png(0, 5), /no pixels/],
    ['cut off', png(640, 360).slice(0, 18), /cut off/],
    ['text', bytes('hello there'), /not a picture/],
    ['a page', bytes('<html><svg></svg></html>'), /not a picture/],
    ['nothing', bytes(), /not a picture/],
    ['an .hdr without size', bytes('#?RADIANCE\n\n'), /no size/],
  ])('%s is refused in words', (_, file, message) => {
    expect(() => readHeader(file)).toThrow(PictureError);
    expect(() => readHeader(file)).toThrow(message);
  });

  it('answers any bytes with a header or a PictureError', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(png(3, 3), bytes([0xff, 0xd8, 0xff]), bytes('RIFF0000WEBP'), bytes('#?')),
        fc.uint8Array({ maxLength: 80 }),
        (head, tail) => {
          try {
            readHeader(Uint8Array.from([...head, ...tail]));
          } catch (error) {
            expect(error).toBeInstanceOf(PictureError);
          }
        },
      ),
    );
  });

  it('large pictures are kept at 2,048 pixels a side', () => {
    expect(storedSize({ width: 12_000, height: 6_000 })).toEqual({ width: 2048, height: 1024 });
    expect(storedSize({ width: 16_000, height: 1 })).toEqual({ width: 2048, height: 1 });
    expect(storedSize({ width: 300, height: 200 })).toEqual({ width: 300, height: 200 });
  });
});

it('our own PNGs are read by another reader, byte for byte', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 9 }),
      fc.integer({ min: 1, max: 9 }),
      fc.infiniteStream(fc.nat(255)),
      (w, h, stream) => {
        const pixels = Array.from({ length: w * h * 4 }, () => stream.next().value as number);
        const read = PNG.sync.read(Buffer.from(writePng(pixels, w, h)));
        expect([read.width, read.height, ...read.data]).toEqual([w, h, ...pixels]);
      },
    ),
    { numRuns: 30 },
  );
  const sample = PNG.sync.read(Buffer.from(SAMPLE_PICTURES.find((s) => s.id === 'test-card')!.make()));
  expect(sample.width).toBe(256);
});

it('base64 comes back', () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 200 }), (b) => {
      expect([...fromBase64(toBase64(b))]).toEqual([...b]);
    }),
  );
});
