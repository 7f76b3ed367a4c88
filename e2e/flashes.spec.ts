import { expect, type Page } from '@playwright/test';
import { addStep, addStrand, blankPiece, setLoop, setPicture } from '@/core/piece/edit';
import type { Piece } from '@/core/piece/types';
import { inWorkbench, openPiece, setNumber } from './artist';
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
  await page.getByRole('button', { name: 'Look for flashes' }).click();
}

test('a picture that flashes four times a second fails, one that does so three times passes', async ({ page }) => {
  await openPiece(page, flicker(4));
  await inWorkbench(page);
  await look(page);
  const section = page.getByRole('region', { name: 'Flashes' });
  await expect(section.getByText('It flashes.')).toBeVisible();
  await expect(section.getByText(/100 % of a ninth of the picture .* in light; 25 % may/)).toBeVisible();
  await expect(section.getByRole('img')).toBeVisible();
  await section.getByRole('button', { name: 'Show' }).click();
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

test('the search for flashes can be stopped', async ({ page }) => {
  await openPiece(page, setLoop(flicker(4), { frames: 3000 }));
  await inWorkbench(page);
  await look(page);
  const section = page.getByRole('region', { name: 'Flashes' });
  await expect(section.getByText(/^[1-9]\d* of 3048 frames/)).toBeVisible();
  await section.getByRole('button', { name: 'Stop' }).click();
  await expect(section.getByRole('button', { name: 'Look for flashes' })).toBeVisible();
  await expect(section.getByText(/flashes?\./)).toBeHidden();
});
