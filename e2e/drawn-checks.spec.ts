import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';
import { execFile } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { promisify } from 'node:util';
import { unzipSync } from 'fflate';
import { writePiece } from '@/core/formats/write-piece';
import { addStep, addStrand, blankPiece, setLoop, setPicture } from '@/core/piece/edit';
import type { Piece } from '@/core/piece/types';
import { inWorkbench, openPiece, setNumber, taken } from './artist';
import { test } from './lasting-page';

/** A picture that is white and black in turns, so often in a loop of one second. */
function flicker(turns: number): Piece {
  let piece = setLoop(setPicture(blankPiece('Flicker'), { width: 96, height: 54 }), { frames: 24, rate: 24 });
  const pulse = { wave: 'pulse', turns, between: '0 and 1' };
  piece = addStrand(piece, 'signal', 'pulse', 'signal.cycle', pulse);
  piece = addStrand(piece, 'finish', 'out', 'finish.paint', { colour: '#ffffff' });
  return addStep(piece, 's2', 1, 'finish.ground', { how: 'set', opacity: { link: 's1' } });
}

async function look(page: Page): Promise<void> {
  await page.getByRole('button', { name: /Checks/ }).click();
  await page.getByRole('button', { name: 'Look at every frame' }).click();
}

test('a picture that flashes four times a second fails, one that does so three times passes', async ({ page }) => {
  await openPiece(page, flicker(4));
  await inWorkbench(page);
  await look(page);
  const section = page.getByRole('region', { name: 'Every frame' });
  await expect(section.getByText('It flashes.')).toBeVisible();
  await expect(section.getByText(/100 % of a ninth of the picture .* in light; 25 % may/)).toBeVisible();
  await expect(section.getByRole('img', { name: /^Flashes/ })).toBeVisible();
  await section.getByRole('listitem', { name: 'Flashes' }).getByRole('button', { name: 'Show' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();

  await setNumber(page, 'Height', 60);
  await page.getByRole('button', { name: /Checks/ }).click();
  await expect(section.getByText('The piece has changed since it was looked at.')).toBeVisible();
  await page.keyboard.press('Escape');

  await openPiece(page, flicker(3));
  await inWorkbench(page);
  await look(page);
  await expect(section.getByText('It does not flash.')).toBeVisible();
});

test('looking at frames can be stopped', async ({ page }) => {
  await openPiece(page, setLoop(flicker(4), { frames: 3000 }));
  await inWorkbench(page);
  await look(page);
  const section = page.getByRole('region', { name: 'Every frame' });
  await expect(section.getByText(/^[1-9]\d* of 3048 frames/)).toBeVisible();
  await section.getByRole('button', { name: 'Stop' }).click();
  await expect(section.getByRole('button', { name: 'Look at every frame' })).toBeVisible();
  await expect(section.getByText(/flash(es)?\./)).toBeHidden();
});

/** A dark gradient. */
function gradient(): Piece {
  let piece = setLoop(setPicture(blankPiece('Gradient'), { width: 640, height: 360 }), { frames: 8, rate: 24 });
  piece = addStrand(piece, 'field', 'far', 'field.position');
  piece = addStep(piece, 's1', 1, 'field.length');
  const colours = [
    { at: 0, colour: '#343434' },
    { at: 1, colour: '#181818' },
  ];
  piece = addStep(piece, 's1', 2, 'field.ramp', { colours });
  return addStrand(piece, 'finish', 'out', 'finish.paint', { colour: { link: 's1' } });
}

test('a gradient that will show bands is mended with one click, and then passes the profile', async ({ page }) => {
  await openPiece(page, gradient());
  await inWorkbench(page);
  await page.getByRole('button', { name: /Checks/ }).click();
  await page.getByRole('combobox', { name: 'Profile' }).selectOption('hall');
  await expect(page.getByText('Not looked at yet: flashes, bands.')).toBeVisible();
  await page.getByRole('button', { name: 'Look at every frame' }).click();
  const bands = page.getByRole('listitem', { name: 'Bands' });
  await expect(bands.getByText('Gradients will show bands.')).toBeVisible();
  await expect(page.getByText('It fails: bands.')).toBeVisible();
  await bands.getByRole('button', { name: 'Add a dither' }).click();
  await expect(page.getByText('The piece has changed since it was looked at.')).toBeVisible();
  await page.getByRole('button', { name: 'Look at every frame' }).click();
  await expect(bands.getByText('No bands will show.')).toBeVisible();
  await expect(page.getByText('It passes.')).toBeVisible();
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations).toEqual([]);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: /Checks.*Hall passes/ })).toBeVisible();

  // What was found goes along with what is exported.
  await page.getByRole('button', { name: 'Export', exact: true }).click();
  const { bytes } = await taken(page, () => page.getByRole('button', { name: 'Export the Frames' }).click());
  const [text] = Object.values(unzipSync(new Uint8Array(bytes), { filter: ({ name }) => name.endsWith('.json') }));
  expect(JSON.parse(Buffer.from(text!).toString())).toMatchObject({
    profile: 'hall',
    checks: { seam: true, flashes: true, bands: true },
  });
});

test('the command line obeys the profile', async ({}, info) => {
  const file = info.outputPath('flicker.calm.json');
  const piece = (...args: string[]) =>
    promisify(execFile)('npm', ['run', '-s', 'piece', '--', ...args]).then(
      ({ stdout }) => ({ code: 0, stdout }),
      (error: { code: number; stdout: string }) => error,
    );
  const checked = (...args: string[]) => piece('check', file, ...args);
  writeFileSync(file, writePiece({ ...flicker(4), profile: 'hall' }));
  const undrawn = await checked();
  expect(undrawn.code).toBe(0);
  expect(undrawn.stdout).toMatch(/as far as it was looked at; --drawn looks at flashes, bands\.\n$/);
  const drawn = await checked('--drawn');
  expect(drawn.code).toBe(2);
  expect(drawn.stdout).toMatch(/FAILS {3}Flashes: At frame \d+ 100 % of a ninth/);
  expect(drawn.stdout).toMatch(/It fails the profile hall: flashes\.\n$/);
  expect((await checked('--profile', 'loop')).code).toBe(0);

  // The frames are drawn all the same, and the text beside them says what is wrong with them.
  const out = info.outputPath('frames');
  const rendered = await piece('render', file, '--out', out, '--frames', '0', '--profile', 'hall');
  expect(rendered.code).toBe(2);
  expect(JSON.parse(readFileSync(path.join(out, 'flicker.json'), 'utf8'))).toMatchObject({
    loop: { closes: true },
    checks: { seam: true, flashes: false, bands: true },
  });
});
