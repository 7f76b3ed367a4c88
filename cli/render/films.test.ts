import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { readdir } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { encode } from 'fast-png';
import { afterEach, beforeAll, describe, expect, it } from 'vitest';
import { premultiply, toUint16 } from '@/core/export/pictures';
import { checkFfmpeg, checkTarget, FILM_TARGETS, writeFilm } from './films';

/** DNxHR has no smaller pictures. */
const [WIDTH, HEIGHT, FRAMES, RATE] = [256, 128, 3, 25];

const folder = mkdtempSync(path.join(tmpdir(), 'calm-films-'));

/** A smooth picture that moves, open towards its right; encoded values of 0 to 1. */
function drawn(frame: number): Float32Array {
  const pixels = new Float32Array(4 * WIDTH * HEIGHT);
  for (let i = 0; i < WIDTH * HEIGHT; i++) {
    const [x, y] = [(i % WIDTH) / WIDTH, Math.floor(i / WIDTH) / HEIGHT];
    const wave = 0.5 + 0.5 * Math.sin(2 * Math.PI * (x + frame / FRAMES));
    pixels.set([wave, 0.2 + 0.6 * y, 1 - 0.7 * wave, 1 - 0.5 * x], 4 * i);
  }
  return pixels;
}

function frameFiles(hasOpacity: boolean): string[] {
  return Array.from({ length: FRAMES }, (_, frame) => {
    const pixels = drawn(frame);
    // As the browser writes what is over black.
    if (!hasOpacity) premultiply(pixels, 1);
    const file = path.join(folder, `${hasOpacity}-${frame}.png`);
    writeFileSync(file, encode({ width: WIDTH, height: HEIGHT, data: toUint16(pixels), depth: 16, channels: 4 }));
    return file;
  });
}

const frames = { open: [] as string[], closed: [] as string[] };
beforeAll(() => {
  frames.open = frameFiles(true);
  frames.closed = frameFiles(false);
});
afterEach(() => void delete process.env.FFMPEG);

const shown = (file: string, asked: string) =>
  JSON.parse(
    execFileSync('ffprobe', [
      ...['-v', 'error', '-select_streams', 'v', '-count_packets', '-show_entries', `stream=${asked}`],
      ...['-of', 'json', file],
    ]).toString(),
  ).streams[0] as Record<string, string>;

/** Pixels of a film as ffmpeg decodes it, RGBA bytes. */
const decoded = (file: string, ending: string) =>
  execFileSync(
    'ffmpeg',
    [
      ...['-v', 'error', ...(ending === 'webm' ? ['-c:v', 'libvpx-vp9'] : []), '-i', file],
      ...['-vf', 'scale=flags=accurate_rnd+full_chroma_int+bilinear', '-f', 'rawvideo', '-pix_fmt', 'rgba', '-'],
    ],
    { maxBuffer: 1e8 },
  );

describe.each(Object.entries(FILM_TARGETS))('a film for %s', (id, target) => {
  // This ffmpeg writes pictures that move, and does not read them.
  const isRead = id !== 'moving-webp';

  it('has the frames, the rate, the colours and the opacity that it was given', async () => {
    const out = path.join(folder, `${id}.${target.ending}`);
    await writeFilm(target, target.hasOpacity ? frames.open : frames.closed, RATE, out);
    expect((await readdir(folder)).filter((name) => name.includes('.part.'))).toEqual([]);
    if (!isRead) return;
    const about = shown(out, 'width,height,r_frame_rate,nb_read_packets,color_space,color_range');
    expect(about).toMatchObject({ width: WIDTH, height: HEIGHT, r_frame_rate: '25/1', nb_read_packets: '3' });
    if (target.options.includes('bt709')) expect(about).toMatchObject({ color_space: 'bt709', color_range: 'tv' });
    const bytes = decoded(out, target.ending);
    expect(bytes).toHaveLength(4 * WIDTH * HEIGHT * FRAMES);
    const errors = [0, 0];
    for (let frame = 0; frame < FRAMES; frame++) {
      const pixels = drawn(frame);
      if (!target.hasOpacity) premultiply(pixels, 1);
      for (let i = 0; i < pixels.length; i++) {
        const isOpacity = i % 4 === 3;
        const wanted = isOpacity && !target.hasOpacity ? 255 : 255 * pixels[i]!;
        errors[Number(isOpacity)]! += Math.abs(bytes[frame * pixels.length + i]! - wanted);
      }
    }
    const count = WIDTH * HEIGHT * FRAMES;
    expect(errors[0]! / (3 * count), 'colour, of 255').toBeLessThan(2);
    expect(errors[1]! / count, 'opacity, of 255').toBeLessThan(1);
  });

  it('takes no other ending, and no size that it cannot have', () => {
    const size = { width: WIDTH, height: HEIGHT };
    expect(() => checkTarget(target, `a.${target.ending}`, size)).not.toThrow();
    expect(() => checkTarget(target, 'a.xyz', size)).toThrow(`ends in .${target.ending}`);
    const odd = () => checkTarget(target, `a.${target.ending}`, { width: WIDTH + 1, height: HEIGHT });
    if (target.multiple > 1) expect(odd).toThrow('Set --size');
    else expect(odd).not.toThrow();
  });
});

describe('ffmpeg', () => {
  it('that is not there is asked for', async () => {
    await expect(checkFfmpeg()).resolves.toBeUndefined();
    process.env.FFMPEG = '/nowhere/ffmpeg';
    await expect(checkFfmpeg()).rejects.toThrow('apt-get install ffmpeg');
  });

  it('that fails says why, and leaves nothing half written', async () => {
    const broken = { ...FILM_TARGETS.ffv1!, options: ['-c:v', 'nothing-of-the-kind'] };
    const written = writeFilm(broken, frames.open, RATE, path.join(folder, 'broken.mkv'));
    await expect(written).rejects.toThrow(/ffmpeg did not write FFV1.*nothing-of-the-kind/);
    expect((await readdir(folder)).filter((name) => name.startsWith('broken'))).toEqual([]);
  });
});
