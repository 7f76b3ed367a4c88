import { expect } from '@playwright/test';
import { execFile } from 'node:child_process';
import { cpSync, existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { promisify } from 'node:util';
import { writePiece } from '@/core/formats/write-piece';
import { rename } from '@/core/piece/edit';
import { addOutputs } from '@/core/piece/outputs';
import { inWorkbench, openPiece, smallStarter, taken, unzippedFrames } from './artist';
import { decodedPicture, probe } from './films';
import { test } from './lasting-page';

const FRAMES = 6;

/** The command line, as a shell runs it. */
const piece = (...args: string[]) => promisify(execFile)('npm', ['run', '-s', 'piece', '--', ...args]);

test('the command line draws the same bytes as the interface, and what is there already once', async ({
  page,
}, info) => {
  const drawn = smallStarter('tidewater-veil', 96, 54, FRAMES);
  const [file, out] = [info.outputPath('veil.calm.json'), info.outputPath('frames')];
  writeFileSync(file, writePiece(drawn));
  const first = await piece('render', file, '--out', out, '--frames', '0-3', '--json');
  expect(
    first.stdout
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as unknown),
  ).toEqual([
    ...[0, 1, 2, 3].map((frame) => ({ frame, file: `tidewater-veil_000${frame}.png` })),
    { folder: out, drawn: 4, kept: 0 },
  ]);
  const before = statSync(path.join(out, 'tidewater-veil_0002.png')).mtimeMs;
  expect((await piece('render', file, '--out', out)).stdout).toBe(`${out}: 2 frames drawn, 4 were there\n`);
  expect(statSync(path.join(out, 'tidewater-veil_0002.png')).mtimeMs).toBe(before);

  await openPiece(page, drawn);
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Export' }).click();
  const { bytes } = await taken(page, () => page.getByRole('button', { name: 'Export the Frames' }).click());
  const exported = unzippedFrames(bytes);
  expect(Object.keys(exported)).toHaveLength(FRAMES);
  for (const [name, contents] of Object.entries(exported))
    expect(readFileSync(path.join(out, name)).equals(Buffer.from(contents)), name).toBe(true);

  // Another piece of the same name: nothing of the first is left.
  writeFileSync(file, writePiece(rename(smallStarter('torn-banner', 96, 54, FRAMES), drawn.name)));
  await expect(piece('render', file, '--out', out, '--frames', '5')).rejects.toThrow(
    `${out} holds ${FRAMES} frames of the same names`,
  );
  expect(readdirSync(out)).toHaveLength(FRAMES + 1);
  await piece('render', file, '--out', out, '--frames', '5', '--replace');
  expect(readdirSync(out).toSorted()).toEqual(['tidewater-veil.json', 'tidewater-veil_0005.png']);
});

test('one output becomes a film without loss, which goes on where it was left', async ({}, info) => {
  const drawn = addOutputs(smallStarter('tidewater-veil', 96, 54, 4), [{ name: 'side', x: 32, width: 64, height: 32 }]);
  const [file, film, frames] = ['a.calm.json', 'side.mkv', 'frames'].map((name) => info.outputPath(name)) as [
    string,
    string,
    string,
  ];
  writeFileSync(file, writePiece(drawn));
  const asked = ['--output', 'side', '--size', '192x108', '--format'];
  await piece('render', file, '--out', frames, ...asked, 'png16', '--frames', '1-2');
  // As an earlier run left it that was stopped.
  cpSync(frames, `${film}.frames`, { recursive: true });
  const { stdout } = await piece('render', file, '--out', film, ...asked, 'ffv1', '--loops', '2');
  expect(stdout).toBe(`${film}: FFV1, lossless, 8 frames; 2 drawn, 2 were there\n`);
  expect(existsSync(`${film}.frames`)).toBe(false);
  expect(probe(film)).toMatchObject({ width: 128, height: 64, nb_read_packets: '8' });
  const pixels = decodedPicture(film, 'rgba64le');
  const one = decodedPicture(path.join(frames, 'tidewater-veil_side_0001.png'), 'rgba64le');
  for (const round of [1, 5])
    expect(pixels.subarray(round * one.length, (round + 1) * one.length).equals(one)).toBe(true);
});
