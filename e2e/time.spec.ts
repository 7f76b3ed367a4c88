import { NO_ASSETS } from '@/core/assets/assets';
import { expect } from '@playwright/test';
import { writeMidi, type MidiEvent } from 'midi-file';
import type { PNG } from 'pngjs';
import { tappedTempo } from '@/core/piece/beats';
import type { Key, PathPoint, Piece, Step } from '@/core/piece/types';
import { Evaluator, placeRows } from '@/core/weave';
import { from, piece, strand } from '@/demo/build';
import {
  difference,
  drag,
  goToFrame,
  inWorkbench,
  link,
  makeStrand,
  openPiece,
  seam,
  setNumber,
  setChoice,
  settled,
  smallStarter,
  stage,
  startBlank,
  pickItem,
  pixelsOf,
} from './artist';
import { test } from './lasting-page';

test('a number is keyed where it stands, from the panel, by keyboard, and on the loop band', async ({ page }) => {
  await openPiece(page, smallStarter('dented-sail', 128, 72, 12));
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Camera in loft' }).click();
  const lens = page.getByLabel('Lens, number');
  // The seam is told of a picture that is all there.
  await expect(seam(page)).toHaveText(/^closes/);
  const before = await settled(stage(page));
  await page.getByRole('button', { name: 'Key Lens', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Remove the key of Lens' })).toBeVisible();
  await goToFrame(page, 6);
  // Between keys it has the value that they give; another one there sets a key.
  await expect(lens).toHaveValue('38');
  await setNumber(page, 'Lens', 70);
  await expect(page.getByText('2 keys')).toBeVisible();
  await goToFrame(page, 3);
  await expect(lens).toHaveValue('54');
  await goToFrame(page, 0);
  await expect(lens).toHaveValue('38');
  // What lies over the picture may be a shade apart at its corners.
  expect(difference(before, await settled(stage(page)))).toBeLessThan(0.05);
  await expect(seam(page)).toHaveText(/^closes/);

  // On the band: the second key is dragged over the seam, from frame 6 to the last one.
  const key = page.getByRole('slider', { name: 'Key 2 of loft lens at frame 6' });
  const from = (await key.first().boundingBox())!;
  const first = (await page.getByRole('slider', { name: 'Key 1 of loft lens at frame 0' }).first().boundingBox())!;
  const frame = (from.x - first.x) / 6;
  const y = from.y + from.height / 2;
  const middle = (box: { x: number; width: number }) => box.x + box.width / 2;
  await page.mouse.move(middle(from), y);
  await page.mouse.down();
  await page.mouse.move(middle(first) + 2 * Math.abs(frame), y, { steps: 3 });
  await page.mouse.move(middle(first) - Math.abs(frame), y, { steps: 3 });
  await page.mouse.up();
  await expect(page.getByRole('slider', { name: 'Key 2 of loft lens at frame 11' }).first()).toBeVisible();
  await expect(seam(page)).toHaveText(/^closes/);
  await page.keyboard.press('Control+z');
  await expect(key.first()).toBeVisible();

  // In the table, and by keyboard alone: its way on is another one, and the last key leaves a plain value.
  await page.getByText('2 keys').click();
  await page.getByLabel('Key 1 of Lens, to the next').selectOption('held');
  await goToFrame(page, 3);
  await expect(lens).toHaveValue('38');
  await goToFrame(page, 6);
  await page.getByRole('button', { name: 'Remove the key of Lens' }).press('Enter');
  await goToFrame(page, 0);
  await page.getByRole('button', { name: 'Remove the key of Lens' }).press('Enter');
  await expect(page.getByRole('button', { name: 'Key Lens', exact: true })).toBeVisible();
  await expect(lens).toHaveValue('38');
});

test('a step is turned on and off by keys, on the card as in numbers, and always works again', async ({ page }) => {
  await startBlank(page, 96, 54, 24);
  await makeStrand(
    page,
    'form',
    'bar',
    ['box', { Size: [0.6, 0.6, 0.6] }],
    ['twist', { Amount: 0.6 }],
    ['move, turn', { Move: [1, 0, 0] }],
  );
  await makeStrand(page, 'surface', 'paint', ['lit']);
  await makeStrand(page, 'stage', 'hall', ['camera', { Position: [0, 1, 4] }], ['place'], ['sun']);
  await makeStrand(page, 'finish', 'out', ['shoot'], ['invert']);
  const at = async (frame: number) => {
    await goToFrame(page, frame);
    return settled(stage(page));
  };
  const always = await at(0);
  for (const name of ['Move, turn, scale in bar', 'Twist in bar', 'Invert in out']) {
    await page.getByRole('button', { name }).click();
    await page.getByRole('button', { name: 'Turn it on and off over the loop' }).click();
    expect(difference(always, await at(0))).toBeLessThan(0.01);
    // Enabled at first, and from half of the loop on not.
    await page.getByRole('button', { name: 'Key Enabled' }).click();
    await goToFrame(page, 12);
    await setNumber(page, 'Enabled', 0);
    expect(difference(always, await at(12))).toBeGreaterThan(1);
    for (const frame of [0, 11]) expect(difference(always, await at(frame))).toBeLessThan(0.01);
    await page.getByRole('button', { name: 'Turn it on and off over the loop' }).click();
    await expect(page.getByLabel('Enabled, number')).toBeHidden();
    expect(difference(always, await at(12))).toBeLessThan(0.01);
  }
});

test('keys are chosen together: moved over the seam, stretched, copied, bent, and seen close by', async ({ page }) => {
  const own = piece(
    'sway',
    '',
    [
      strand('signal', 'sway', ['keys', { keys: keysAt([2, 0], [4, 1], [8, 0.4], [16, 0.4]) }]),
      strand('finish', 'out', ['paint'], ['exposure', { stops: from('sway') }]),
    ],
    { picture: { width: 64, height: 36, background: '#404040' }, loop: { frames: 24, rate: 12, play: 'loop' } },
  );
  await openPiece(page, own);
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Keys in sway' }).click();
  const key = (n: number, frame: number) =>
    page.getByRole('slider', { name: new RegExp(`^Key ${n} at frame ${frame}(,|$)`) }).first();
  const rows = page.getByRole('table', { name: 'Keys', exact: true }).getByRole('row');
  const frameWidth = ((await key(2, 4).boundingBox())!.x - (await key(1, 2).boundingBox())!.x) / 2;

  // The playhead follows the hand, over the seam in the middle too.
  await drag(page, page.getByRole('slider', { name: 'Playhead' }), -4 * frameWidth, 0);
  await expect(page.getByText('frame 20 of 24')).toBeVisible();
  await goToFrame(page, 0);

  // Two are chosen and dragged together, four frames back: the first goes over the seam, the others stay.
  await key(1, 2).click();
  await key(2, 4).click({ modifiers: ['Shift'] });
  const chosen = async (...keys: number[]) => {
    for (const n of keys)
      await expect(page.getByRole('slider', { name: new RegExp(`^Key ${n} .*, chosen$`) }).first()).toBeVisible();
  };
  await chosen(1, 2);
  await drag(page, key(2, 4), -4 * frameWidth, 0);
  for (const [n, frame] of [
    [1, 22],
    [2, 0],
    [3, 8],
  ] as const)
    await expect(key(n, frame)).toBeVisible();
  await expect(seam(page)).toHaveText(/^closes/);

  // The bracket over them is dragged at its end: two frames become six.
  await drag(page, page.getByRole('slider', { name: 'End of the chosen keys' }).first(), 4 * frameWidth, 0);
  await expect(key(1, 22)).toBeVisible();
  await expect(key(2, 4)).toBeVisible();

  // Copied, and put down from frame 12 on; one entry of the history.
  await key(2, 4).press('Control+c');
  await goToFrame(page, 12);
  await page.getByRole('slider', { name: 'Playhead' }).press('Control+v');
  await expect(rows).toHaveCount(8);
  await expect(page.getByText('frame 12 of')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(rows).toHaveCount(6);

  // A box holds all four; they are taken away, and one is left.
  const band = (await page.getByRole('slider', { name: 'Playhead' }).boundingBox())!;
  await page.keyboard.down('Shift');
  await page.mouse.move(band.x + 3, band.y + 3);
  await page.mouse.down();
  await page.mouse.move(band.x + band.width - 3, band.y + band.height - 3, { steps: 3 });
  await page.mouse.up();
  await page.keyboard.up('Shift');
  // Some are chosen from before: the box is done when all are.
  await chosen(1, 2, 3, 4);
  await key(2, 4).press('Delete');
  await expect(rows).toHaveCount(3);
  await page.keyboard.press('Control+z');
  await expect(rows).toHaveCount(6);

  // A way becomes a curve; its handle goes by mouse and by keyboard, and the picture follows.
  await goToFrame(page, 6);
  await page.getByLabel('Key 2, to the next').selectOption('curve');
  const before = await settled(stage(page));
  const handle = page.getByRole('slider', { name: 'First handle of the curve after key 2' }).first();
  await drag(page, handle, -8, 25);
  await expect(page.getByLabel('Key 2, first handle, value')).not.toHaveValue('0');
  expect(difference(before, await settled(stage(page)))).toBeGreaterThan(0.5);
  await handle.press('ArrowRight');
  await expect(seam(page)).toHaveText(/^closes/);

  // Zoomed in about the playhead, frames lie farther apart; one press shows the whole loop again.
  await page.getByRole('button', { name: 'Zoom into time' }).click({ clickCount: 3 });
  const near = async () => Math.abs((await key(2, 4).boundingBox())!.x - (await key(3, 8).boundingBox())!.x);
  await expect.poll(near).toBeGreaterThan(4 * frameWidth * 1.5);
  await page.getByRole('button', { name: 'Show the whole loop' }).click();
  await expect(page.getByRole('button', { name: 'Zoom out of time' })).toBeDisabled();
});

const keysAt = (...keys: [frame: number, value: number][]): Key[] =>
  keys.map(([frame, value]) => ({ at: frame / 24, value, ease: 'linear' }));

test('a place is keyed by dragging it on the stage at another frame', async ({ page }) => {
  await openPiece(page, smallStarter('tide-gauge', 72, 128));
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Place in foyer' }).first().click();
  await page.getByRole('button', { name: 'Key Position', exact: true }).click();
  await goToFrame(page, 6);
  const height = page.getByLabel('Position y', { exact: true });
  const was = await height.inputValue();
  const box = (await page.getByRole('slider', { name: 'Move position along y' }).boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y - 40, { steps: 5 });
  await page.mouse.up();
  await expect(height).not.toHaveValue(was);
  await expect(page.getByText('2 keys')).toBeVisible();
  const moved = await settled(stage(page));
  await goToFrame(page, 0);
  await expect(height).toHaveValue(was);
  expect(difference(moved, await settled(stage(page)))).toBeGreaterThan(0.5);
  // The way between its keys lies over the picture; a key on it is gone to.
  const key = page.getByRole('button', { name: /^Key 2 of position at frame 6/ });
  await key.click();
  await expect(page.getByText('frame 6 of')).toBeVisible();
  // Dragged, it takes the key along, across the line of sight.
  const there = await height.inputValue();
  await drag(page, key, 0, 30);
  await expect(height).not.toHaveValue(there);
  await expect(seam(page)).toHaveText(/^closes/);
});

test('the loop is counted in beats: a tempo is tapped, a length is asked for, and keys keep their frames', async ({
  page,
}) => {
  await openPiece(page, smallStarter('tide-gauge', 72, 128, 60));
  await inWorkbench(page);
  await page.getByRole('tab', { name: 'Tuning' }).click();
  await expect(page.getByRole('button', { name: 'Count in beats' })).toBeVisible();
  // However quick these hands are here: the tempo is that of the times at which the page was told.
  await page.evaluate(() => {
    const times: number[] = [];
    Object.assign(window, { taps: times });
    window.addEventListener('keydown', (e) => e.key === 't' && times.push(performance.now()), { capture: true });
  });
  for (let i = 0; i < 8; i++) await page.keyboard.press('t');
  const times = await page.evaluate(() => (window as unknown as { taps: number[] }).taps);
  expect(times).toHaveLength(8);
  const tempo = page.getByLabel('Tempo, number');
  const tapped = tappedTempo(times)!;
  await expect.poll(async () => Math.abs(Number(await tempo.inputValue()) / tapped - 1)).toBeLessThan(0.05);
  await setNumber(page, 'Tempo', 124);
  await setNumber(page, 'Frame rate', 30);
  await page.getByLabel('Keys keep').click();
  await page.getByRole('option', { name: 'Their frames' }).click();
  await setNumber(page, 'In beats', 8);
  await expect(page.getByLabel('Length, number')).toHaveValue('116');
  await expect(page.locator('[data-beats]')).toContainText('8 beats are 116.13 frames: 116 are 0.129 too few.');
  await page.getByRole('button', { name: 'Set the tempo to 124.14' }).click();
  // A time is typed in any unit, whatever it is counted in.
  await makeStrand(page, 'signal', 'late', ['cycle'], ['delay', { In: '=Beats' }]);
  const time = page.getByLabel('Time, number', { exact: true });
  await time.fill('116 frames');
  await time.press('Enter');
  await expect(time).toHaveValue('8');
  await setChoice(page, 'In', 'Parts of the loop');
  await time.fill('2 beats');
  await time.press('Enter');
  await expect(time).toHaveValue('0.25');
  await page.getByRole('button', { name: 'Cycle in late' }).click();
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-beats]')).toContainText('8 beats are exactly 116 frames.');
  // The second key of the tide stood at frame 15 of 60.
  await page.getByRole('button', { name: 'Keys in tide' }).click();
  await expect(page.getByLabel('Key 2, frame')).toHaveValue(/^\d+(\.\d+)?$/);
  const [before] = smallStarter('tide-gauge', 72, 128, 60).strands.flatMap((s) =>
    s.steps.flatMap((t) => (t.op === 'signal.keys' ? [t.params.keys as { at: number }[]] : [])),
  );
  await expect(page.getByLabel('Key 2, frame')).toHaveValue(String(Math.round(before![1]!.at * 60 * 100) / 100));
});

test('moments are triggered at the playhead and drive a light through an envelope', async ({ page }) => {
  await openPiece(page, smallStarter('dented-sail', 128, 72, 24));
  await inWorkbench(page);
  await makeStrand(page, 'signal', 'flash', ['Placed moments'], ['Envelope', { Attack: 0, Decay: 0.2 }]);
  await page.getByRole('button', { name: 'Placed moments in flash' }).click();
  await page.getByRole('button', { name: 'Remove moment 2' }).click();
  await goToFrame(page, 10);
  await page.getByRole('button', { name: 'Placed moments in flash' }).focus();
  await page.keyboard.press('k');
  await expect(page.getByLabel('Moment 2, frame')).toHaveValue('10');
  await page.keyboard.press('k');
  await expect(page.getByLabel('Moment 3, frame')).toBeHidden();
  await page.getByRole('button', { name: 'Sun in loft' }).click();
  await link(page, 'Strength', 'flash');
  // The sail moves on; what tells the moments is how bright the picture is: at both, and just before one.
  const brightness = async (frame: number) => {
    await goToFrame(page, frame);
    const { data } = await settled(stage(page));
    return data.reduce((sum, v, k) => (k % 4 === 3 ? sum : sum + v), 0) / data.length;
  };
  const [first, before, second] = [await brightness(0), await brightness(9), await brightness(10)];
  expect(first).toBeGreaterThan(1.1 * before);
  expect(second).toBeGreaterThan(1.1 * before);
  await expect(seam(page)).toHaveText(/^closes/);

  // Moments themselves are no number: where they are linked to one, a pulse of them is put between.
  await makeStrand(page, 'signal', 'hits', ['Placed moments']);
  await page.getByRole('button', { name: 'Sun in loft' }).click();
  await link(page, 'Strength', 'hits');
  await expect(page.getByText('A pulse of "hits" is between: moments themselves are no number.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Pulse in hits pulse' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Pulse in hits pulse' })).toBeHidden();

  // Taken from a MIDI file, put on a grid and thinned out; a file that is none changes nothing.
  await page.getByRole('button', { name: 'Placed moments in flash' }).click();
  const file = page.getByLabel('MIDI file, file');
  const drop = (name: string, bytes: readonly number[]) =>
    file.setInputFiles({ name, mimeType: 'audio/midi', buffer: Buffer.from(bytes) });
  await drop('words.mid', [1, 2, 3]);
  await expect(page.getByText('It is not a MIDI file.')).toBeVisible();
  await expect(page.getByLabel('Moment 2, frame')).toHaveValue('10');
  // Eighths at 120 a minute, the fifth after the end of the second that the loop lasts.
  const notes = [0, 240, 200, 250, 960].map((deltaTime, i): MidiEvent => ({
    type: 'noteOn',
    deltaTime,
    channel: 0,
    noteNumber: 60,
    velocity: 127 - 20 * i,
  }));
  await drop(
    'beats.mid',
    writeMidi({
      header: { format: 0, numTracks: 1, ticksPerBeat: 480 },
      tracks: [[...notes, { type: 'endOfTrack', deltaTime: 0, meta: true }]],
    }),
  );
  await expect(page.getByText('4 moments are taken from it; 1 comes after the end of the loop.')).toBeVisible();
  await expect(page.getByLabel('Moment 3, frame')).toHaveValue('11');
  await page.getByRole('button', { name: 'Thin out' }).click();
  await pickItem(page, 'At least 10 frames apart');
  await expect(page.getByLabel('Moment 2, frame')).toHaveValue('11');
  await expect(page.getByLabel('Moment 3, frame')).toBeHidden();
});

test('a signal remembers: it springs, adds up and says what closes it, and is read over the loop', async ({ page }) => {
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await openPiece(page, smallStarter('dented-sail', 128, 72, 24));
  await inWorkbench(page);
  await makeStrand(page, 'signal', 'way', ['Constant', { Value: 0.7 }], ['Add up']);
  // 0.7 a second over a second are seven tenths of a turn.
  await expect(seam(page)).toHaveText(/does not close|breaks/);
  await page.getByRole('button', { name: /^Checks/ }).click();
  await page.getByRole('button', { name: 'Set factor to 1.428571' }).click();
  await page.keyboard.press('Escape');
  await expect(seam(page)).toHaveText(/^closes/);
  // The playhead reads it in its cell: a quarter of the loop is a quarter of the turn.
  await goToFrame(page, 6);
  const cell = page.getByRole('button', { name: 'Add up in way' });
  await expect(cell.locator('[data-playhead]')).toHaveText('0.25');

  await cell.click();
  await page.keyboard.press('l');
  const bar = page.locator('[data-looking]');
  await expect(bar).toContainText('lowest0');
  await expect(bar).toContainText('highest0.958');
  await expect(bar).toContainText('mean0.479');
  await expect(page.getByRole('img', { name: 'The signal over the loop' }).locator('canvas')).toBeVisible();
  await bar.getByRole('button', { name: 'Copy as CSV' }).click();
  await expect(page.getByText('The numbers of all frames are copied')).toBeVisible();
  const lines = (await page.evaluate(() => navigator.clipboard.readText())).trim().split('\r\n');
  expect(lines[0]).toBe('frame,time in seconds,value');
  expect(lines[7]!.split(',').map(Number)).toEqual([6, 0.25, expect.closeTo(0.25, 6) as unknown as number]);
  expect(lines).toHaveLength(25);
});

/** Five blocks in a row, each a share of the loop later than the one before, moved up by a signal. */
const lateBlocks = (...signal: [op: string, params?: Step['params']][]): Piece =>
  piece(
    'Late blocks',
    '',
    [
      strand('signal', 'hop', ...signal),
      strand('field', 'late', ['copy', { as: 'share' }]),
      strand('form', 'spots', ['points-line', { count: 5, from: [-2, 0, 0], to: [2, 0, 0] }]),
      strand(
        'form',
        'blocks',
        ['box', { size: [0.5, 0.5, 0.5] }],
        ['copies', { on: from('spots'), delay: from('late') }],
        ['push', { by: from('hop'), amount: 1, along: 'direction', direction: [0, 1, 0] }],
      ),
      strand('surface', 'chalk', ['lit', { colour: '#000000' }], ['glow', { colour: '#ffffff', strength: 0.5 }]),
      strand(
        'stage',
        'hall',
        ['camera', { position: [0, 0, 6], target: [0, 0, 0], lens: 30 }],
        ['place', { form: from('blocks'), surface: from('chalk') }],
      ),
      strand('finish', 'out', ['shoot', { stage: from('hall') }]),
    ],
    { picture: { width: 128, height: 72, background: '#000000' }, loop: { frames: 12, rate: 12, play: 'loop' } },
  );

test('copies that are late read a remembered signal as the processor works it out', async ({ page }) => {
  const keys = [0, 0.25, 0.5].map((at, n) => ({ at, value: [0, 1, -0.6][n]!, ease: 'held' as const }));
  const springs = lateBlocks(['keys', { keys }], ['spring', { swing: 2, damping: 0.2 }]);
  const evaluator = await Evaluator.make(springs, NO_ASSETS, [{ strand: 'hop' }]);
  const values = evaluator.run(0, placeRows(Array.from({ length: 12 }, (_, n) => ({ phase: n / 12 }))), 12);
  const same = [...values].map((value, n) => ({ at: n / 12, value, ease: 'linear' as const }));
  const pictures: PNG[] = [];
  for (const shown of [springs, lateBlocks(['keys', { keys: same }]), lateBlocks(['keys', { keys }])]) {
    await openPiece(page, shown);
    await inWorkbench(page);
    await goToFrame(page, 4);
    pictures.push(await settled(stage(page)));
  }
  expect(difference(pictures[0]!, pictures[1]!)).toBeLessThan(0.05);
  expect(difference(pictures[0]!, pictures[2]!)).toBeGreaterThan(1);
});

test('a control is played by hand, and what was played is in the loop as keys', async ({ page }) => {
  await openPiece(page, smallStarter('dented-sail', 128, 72, 48));
  await inWorkbench(page);
  await page.getByRole('tab', { name: /^Desk/ }).click();
  const slider = page.getByRole('slider', { name: 'pull', exact: true });
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await expect(page.getByText('Recording: move the controls')).toBeVisible();
  await slider.focus();
  // To one end and to the other, over several passes of the loop.
  for (const key of ['End', 'Home', 'End']) {
    await page.keyboard.press(key);
    const frame = await page.getByText(/^frame \d+ of 48/).innerText();
    await expect(page.getByText(/^frame \d+ of 48/)).not.toHaveText(frame);
  }
  await page.getByRole('button', { name: 'End and write keys' }).click();
  await expect(page.getByText(/"pull" has \d+ keys, within .* parameters? follows? it/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  await expect(seam(page)).toHaveText(/^closes/);
  // Parameters keep following: the control itself has the keys, on the desk and on the loop band.
  const keys = page.getByRole('slider', { name: /^Key \d+ of pull at frame \d+/ });
  await expect(keys.first()).toBeVisible();
  await page.getByRole('button', { name: 'Settings of pull' }).click();
  await expect(page.getByText(/^One parameter follows it\.|^[1-9]\d* parameters follow it\./)).toBeVisible();
  await expect(page.getByText(/^\d+ keys?$/)).toBeVisible();
  await page.keyboard.press('Escape');
  // What closes gives the focus back a moment later; keys that are pressed before that go elsewhere.
  await expect(page.getByRole('button', { name: 'Settings of pull' })).toBeFocused();
  // Moved while the loop stands, it has a key there.
  await goToFrame(page, 24);
  const before = await settled(stage(page));
  await slider.focus();
  // What was played at this frame is one end or the other, by how fast the loop ran.
  const now = Number(await slider.getAttribute('aria-valuenow'));
  await page.keyboard.press(now > 0.5 ? 'Home' : 'End');
  await expect.poll(async () => difference(before, await pixelsOf(stage(page)))).toBeGreaterThan(0.05);
  await expect(page.getByRole('button', { name: 'Remove the key of pull' })).toBeVisible();
  await page.keyboard.press('Control+z');
  // All that was recorded is one entry of the history, with a button of its own.
  await page.getByRole('button', { name: 'Undo the recording' }).click();
  await expect(keys).toHaveCount(0);
});

test('a control is keyed on the desk, follows a signal, and looks have its keys or its value', async ({ page }) => {
  const own = piece(
    'lamp',
    '',
    [
      strand('signal', 'sway', ['cycle', { wave: 'saw' }], ['remap', { low: 0, high: 2 }]),
      strand('finish', 'out', ['paint'], ['exposure', { stops: { control: 'c1' } }]),
    ],
    {
      picture: { width: 64, height: 36, background: '#404040' },
      loop: { frames: 24, rate: 12, play: 'loop' },
      controls: [{ id: 'c1', name: 'light', value: 0, default: 0, min: 0, max: 2, curve: 1 }],
    },
  );
  await openPiece(page, own);
  await inWorkbench(page);
  await page.getByRole('tab', { name: /^Desk/ }).click();
  const value = page.getByLabel('light, value');
  await page.getByRole('button', { name: 'Key light', exact: true }).click();
  await goToFrame(page, 12);
  await value.fill('2');
  await value.press('Enter');
  await goToFrame(page, 6);
  await expect(value).toHaveValue('1');
  const between = await settled(stage(page));
  await goToFrame(page, 12);
  await expect.poll(async () => difference(between, await pixelsOf(stage(page)))).toBeGreaterThan(10);
  await expect(seam(page)).toHaveText(/^closes/);

  // A look has the keys; one without them sets the value, which is said, and undone at once.
  await page.getByRole('button', { name: 'Store this one' }).click();
  await page.getByRole('button', { name: 'More for the look look 1' }).click();
  await pickItem(page, 'Leave out its keys');
  await page.getByRole('button', { name: 'look 1', exact: true }).click();
  await expect(page.getByText('"light" has the value of "look 1" throughout now.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Key light', exact: true })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Remove the key of light' })).toBeVisible();

  // It follows a signal, by its name, and has its value again without one.
  await page.getByRole('button', { name: 'Settings of light' }).click();
  await page.getByLabel('Signal that light follows').selectOption('sway');
  await page.keyboard.press('Escape');
  await expect(page.getByTitle('Follows the signal sway')).toBeVisible();
  await goToFrame(page, 6);
  await expect.poll(async () => difference(between, await pixelsOf(stage(page)))).toBeGreaterThan(10);
});

test('a path is drawn by its points on the stage, and what follows it goes there and looks where it goes', async ({
  page,
}) => {
  const corners: PathPoint[] = [
    { place: [-1, 0, 0] },
    { place: [0, 0, 1] },
    { place: [1, 0, 0] },
    { place: [0, 0, -1] },
  ];
  const share = ['remap', { fromLow: -1, fromHigh: 1, low: 0, high: 1 }] as const;
  const small = piece(
    'Round trip',
    '',
    [
      strand('signal', 'course', ['cycle', { wave: 'saw' }], [...share], ['along-path', { points: corners }]),
      strand('signal', 'bow', ['combine', { x: from('course', 'x'), y: 0, z: from('course', 'z') }], ['heading']),
      strand('form', 'line', ['points-path', { points: corners, count: 8 }]),
      strand('form', 'stones', ['ball', { columns: 6, rows: 4, radius: 0.15 }], ['copies', { on: from('line') }]),
      strand('form', 'boat', ['box', { size: [0.2, 0.2, 0.6] }]),
      strand('surface', 'paint', ['lit']),
      strand(
        'stage',
        'roads',
        ['camera', { position: [0, 2.5, 3], target: [0, 0, 0] }],
        ['place', { form: from('boat'), surface: from('paint'), position: from('course'), turn: from('bow') }],
        ['place', { form: from('stones'), surface: from('paint') }],
        ['sun'],
      ),
      strand('finish', 'out', ['shoot', { stage: from('roads') }]),
    ],
    { picture: { width: 96, height: 54, background: '#101010' }, loop: { frames: 24, rate: 12, play: 'loop' } },
  );
  await openPiece(page, small);
  await inWorkbench(page);
  await page.getByRole('button', { name: 'Along a path in course' }).click();
  const points = page.getByRole('button', { name: /^Point \d+ of the path$/ });
  await expect(points).toHaveCount(4);
  const before = await settled(stage(page));
  // The boat stands at the first point at frame 0: dragged away, it takes the boat along.
  // To the middle, where nothing stands.
  const across = async (from: number, to: number) => {
    const [here, there] = [(await points.nth(from).boundingBox())!, (await points.nth(to).boundingBox())!];
    return [there.x - here.x, there.y - here.y] as const;
  };
  const [right, down] = await across(0, 2);
  await drag(page, points.first(), right / 2, down / 2);
  await expect(page.getByLabel('Point 1, x')).not.toHaveValue('-1');
  expect(difference(before, await settled(stage(page)))).toBeGreaterThan(0.5);
  // It was dragged on the ground, where nothing else is; with Alt in the plane of the picture.
  await expect(page.getByLabel('Point 1, y')).toHaveValue('0');
  await page.keyboard.down('Alt');
  await drag(page, points.first(), 0, -20);
  await page.keyboard.up('Alt');
  await expect(page.getByLabel('Point 1, y')).not.toHaveValue('0');
  // Over a stone it lies on the stone: all of them are 0.15 m in radius, at the height of the other points.
  await drag(page, points.first(), ...(await across(0, 2)));
  const height = Number(await page.getByLabel('Point 1, y').inputValue());
  expect(height).toBeGreaterThan(0.02);
  expect(height).toBeLessThan(0.16);
  await page.getByRole('button', { name: 'Add a point after point 1', exact: true }).press('Enter');
  await expect(points).toHaveCount(5);
  await points.nth(1).press('Delete');
  await expect(points).toHaveCount(4);
  await page.keyboard.press('Control+z');
  await expect(points).toHaveCount(5);
  await expect(seam(page)).toHaveText(/^closes/);
  // A form that does not stand on the stage itself has its path on the stage.
  await page.getByRole('button', { name: 'Points on a path in line' }).click();
  await expect(points).toHaveCount(4);
  const moored = await settled(stage(page));
  await drag(page, points.nth(2), -40, 0);
  expect(difference(moored, await settled(stage(page)))).toBeGreaterThan(0.1);
  // By handles: one is typed as well as dragged, and follows its neighbours again.
  await setChoice(page, 'Between', 'By handles');
  const handle = page.getByLabel('Handle 2, y');
  const own = await handle.inputValue();
  const level = await settled(stage(page));
  await handle.fill('1.5');
  await handle.press('Enter');
  expect(difference(level, await settled(stage(page)))).toBeGreaterThan(0.1);
  await page.getByRole('button', { name: 'Remove handle 2: it follows its neighbours again' }).click();
  await expect(handle).toHaveValue(own);
  expect(difference(level, await settled(stage(page)))).toBeLessThan(0.01);
  // Points are taken from a circle, an open edge and an SVG; what has none says so and changes nothing.
  const takeFrom = async (name: string) => {
    await page.getByRole('button', { name: 'Take from' }).click();
    await pickItem(page, name);
  };
  await takeFrom('A circle');
  await expect(points).toHaveCount(8);
  await takeFrom('The open edge of boat');
  await expect(page.getByText(/no open edge/)).toBeVisible();
  await expect(points).toHaveCount(8);
  const svg = (inner: string) => ({
    name: 'line.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg">${inner}</svg>`),
  });
  const file = page.getByLabel('SVG file, file');
  await file.setInputFiles(svg('<script>window.ran = true</script><text>no line</text>'));
  await expect(page.getByText(/There is no line in it/)).toBeVisible();
  const round = await settled(stage(page));
  await file.setInputFiles(
    svg('<g transform="scale(2 1)"><path d="M0 0 L10 0 L10 10" onload="window.ran = true"/></g>'),
  );
  await expect(points).toHaveCount(3);
  await expect(page.getByLabel('Point 3, y')).toHaveValue('-0.5');
  await expect(page.getByRole('combobox', { name: 'Ends' })).toHaveText('Open');
  expect(await page.evaluate(() => 'ran' in window)).toBe(false);
  const taken = await settled(stage(page));
  expect(difference(round, taken)).toBeGreaterThan(0.1);
  // By handles: each point has one, which follows its neighbours until it is dragged.
  await setChoice(page, 'Between', 'By handles');
  const handles = page.getByRole('button', { name: /^Handle of point \d+$/ });
  await expect(handles).toHaveCount(3);
  const bent = await settled(stage(page));
  await drag(page, handles.nth(1), 40, -30);
  expect(difference(bent, await settled(stage(page)))).toBeGreaterThan(0.1);
  await handles.nth(1).press('Delete');
  expect(difference(bent, await settled(stage(page)))).toBeLessThan(0.1);
});
