import { expect } from '@playwright/test';
import {
  difference,
  goToFrame,
  startBlank,
  makeStrand,
  seam,
  setNumber,
  settled,
  stage,
  variety,
  pickItem,
} from './artist';
import { test } from './lasting-page';

test('an artist builds a torn banner from blank: a sample picture torn by panned noise, in bursts', async ({
  page,
}) => {
  await startBlank(page, 128, 72, 24);
  // Only the crest of a cycle is left, and rounded up to on or off: frames 2 to 9 of 24 or so.
  await makeStrand(
    page,
    'signal',
    'burst',
    ['cycle', { Turns: 1 }],
    ['join', { Operation: '=Subtract', 'Second value': 0.5 }],
    ['round', { Way: '=Up' }],
    ['clamp'],
  );
  await makeStrand(
    page,
    'field',
    'rows',
    ['uv'],
    ['pan', { Travel: [0, 2, 0] }],
    ['pixelate', { Cells: [12, 0, 0] }],
    ['noise', { Style: '=Value', Scale: 6, Repeat: 6, Evolve: 0 }],
  );
  await makeStrand(
    page,
    'field',
    'torn',
    ['take from', { Value: '~rows' }],
    ['join', { Operation: '=Multiply', 'Second value': '~burst' }],
  );
  await makeStrand(
    page,
    'field',
    'print',
    ['uv'],
    ['distort', { Field: '~torn', Direction: [0, 1, 0], Amount: 0.3 }],
    ['picture', { Outside: '=Held' }],
  );
  await page.getByRole('button', { name: 'Samples' }).click();
  await pickItem(page, 'Choir banner');
  await expect(page.locator('[data-picture-drop]')).toContainText('choir-banner.png');
  await makeStrand(page, 'form', 'cloth', ['grid', { Lies: '=As a wall', Columns: 4, Rows: 4, Width: 3.56, Depth: 2 }]);
  await makeStrand(
    page,
    'surface',
    'linen',
    ['lit'],
    ['colour', { Colour: '~print' }],
    ['shading', { Shading: '=Flat' }],
  );
  await makeStrand(page, 'stage', 'hall', ['camera', { Position: [0, 0, 3.6] }], ['place']);
  await makeStrand(page, 'finish', 'out', ['shoot']);

  await expect(seam(page)).toHaveText('closes');
  const whole = await settled(stage(page));
  expect(variety(whole)).toBeGreaterThan(20);
  await goToFrame(page, 6);
  const torn = await settled(stage(page));
  expect(difference(whole, torn)).toBeGreaterThan(4);
  // Between the bursts it hangs still.
  await goToFrame(page, 16);
  expect(difference(whole, await settled(stage(page)))).toBe(0);
});

test('an artist builds a burning lantern from blank: cut by noise, with a glowing edge, its shadow burns too', async ({
  page,
}) => {
  await startBlank(page, 96, 96, 24);
  await makeStrand(
    page,
    'signal',
    'burn',
    ['cycle', { Turns: 1, Shift: 0.75 }],
    ['remap', { 'To low': 0.1, 'To high': 0.6 }],
  );
  await makeStrand(
    page,
    'field',
    'left',
    ['position'],
    ['fractal', { Scale: 1.5, Octaves: 3, Evolve: 0 }],
    ['remap', { 'From low': -0.6, 'From high': 0.6 }],
    ['join', { Operation: '=Subtract', 'Second value': '~burn' }],
  );
  await makeStrand(
    page,
    'field',
    'edge',
    ['take from', { Value: '~left' }],
    ['remap', { 'From low': 0.08, 'From high': 0, Outside: '=Held at the ends' }],
  );
  await makeStrand(page, 'form', 'lantern', ['ball', { Columns: 40, Rows: 24 }]);
  await makeStrand(
    page,
    'surface',
    'paper',
    ['lit'],
    ['glow', { Strength: '~edge' }],
    ['cut', { Field: '~left', Edge: 0 }],
  );
  await makeStrand(page, 'surface', 'boards', ['lit']);
  await makeStrand(
    page,
    'stage',
    'loft',
    ['camera', { Position: [0, 2.2, 4.5] }],
    ['place', { Surface: '~paper' }],
    ['floor', { Level: -1.1, Surface: '~boards' }],
    ['sun'],
  );
  await makeStrand(page, 'finish', 'out', ['shoot']);

  await expect(seam(page)).toHaveText('closes');
  const whole = await settled(stage(page));
  await goToFrame(page, 12);
  const burnt = await settled(stage(page));
  expect(difference(whole, burnt)).toBeGreaterThan(2);
  // The floor to the lower left lies in the shadow: where the paper is gone, light falls through.
  const shade = (p: typeof whole) => {
    let sum = 0;
    for (let y = Math.floor(p.height * 0.7); y < p.height * 0.92; y++)
      for (let x = Math.floor(p.width * 0.3); x < p.width * 0.7; x++) sum += p.data[4 * (y * p.width + x)]!;
    return sum;
  };
  expect(Math.abs(shade(burnt) - shade(whole)) / shade(whole)).toBeGreaterThan(0.005);
  // Both sides are drawn: through the holes the inside shows, never the background alone.
  await page.getByRole('button', { name: 'Cut in paper' }).click();
  await setNumber(page, 'Edge', 2);
  const gone = await settled(stage(page));
  expect(difference(burnt, gone)).toBeGreaterThan(2);
});
