import { expect, type Page } from '@playwright/test';
import { PNG } from 'pngjs';
import { addStep, addStrand, blankPiece, setLoop, setPicture } from '@/core/piece/edit';
import type { Piece, Step } from '@/core/piece/types';
import { goToFrame, inWorkbench, openPiece, taken, unzippedFrames } from './artist';

/** Pictures of known contents, and what is exported of them. */

export const [WIDTH, HEIGHT] = [96, 64];
export type Row = [op: string, params?: Step['params']][];

/** A white disc on black, painted flat, and what finishes it. */
export function disc(steps: Row, width = WIDTH, height = HEIGHT): Piece {
  let piece = setLoop(setPicture(blankPiece('Disc'), { width, height }), { frames: 8 });
  piece = addStrand(piece, 'field', 'disc', 'field.position');
  piece = addStep(piece, 's1', 1, 'field.length');
  const colours = [
    { at: 0, colour: '#ffffff' },
    { at: 0.25, colour: '#000000' },
  ];
  piece = addStep(piece, 's1', 2, 'field.ramp', { colours, blend: 'stepped' });
  piece = addStrand(piece, 'finish', 'out', 'finish.paint', { colour: { link: 's1' } });
  steps.forEach(([op, params], i) => (piece = addStep(piece, 's2', i + 1, `finish.${op}`, params)));
  return piece;
}

async function take(page: Page, what: string): Promise<Buffer> {
  const opener = page.getByRole('button', { name: 'Export' });
  await opener.click();
  const button = page.getByRole('button', { name: `Export the ${what}` });
  const { bytes } = await taken(page, () => button.click());
  await expect(button).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(opener).toBeVisible();
  return bytes;
}

/** A frame of the open piece as it is exported. */
export async function stillAt(page: Page, frame: number): Promise<PNG> {
  await goToFrame(page, frame);
  return PNG.sync.read(await take(page, 'Still'));
}

/** All frames of the open piece as they are exported. */
export async function framesOf(page: Page): Promise<PNG[]> {
  const files = unzippedFrames(await take(page, 'Frames'));
  return Object.values(files).map((file) => PNG.sync.read(Buffer.from(file)));
}

/** The first frame that is exported. */
export async function still(page: Page, piece: Piece): Promise<PNG> {
  await openPiece(page, piece);
  await inWorkbench(page);
  return stillAt(page, 0);
}

export const red = (p: PNG, x: number, y: number) => p.data[4 * (Math.round(y) * p.width + Math.round(x))]!;
