import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dropMp4Times } from './mp4-times';

const box = (name: string, ...content: (number | number[])[]): number[] => {
  const body = content.flat();
  const size = body.length + 8;
  return [0, 0, size >> 8, size & 255, ...[...name].map((c) => c.charCodeAt(0)), ...body];
};
const times = (t: number) => [0, 0, 0, t, 0, 0, 0, t + 1];
const film = (t: number) =>
  Uint8Array.from([
    ...box('ftyp', [1, 2, 3, 4]),
    ...box(
      'moov',
      box('mvhd', [0, 0, 0, 0], times(t), [9, 9]),
      box(
        'trak',
        box('tkhd', [0, 0, 0, 3], times(t), [7]),
        box('mdia', box('mdhd', [1, 0, 0, 0], times(t), times(t), [5])),
      ),
    ),
    ...box('mdat', times(t)),
  ]);

/** Drops the times of bytes. */
const drop = (bytes: Uint8Array) =>
  dropMp4Times({
    read: (at, length) => bytes.slice(at, at + length),
    write: (part, at) => bytes.set(part, at),
  });

describe('files of exports', () => {
  it('of films hold no time of writing; what else is in them stays', () => {
    const [a, b] = [film(3), film(200)];
    for (const bytes of [a, b]) drop(bytes);
    // The picture data of the two differ, as they were made to.
    expect(a.subarray(0, -8)).toEqual(b.subarray(0, -8));
    expect([...a].filter((v) => v === 9)).toHaveLength(2);
    expect([...a.subarray(-8)]).toEqual(times(3));
  });

  it('that are no films are left as they are', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 64 }), (bytes) => {
        const before = bytes.slice();
        drop(bytes);
        expect(bytes.length).toBe(before.length);
      }),
    );
  });
});
