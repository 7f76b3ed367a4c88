import { expect, type Page } from '@playwright/test';
import { PNG } from 'pngjs';
import { inWorkbench, openPiece, setNumber, smallStarter, taken, unzippedFrames } from './artist';
import { testAlone } from './lasting-page';

/** Frames that are exported into a folder; one in the browser's store stands in for that of the artist. */

const FRAMES = 40;

async function open(page: Page): Promise<void> {
  await page.addInitScript(() => {
    window.showDirectoryPicker = async () =>
      (await navigator.storage.getDirectory()).getDirectoryHandle('picked', { create: true });
  });
  await openPiece(page, smallStarter('tidewater-veil', 160, 90, FRAMES));
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Export' }).click();
}

/** Names of what lies in the folder, and when each was written. */
const written = (page: Page): Promise<Record<string, number>> =>
  page.evaluate(async () => {
    const folder = await window.showDirectoryPicker!({ id: 'export', mode: 'readwrite' });
    const files: Record<string, number> = {};
    for await (const name of folder.keys())
      files[name] = (await (await folder.getFileHandle(name)).getFile()).lastModified;
    return files;
  });

const bytesOf = (page: Page, name: string): Promise<number[]> =>
  page.evaluate(async (file) => {
    const folder = await window.showDirectoryPicker!({ id: 'export', mode: 'readwrite' });
    return [...new Uint8Array(await (await (await folder.getFileHandle(file)).getFile()).arrayBuffer())];
  }, name);

const toFolder = (page: Page) => page.getByRole('button', { name: 'Put the frames into a folder' }).click();

testAlone(
  'what was stopped goes on at the first missing frame, and another piece begins from the first',
  async ({ page }) => {
    await open(page);
    await toFolder(page);
    await expect(page.getByText(/^([4-9]|\d{2,}) of 40 frames/)).toBeVisible();
    await page.getByRole('button', { name: 'Stop' }).click();
    await expect(page.getByText('Stopped. The frames that are written stay in the folder')).toBeVisible();
    const first = await written(page);
    const kept = Object.keys(first).filter((name) => name.endsWith('.png'));
    expect(kept.length).toBeGreaterThan(1);
    expect(kept.length).toBeLessThan(FRAMES);

    await toFolder(page);
    await expect(page.getByText('Done. The frames are in the folder.')).toBeVisible();
    const second = await written(page);
    expect(Object.keys(second).filter((name) => name.endsWith('.png'))).toHaveLength(FRAMES);
    for (const name of kept) expect(second[name], `${name} is not drawn again`).toBe(first[name]);
    await page.getByLabel('Last frame', { exact: true }).fill('3');
    await page.keyboard.press('Tab');
    const { bytes } = await taken(page, () => page.getByRole('button', { name: 'Export the Frames' }).click());
    const zipped = unzippedFrames(bytes);
    expect(Object.keys(zipped)).toHaveLength(4);
    for (const [name, file] of Object.entries(zipped)) {
      const [inFolder, inZip] = [Buffer.from(await bytesOf(page, name)), Buffer.from(file)].map((f) =>
        PNG.sync.read(f),
      );
      expect(inFolder!.data.equals(inZip!.data), `${name} is the same picture`).toBe(true);
    }

    await page.keyboard.press('Escape');
    await setNumber(page, 'Height', 80);
    await page.getByRole('button', { name: 'Export', exact: true }).click();
    await toFolder(page);
    await expect(page.getByText(`The folder holds ${FRAMES} frames of the same names`)).toBeVisible();
    expect(Object.keys(await written(page))).toHaveLength(FRAMES + 1);
    await page.getByRole('button', { name: 'Delete them and export' }).click();
    // No frame of what was changed is left. While files go, they cannot all be read.
    await expect(async () => {
      const left = Object.keys(await written(page)).filter((name) => name.endsWith('.png'));
      expect(left.toSorted()).toEqual(Object.keys(zipped));
    }).toPass();
    await expect(page.getByRole('button', { name: 'Export the Still' })).toBeEnabled();
    expect(PNG.sync.read(Buffer.from(await bytesOf(page, Object.keys(zipped)[0]!))).height).toBe(80);
  },
);

testAlone('a folder that may not be written any more says so, and what is written stays', async ({ page }) => {
  await open(page);
  await page.evaluate(() => {
    const pick = window.showDirectoryPicker!;
    window.showDirectoryPicker = async (options) => {
      const folder = await pick(options);
      // The folder is removed, with its permission, as soon as there is a frame in it. The browser refuses that while
      // a file in it is being written, so it is asked until it is done.
      const look = async () => {
        const names: string[] = [];
        for await (const name of folder.keys()) names.push(name);
        const root = await navigator.storage.getDirectory();
        const isGone = names.some((name) => name.endsWith('.png')) && (await removed(root));
        if (!isGone) setTimeout(() => void look(), 5);
      };
      const removed = (root: FileSystemDirectoryHandle) =>
        root.removeEntry('picked', { recursive: true }).then(
          () => true,
          () => false,
        );
      void look();
      return folder;
    };
  });
  await toFolder(page);
  await expect(page.getByText(/could not be written/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Export the Still' })).toBeEnabled();
});
