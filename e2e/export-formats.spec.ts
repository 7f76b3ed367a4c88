import { expect, type Download, type Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import { readFile } from 'node:fs/promises';
import { PNG } from 'pngjs';
import { toEncoded } from '@/core/colour';
import { PICTURE_FORMATS, type PictureFormat } from '@/core/export/pictures';
import { toBase64 } from '@/core/formats/base64';
import { writeWav } from '@/core/formats/wav';
import { addStep, setLoop, setSound } from '@/core/piece/edit';
import type { Piece } from '@/core/piece/types';
import { inWorkbench, openPiece, smallStarter, taken, unzippedFrames } from './artist';
import { decodedFilm, decodedOpenFilm, decodedPicture, decodedSound, filmDifference, probe, stored } from './films';
import { test } from './lasting-page';

/** How exported pictures are drawn and written; independent readers say what is in the files. */

const [WIDTH, HEIGHT, FRAMES] = [64, 36, 12];

async function openExport(
  page: Page,
  piece: Piece = smallStarter('tidewater-veil', WIDTH, HEIGHT, FRAMES),
): Promise<void> {
  await openPiece(page, piece);
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Export' }).click();
}

const take = (page: Page, name: string) =>
  taken(page, () => page.getByRole('button', { name: `Export the ${name}` }).click());

const choose = (page: Page, label: string, option: string) =>
  page.getByLabel(label, { exact: true }).selectOption({ label: option });

async function typed(page: Page, label: string, value: number): Promise<void> {
  await page.getByLabel(label, { exact: true }).fill(String(value));
  await page.keyboard.press('Tab');
}

/** What an independent reader makes of each format, as bytes of RGB, and how far they may lie off those of the PNG. */
const READ: Record<PictureFormat, { pixels: string; byte: (data: Buffer, i: number) => number; off: number }> = {
  png: { pixels: 'rgb24', byte: (data, i) => data[i]!, off: 0 },
  png16: { pixels: 'rgb48le', byte: (data, i) => data.readUInt16LE(2 * i) / 257, off: 0.26 },
  exr: { pixels: 'rgb48le', byte: (data, i) => data.readUInt16LE(2 * i) / 257, off: 0.6 },
  jpeg: { pixels: 'rgb24', byte: (data, i) => data[i]!, off: 5 },
  webp: { pixels: 'rgb24', byte: (data, i) => data[i]!, off: 5 },
};

test('a still in every format is the same picture to another reader', async ({ page }, info) => {
  await openExport(page);
  const still = PNG.sync.read((await take(page, 'Still')).bytes);
  for (const format of PICTURE_FORMATS) {
    await page.getByLabel('Format of stills and frames').selectOption(format);
    const { name, bytes } = await take(page, 'Still');
    const file = stored(info.outputPath(name), bytes);
    expect(probe(file)).toMatchObject({ width: WIDTH, height: HEIGHT });
    const { pixels, byte, off } = READ[format];
    const data = decodedPicture(file, pixels);
    let sum = 0;
    for (let i = 0; i < 3 * WIDTH * HEIGHT; i++) {
      const value = byte(data, i);
      const shown = format === 'exr' ? 255 * toEncoded(value / 255) : value;
      sum += Math.abs(shown - still.data[4 * Math.floor(i / 3) + (i % 3)]!);
    }
    expect(sum / (3 * WIDTH * HEIGHT), format).toBeLessThanOrEqual(off);
  }
});

/** A piece whose background is open. */
function openStarter(): Piece {
  const piece = smallStarter('tidewater-veil', WIDTH, HEIGHT, FRAMES);
  const stage = piece.strands.find((s) => s.kind === 'stage')!;
  return addStep(piece, stage.id, stage.steps.length, 'stage.background', { style: 'transparent' });
}

test('a picture that is open keeps its opacity, straight or premultiplied', async ({ page }, info) => {
  await openExport(page, openStarter());
  const straight = PNG.sync.read((await take(page, 'Still')).bytes);
  const opacities = new Set(straight.data.filter((_, i) => i % 4 === 3));
  expect(opacities.has(0) && opacities.has(255) && opacities.size > 2).toBe(true);
  await choose(page, 'Opacity', 'Premultiplied opacity');
  const multiplied = PNG.sync.read((await take(page, 'Still')).bytes);
  straight.data.forEach((v, i) => {
    const share = i % 4 === 3 ? 1 : straight.data[i - (i % 4) + 3]! / 255;
    expect(Math.abs(multiplied.data[i]! - v * share)).toBeLessThanOrEqual(0.51);
  });
  await choose(page, 'Format of stills and frames', 'OpenEXR, linear light');
  const { name, bytes } = await take(page, 'Still');
  const light = decodedPicture(stored(info.outputPath(name), bytes), 'gbrapf32le');
  const pixels = WIDTH * HEIGHT;
  for (let i = 0; i < pixels; i++)
    expect(light.readFloatLE(4 * (3 * pixels + i))).toBeCloseTo(straight.data[4 * i + 3]! / 255, 2);
});

test('a film keeps the opacity of its frames where it can, and has a matte beside it elsewhere', async ({
  page,
}, info) => {
  await openExport(page, openStarter());
  const frames = Object.values(unzippedFrames((await take(page, 'Frames')).bytes)).map(
    (bytes) => PNG.sync.read(Buffer.from(bytes)).data,
  );
  const straight = Buffer.concat(frames);
  const pixels = straight.length / 4;
  /** Mean difference of bytes of a film from those of the frames, over the pixels that count. */
  const off = (
    shown: (pixel: number, channel: number) => number,
    wanted: typeof shown,
    counts: (pixel: number) => boolean = () => true,
  ) => {
    let [sum, n] = [0, 0];
    for (let i = 0; i < pixels; i++)
      if (counts(i)) for (let c = 0; c < 3; c++, n++) sum += Math.abs(shown(i, c) - wanted(i, c));
    return sum / n;
  };
  const opacity = (i: number) => straight[4 * i + 3]!;
  const overBlack = (i: number, c: number) => (straight[4 * i + c]! * opacity(i)) / 255;

  await choose(page, 'Opacity of films', 'Opacity kept');
  const kept = decodedOpenFilm(stored(info.outputPath('kept.webm'), (await take(page, 'WebM')).bytes));
  expect(kept.length).toBe(straight.length);
  expect(off((i) => kept[4 * i + 3]!, opacity)).toBeLessThan(2);
  expect(off((i, c) => (kept[4 * i + c]! * kept[4 * i + 3]!) / 255, overBlack)).toBeLessThan(3);
  // What is partly open has its own colour, not one that is darkened by what is behind it.
  const isPartlyOpen = (i: number) => opacity(i) > 64 && opacity(i) < 192;
  const own = off(
    (i, c) => kept[4 * i + c]!,
    (i, c) => straight[4 * i + c]!,
    isPartlyOpen,
  );
  expect(own).toBeLessThan(12);

  const downloads: Download[] = [];
  page.on('download', (download) => downloads.push(download));
  await expect(page.getByText('as two files, colour over black and its matte')).toBeVisible();
  await page.getByRole('button', { name: 'Export the MP4' }).click();
  await expect.poll(() => downloads.length, { timeout: 60_000 }).toBe(2);
  expect(downloads.map((d) => d.suggestedFilename())).toEqual(['tidewater-veil.mp4', 'tidewater-veil_matte.mp4']);
  const [colour, matte] = await Promise.all(
    downloads.map(async (d, n) =>
      decodedFilm(stored(info.outputPath(`${n}.mp4`), await readFile(await d.path())), 'tagged'),
    ),
  );
  expect(off((i, c) => colour![3 * i + c]!, overBlack)).toBeLessThan(3);
  expect(off((i, c) => matte![3 * i + c]!, opacity)).toBeLessThan(2);
});

test('frames are those of a span, at another size, and a film goes round as often as is asked', async ({
  page,
}, info) => {
  await openExport(page);
  await choose(page, 'Size', 'Half');
  await typed(page, 'First frame', 2);
  await typed(page, 'Last frame', 10);
  await typed(page, 'One in how many frames', 4);
  const files = unzipSync(new Uint8Array((await take(page, 'Frames')).bytes));
  expect(Object.keys(files)).toEqual([
    ...[2, 6, 10].map((n) => `tidewater-veil_${String(n).padStart(4, '0')}.png`),
    'tidewater-veil.json',
  ]);
  const [second] = Object.values(files).map((f) => f);
  expect(PNG.sync.read(Buffer.from(second!))).toMatchObject({ width: WIDTH / 2, height: HEIGHT / 2 });
  expect(JSON.parse(Buffer.from(files['tidewater-veil.json']!).toString())).toMatchObject({
    frames: [2, 6, 10],
    width: WIDTH / 2,
  });
  await typed(page, 'How often a film goes round', 3);
  const film = stored(info.outputPath('film.webm'), (await take(page, 'WebM')).bytes);
  expect(Number(probe(film).nb_read_packets)).toBe(9);
});

/** Half a second of a tone. */
const HERTZ = 440;
const SAMPLES = Float32Array.from({ length: 24_000 }, (_, i) => 0.5 * Math.sin((2 * Math.PI * HERTZ * i) / 48_000));
const DATA = toBase64(writeWav({ rate: 48_000, samples: SAMPLES }));
const TONE = { id: 'a1', name: 'tone.wav', type: 'audio/wav', data: DATA };

/** Times that a tone goes through nothing. */
const crossings = (samples: Float32Array) => samples.filter((v, i) => i > 0 && v < 0 !== samples[i - 1]! < 0).length;

test('films have the sound of the loop as often as they go round, unless it is not wanted', async ({ page }, info) => {
  const [rounds, seconds] = [3, FRAMES / 24];
  await openExport(page, setSound(smallStarter('tidewater-veil', WIDTH, HEIGHT, FRAMES), TONE));
  await typed(page, 'How often a film goes round', rounds);
  for (const name of ['WebM', 'MP4']) {
    const file = stored(info.outputPath(name), (await take(page, name)).bytes);
    const heard = decodedSound(file);
    expect(heard.length / 48_000, name).toBeGreaterThan(rounds * seconds - 0.05);
    expect(heard.length / 48_000, name).toBeLessThan(rounds * seconds + 0.1);
    expect(Math.abs(crossings(heard) / (2 * HERTZ * rounds * seconds) - 1), name).toBeLessThan(0.03);
    expect(Math.max(...heard), name).toBeGreaterThan(0.4);
    expect(Number(probe(file).nb_read_packets), name).toBe(rounds * FRAMES);
  }
  await page.getByLabel('with its sound').uncheck();
  const silent = stored(info.outputPath('silent'), (await take(page, 'WebM')).bytes);
  expect(() => decodedSound(silent)).toThrow();
});

test('a film of a piece that plays once holds its last frame in silence as long as is asked', async ({
  page,
}, info) => {
  const piece = setLoop(smallStarter('tidewater-veil', WIDTH, HEIGHT, FRAMES), { play: 'once' });
  await openExport(page, setSound(piece, TONE));
  await typed(page, 'How long a film holds its last frame', 1);
  const file = stored(info.outputPath('held.webm'), (await take(page, 'WebM')).bytes);
  expect(Number(probe(file).nb_read_packets)).toBe(FRAMES + 24);
  const frames = decodedFilm(file, 'tagged');
  const frame = (n: number) => frames.subarray(3 * WIDTH * HEIGHT * n, 3 * WIDTH * HEIGHT * (n + 1));
  const pictures = Object.values(unzippedFrames((await take(page, 'Frames')).bytes));
  expect(pictures).toHaveLength(FRAMES);
  const [first, last] = [pictures[0]!, pictures.at(-1)!].map((bytes) => PNG.sync.read(Buffer.from(bytes)));
  for (const n of [FRAMES - 1, FRAMES + 10, FRAMES + 23]) {
    const off = filmDifference(frame(n), [last!]);
    expect(off).toBeLessThan(5);
    expect(filmDifference(frame(n), [first!])).toBeGreaterThan(2 * off);
  }
  const heard = decodedSound(file);
  expect(Math.max(...heard.subarray(0, 20_000))).toBeGreaterThan(0.4);
  expect(heard.length / 48_000).toBeGreaterThan(1.4);
  expect(Math.max(...heard.subarray(26_000).map(Math.abs))).toBeLessThan(0.01);
});

test('a film is encoded as chosen, and what this browser cannot encode says so', async ({ page }, info) => {
  await openExport(page);
  await choose(page, 'Encoder of the WebM', 'AV1');
  const film = probe(stored(info.outputPath('av1'), (await take(page, 'WebM')).bytes));
  expect(film).toMatchObject({ codec_name: 'av1', color_range: 'tv', color_space: 'bt709', width: WIDTH });
  expect(Number(film.nb_read_packets)).toBe(FRAMES);
  await choose(page, 'Encoder of the MP4', 'HEVC');
  await expect(page.getByText(`This browser cannot encode it at ${WIDTH} x ${HEIGHT}.`)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Export the MP4' })).toBeDisabled();
});
