import { expect } from '@playwright/test';
import { execFile } from 'node:child_process';
import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { promisify } from 'node:util';
import { writePiece } from '@/core/formats/write-piece';
import { rename } from '@/core/piece/edit';
import { inWorkbench, openPiece, smallStarter, taken, unzippedFrames } from './artist';
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
  await piece('render', file, '--out', out, '--frames', '5');
  expect(readdirSync(out).toSorted()).toEqual(['tidewater-veil.json', 'tidewater-veil_0005.png']);
});
