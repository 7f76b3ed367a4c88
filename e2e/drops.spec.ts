import { expect, type Page } from '@playwright/test';
import { writeMidi, type MidiEvent } from 'midi-file';
import { PNG } from 'pngjs';
import { writeWav } from '@/core/formats/wav';
import { inWorkbench, openPiece, pixelsOf, smallStarter, stage, variety } from './artist';
import { test } from './lasting-page';

const cell = (page: Page, at: string) => page.locator(`[data-cell="${at}"]`);

/** Drops a file on something of the page, as from the desktop. @returns whether the browser was kept from opening it */
const drop = (page: Page, selector: string, name: string, bytes: Uint8Array): Promise<boolean> =>
  page.evaluate(
    ([on, called, data]) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File([Uint8Array.from(data)], called));
      const event = new DragEvent('drop', { dataTransfer: transfer, bubbles: true, cancelable: true });
      document.querySelector(on)!.dispatchEvent(event);
      return event.defaultPrevented;
    },
    [selector, name, [...bytes]] as const,
  );

function png(): Uint8Array {
  const image = new PNG({ width: 8, height: 8 });
  image.data.fill(200);
  return PNG.sync.write(image);
}

test('a file dropped anywhere is taken where it makes sense, and never opened in place of the page', async ({
  page,
}) => {
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
  const address = page.url();
  const lattice = '[data-lattice]';
  const dropped = async (name: string, bytes: Uint8Array, words: RegExp, on = lattice) => {
    expect(await drop(page, on, name, bytes)).toBe(true);
    await expect(page.getByText(words).first()).toBeVisible();
  };

  await dropped('sail.png', png(), /"sail\.png" is in "sail"\./);
  await expect(page.getByRole('button', { name: 'Picture in sail' })).toBeVisible();
  // Where the selected step takes such a file, it goes there.
  await dropped('other.png', png(), /"other\.png" is in "sail"\./, '[role="application"]');
  const note = (deltaTime: number): MidiEvent => ({
    type: 'noteOn',
    deltaTime,
    channel: 0,
    noteNumber: 60,
    velocity: 99,
  });
  const tune = writeMidi({
    header: { format: 0, numTracks: 1, ticksPerBeat: 96 },
    tracks: [[note(0), note(24), { type: 'endOfTrack', deltaTime: 0 } as MidiEvent]],
  });
  await dropped('tune.mid', Uint8Array.from(tune), /"tune\.mid" is as 2 moments in "tune"\./);
  await dropped(
    'box.obj',
    new TextEncoder().encode('v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n'),
    /"box\.obj" is in "box"\./,
    'footer',
  );
  const tone = writeWav({ rate: 8000, samples: Float32Array.from({ length: 8000 }, (_, i) => Math.sin(i / 9)) });
  await dropped('tone.wav', tone, /"tone\.wav" is as the sound of the loop\./);
  await dropped('table.cube', new TextEncoder().encode('LUT_1D_SIZE 2\n1 1 1\n0 0 0\n'), /"table\.cube" is in "out"\./);
  await expect(page.getByRole('button', { name: /^Colour table in out/ })).toBeVisible();
  await dropped('letter.docx', png(), /"letter\.docx" is nothing that goes into a piece/);
  await dropped('broken.cube', png(), /"broken\.cube" was not imported\. .*\.$/);
  expect(page.url()).toBe(address);
  await expect.poll(async () => variety(await pixelsOf(stage(page)))).toBeGreaterThan(4);
});

test('keys are for the topmost layer: an open menu, a dialog, and then the lattice', async ({ page }) => {
  await openPiece(page, smallStarter('tidewater-veil'));
  await inWorkbench(page);
  await cell(page, 'swell/t2').click();
  const cells = page.locator('[data-cell]');
  const count = await cells.count();
  await page.getByRole('button', { name: 'Strand swell', exact: true }).click({ button: 'right' });
  await expect(page.getByRole('menuitem', { name: /Delete strand/ })).toBeVisible();
  for (const key of ['Control+c', 'Control+v', 'Control+v', 'Control+k']) await page.keyboard.press(key);
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('Escape');
  await expect(cells).toHaveCount(count);

  // Over a dialog the list of commands does not open; without one it does, from a text as well.
  await page.getByRole('button', { name: 'Export' }).click();
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('dialog')).toHaveCount(1);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);

  // Ctrl+A marks no text of the page: it selects the steps of the row.
  await cell(page, 'swell/t2').click();
  await page.keyboard.press('Control+a');
  expect(await page.evaluate(() => window.getSelection()!.toString())).toBe('');
  await page.keyboard.press('Control+c');
  await page.keyboard.press('Control+v');
  await expect.poll(() => cells.count()).toBeGreaterThan(count);
});
