import { expect } from '@playwright/test';
import { addStep, addStrand, blankPiece, setLoop, setPicture, toggleStep } from '@/core/piece/edit';
import { difference, inWorkbench, openPiece, settled, stage } from './artist';
import { testAlone as test } from './lasting-page';

const FRAMES = 48;

/** Light that grows from frame to frame, and noise that takes long without a graphics processor. */
function slowPiece() {
  let piece = setLoop(setPicture(blankPiece('Slow'), { width: 640, height: 360 }), { frames: FRAMES, rate: 24 });
  piece = addStrand(piece, 'signal', 'time', 'signal.cycle', { wave: 'saw', between: '0 and 1' });
  piece = addStrand(piece, 'field', 'light', 'field.position');
  piece = addStep(piece, 's2', 1, 'field.fractal', { octaves: 8, evolve: 3 });
  piece = addStep(piece, 's2', 2, 'field.join', { how: 'multiply', other: 0 });
  piece = addStep(piece, 's2', 3, 'field.join', { how: 'add', other: { link: 's1' } });
  return addStrand(piece, 'finish', 'out', 'finish.paint', { colour: { link: 's2' } });
}

/** A grey level that a long row of signals comes to, with a step near its start that is off and would make it light. */
function longRow() {
  let piece = setLoop(setPicture(blankPiece('Long row'), { width: 64, height: 36 }), { frames: 12, rate: 24 });
  piece = addStrand(piece, 'signal', 'level', 'signal.constant', { value: 0.3 });
  piece = addStep(piece, 's1', 1, 'signal.join', { how: 'add', other: 0.7 });
  piece = toggleStep(piece, 's1', piece.strands[0]!.steps[1]!.id);
  for (let at = 2; at <= 40; at++) piece = addStep(piece, 's1', at, 'signal.clamp');
  return addStrand(piece, 'finish', 'out', 'finish.paint', { colour: { link: 's1' } });
}

test('a picture that is overtaken while it is set is never shown after the later one', async ({ page }) => {
  await openPiece(page, longRow());
  await inWorkbench(page);
  const dark = await settled(stage(page));
  await page.getByRole('button', { name: 'Join in level' }).click();
  for (let k = 0; k < 4; k++) {
    // The first is new to the program, the second has been there before: it is ready sooner.
    await page.keyboard.press('o');
    await page.keyboard.press('o');
    const after = await settled(stage(page));
    expect(difference(after, dark), `after ${k + 1} times on and off`).toBeLessThan(0.5);
  }
  await page.keyboard.press('o');
  await expect.poll(async () => difference(await settled(stage(page)), dark), 'it can be seen').toBeGreaterThan(20);
});

test('the frame number is that of the picture while it plays slower than time', async ({ page }) => {
  // What was presented stays to be read, whenever the page looks.
  await page.addInitScript(() => {
    const real = HTMLCanvasElement.prototype.getContext as (kind: string, options?: object) => unknown;
    HTMLCanvasElement.prototype.getContext = function (this: HTMLCanvasElement, kind: string, options?: object) {
      return real.call(this, kind, { ...options, preserveDrawingBuffer: true });
    } as typeof HTMLCanvasElement.prototype.getContext;
  });
  await openPiece(page, slowPiece());
  await inWorkbench(page);
  await expect(page.locator('[role=application][data-resting], [data-resting]').first()).toBeVisible();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  const seen = await page.evaluate(async (frames) => {
    const stage = document.querySelector<HTMLCanvasElement>('[role=application] canvas')!;
    const small = new OffscreenCanvas(1, 1).getContext('2d', { willReadFrequently: true })!;
    const rows: { said: number; shown: number }[] = [];
    const begun = performance.now();
    const lasts = () => performance.now() - begun;
    // A machine that is too busy shows few frames in any time.
    while (lasts() < 5000 || (new Set(rows.map((r) => r.shown)).size < 8 && lasts() < 60_000)) {
      small.drawImage(stage, stage.width / 2, stage.height / 2, 1, 1, 0, 0, 1, 1);
      const value = small.getImageData(0, 0, 1, 1).data[0]! / 255;
      const light = value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
      const text = [...document.querySelectorAll('p')].map((p) => /^frame (\d+) of/.exec(p.textContent ?? '')?.[1]);
      const said = Number(text.find((t) => t !== undefined));
      rows.push({ said, shown: Math.round(light * frames) % frames });
      await new Promise((done) => setTimeout(done, 40));
    }
    return rows;
  }, FRAMES);
  expect(new Set(seen.map((s) => s.shown)).size, 'it plays').toBeGreaterThan(5);
  const off = seen.map(({ said, shown }) => Math.min(Math.abs(said - shown), FRAMES - Math.abs(said - shown)));
  // Between the picture and its number the page may be looked at once: they come a task apart.
  expect(off.filter((o) => o > 1)).toHaveLength(0);

  // It stays at what was shown, to a frame that was on its way.
  await page.getByRole('button', { name: 'Pause' }).click();
  const said = page.getByText(/^frame \d+ of/).first();
  const paused = await said.textContent();
  await settled(stage(page));
  await expect(said).toHaveText(paused!);
});
