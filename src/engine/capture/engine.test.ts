import { describe, expect, it } from 'vitest';
import { measurePictureSeam } from './picture-seam';
import { flipRows } from './read';
import { ScaleChooser, SCALES } from '../card/scale';

describe('the preview scale', () => {
  const wide = { width: 1600, height: 900 };

  it('goes down on slow frames, comes back on fast ones, and stays inside its ladder', () => {
    const chooser = new ScaleChooser();
    for (let i = 0; i < 50; i++) chooser.took(200);
    expect(chooser.sizeOf(wide)).toEqual([1600, 900].map((side) => Math.round(side * SCALES.at(-1)!)));
    for (let i = 0; i < 1000; i++) chooser.took(5);
    expect(chooser.sizeOf(wide)).toEqual([1600, 900]);
  });

  it('leaves enough to see, unless less is asked for', () => {
    const chooser = new ScaleChooser();
    const picture = { width: 400, height: 225 };
    for (let i = 0; i < 50; i++) chooser.took(200);
    expect(chooser.sizeOf(picture)).toEqual([240, 135]);
    chooser.pinned = 0.25;
    expect(chooser.sizeOf(picture)).toEqual([100, 56]);
    chooser.pinned = null;
    expect(chooser.sizeOf({ width: 80, height: 45 })).toEqual([80, 45]);
  });

  it('draws no more than a screen has, and no fewer than two pixels', () => {
    const chooser = new ScaleChooser();
    chooser.pinned = 1;
    expect(chooser.sizeOf({ width: 4096, height: 2048 })).toEqual([1920, 960]);
    expect(chooser.sizeOf({ width: 1200, height: 1 })).toEqual([1200, 2]);
  });

  it('does not move for one hiccup, nor while it is pinned', () => {
    const chooser = new ScaleChooser();
    const before = chooser.sizeOf(wide);
    for (const t of [200, 30, 200, 30]) chooser.took(t);
    expect(chooser.sizeOf(wide)).toEqual(before);
    chooser.pinned = 0.25;
    for (let i = 0; i < 50; i++) chooser.took(200);
    expect(chooser.sizeOf(wide)).toEqual([400, 225]);
    chooser.pinned = null;
    expect(chooser.sizeOf(wide)).toEqual(before);
  });
});

it('turns rows top first', () => {
  expect([...flipRows(new Uint8Array([1, 1, 1, 1, 2, 2, 2, 2]), 1, new Uint8ClampedArray(8))]).toEqual([
    2, 2, 2, 2, 1, 1, 1, 1,
  ]);
});

it('compares a picture at both sides of the seam', async () => {
  const draw = (jump: number) => async (phase: number) =>
    new Uint8ClampedArray([Math.round(100 + 40 * phase * jump), 50, 50, 255]);
  expect(await measurePictureSeam(10, 2, draw(1))).toMatchObject({ most: 40, closes: false });
  expect(await measurePictureSeam(10, 2, draw(0))).toEqual({ most: 0, before: 0, after: 0, closes: true });
});
