import { expect } from '@playwright/test';
import { STARTERS } from '@/demo';
import { difference, inWorkbench, openPiece, seam, smallStarter } from './artist';
import { framesOf } from './pictures';
import { test } from './lasting-page';

/** Starters that are looked at each time: with noise, with memory, with reflections. `EVERY=1` for all. */
const SOME = ['tidewater-veil', 'foghorn-trails', 'harbour-mirror'];
const IDS = STARTERS.map((s) => s.id).filter((id) => process.env.EVERY || SOME.includes(id));
const FRAMES = 16;

for (const id of IDS)
  test(`what is said of the seam of ${id} is so in the exported frames`, async ({ page }) => {
    const piece = smallStarter(id, 96, 54, FRAMES);
    await openPiece(page, piece);
    await inWorkbench(page);
    await expect(seam(page)).not.toHaveAttribute('data-seam', 'measuring');
    const said = await seam(page).getAttribute('data-seam');
    const frames = await framesOf(page);
    expect(frames).toHaveLength(FRAMES);
    const steps = frames.map((frame, i) => difference(frame, frames[(i + 1) % FRAMES]!));
    const across = steps.at(-1)!;
    const beside = Math.max(...steps.slice(0, -1));
    if (said === 'still') expect(Math.max(...steps)).toBe(0);
    // From the last frame to the first it goes as far as it does anywhere else, and no farther.
    else if (said === 'closes') expect(across, `elsewhere ${beside}`).toBeLessThan(1.5 * beside + 0.3);
  });
