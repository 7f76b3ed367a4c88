import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import { writeWav } from '@/core/formats/wav';
import type { Sound } from '@/core/sound/sound';
import { Chance } from '../fuzz/chance';
import { mutated } from '../fuzz/spoil';
import {
  goToFrame,
  inWorkbench,
  link,
  makeStrand,
  openPiece,
  seam,
  settled,
  smallStarter,
  stage,
  pickItem,
} from './artist';
import { test, testAlone } from './lasting-page';

/** A tone that is loud in the second half of a second, and nearly silent in the first. */
const halves: Sound = {
  rate: 8000,
  samples: Float32Array.from({ length: 8000 }, (_, i) => (i < 4000 ? 0.002 : 0.8) * Math.sin((i * 2 * Math.PI) / 20)),
};

const dropSound = (page: Page, name: string, buffer: Uint8Array) =>
  page.getByLabel('Sound, file').setInputFiles({ name, mimeType: 'audio/wav', buffer: Buffer.from(buffer) });

async function brightness(page: Page, frame: number): Promise<number> {
  await goToFrame(page, frame);
  const { data } = await settled(stage(page));
  return data.reduce((sum, v, k) => (k % 4 === 3 ? sum : sum + v), 0) / data.length;
}

test('a sound is dropped in, a light follows it, and it is there again after a reload', async ({ page }) => {
  await openPiece(page, smallStarter('dented-sail', 128, 72, 24));
  await inWorkbench(page);
  await dropSound(page, 'halves.wav', writeWav(halves));
  await expect(page.getByText('It lasts 1 s; the loop hears 1 s of it.')).toBeVisible();
  await makeStrand(page, 'signal', 'loud', ['Sound level', { Rise: 0, Fall: 0 }]);
  await page.getByRole('button', { name: 'Sun in loft' }).click();
  await link(page, 'Strength', 'loud');
  const [quiet, loud] = [await brightness(page, 6), await brightness(page, 18)];
  expect(loud).toBeGreaterThan(1.1 * quiet);
  await expect(seam(page)).toHaveText(/^closes/);

  await expect(page.getByText(/^saved /)).toBeVisible();
  await page.reload();
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Sound level in loud' }).click();
  await goToFrame(page, 18);
  await expect(page.getByRole('button', { name: 'Sound level in loud' }).locator('[data-playhead]')).toHaveText(
    /^0\.9/,
  );
  await expect.poll(() => brightness(page, 18)).toBeGreaterThan(1.1 * quiet);
});

test('what is no sound, or too much of one, is refused in words and changes nothing', async ({ page }) => {
  await openPiece(page, smallStarter('dented-sail', 128, 72, 24));
  await inWorkbench(page);
  const refusals: [string, Uint8Array, RegExp][] = [
    ['noise.mp3', new Uint8Array(5000).map((_, i) => (i * 37) % 251), /cannot decode it/],
    ['notes.txt', new Uint8Array(10), /Sounds come from files that end in/],
    ['silent.wav', writeWav({ rate: 8000, samples: new Float32Array() }), /no length/],
    ['hour.wav', writeWav({ rate: 1000, samples: new Float32Array(3_600_000) }), /60 minutes; at most 10/],
  ];
  for (const [name, bytes, words] of refusals) {
    await dropSound(page, name, bytes);
    await expect(page.getByText(`"${name}" was not imported.`)).toContainText(words);
  }
  await expect(page.getByText('No sound yet.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
});

test('compressed sounds that are spoilt are imported or refused in words, and the page goes on', async ({ page }) => {
  await openPiece(page, smallStarter('dented-sail', 128, 72, 24));
  await inWorkbench(page);
  for (const ending of ['mp3', 'ogg', 'flac']) {
    const whole = await readFile(path.join(import.meta.dirname, `sounds/tone.${ending}`));
    await dropSound(page, `whole.${ending}`, whole);
    await expect(page.getByText(/^It lasts 0\.[23]\d* s; the loop hears /)).toBeVisible();
    const chance = new Chance(7);
    for (let n = 1; n <= 6; n++) {
      const name = `spoilt-${n}.${ending}`;
      const undo = page.getByRole('button', { name: 'Undo', exact: true });
      await dropSound(page, name, mutated(chance, whole));
      const refused = page.getByText(`"${name}" was not imported.`);
      await expect(refused.or(page.getByText(name, { exact: true })).first()).toBeVisible();
      if (await refused.isVisible()) await expect(refused).not.toContainText(/Failed to|undefined|NaN|Error/);
      await expect(undo).toBeEnabled();
    }
  }
  await goToFrame(page, 12);
  await expect(page.getByText('frame 12 of 24')).toBeVisible();
});

testAlone('it is heard while the loop plays, begins where the loop does, and can be muted', async ({ page }) => {
  // What goes to the loudspeakers is listened to on the way.
  await page.addInitScript(() => {
    const connect = AudioNode.prototype.connect as (this: AudioNode, to: AudioNode) => AudioNode;
    AudioNode.prototype.connect = function (this: AudioNode, to: AudioNode) {
      if (to instanceof AudioDestinationNode) {
        const ear = this.context.createAnalyser();
        Object.assign(window, { ear });
        connect.call(this, ear);
      }
      return connect.call(this, to);
    } as typeof AudioNode.prototype.connect;
  });
  const heard = () =>
    page.evaluate(() => {
      const { ear } = window as unknown as { ear?: AnalyserNode };
      if (!ear) return 0;
      const samples = new Float32Array(ear.fftSize);
      ear.getFloatTimeDomainData(samples);
      return Math.max(...samples.map(Math.abs));
    });
  await openPiece(page, smallStarter('dented-sail', 128, 72, 24));
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Ready-made' }).click();
  await pickItem(page, 'Choir drone');
  await expect(page.getByText('It lasts 8 s; the loop hears 1 s of it.')).toBeVisible();
  await expect.poll(heard).toBe(0);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(heard).toBeGreaterThan(0.05);
  await page.getByRole('button', { name: 'Mute the sound' }).click();
  await expect.poll(heard).toBe(0);
  await page.getByRole('button', { name: 'Mute the sound' }).click();
  await expect.poll(heard).toBeGreaterThan(0.05);
  await page.getByRole('button', { name: 'Pause' }).click();
  await expect.poll(heard).toBeLessThan(0.001);
  await page.keyboard.press('Control+z');
  await expect(page.getByText('No sound yet.')).toBeVisible();
});
