import type { Output } from '../piece/types';
import type { PixelBox } from '../piece/outputs';

/** A part of a picture that is written as a file of its own, turned as its wall wants it. */
export interface Cut {
  box: PixelBox;
  turn: Output['turn'];
}

/** Pixels of a part as it is written. */
export const cutSize = ({ box, turn }: Cut): { width: number; height: number } =>
  turn % 180 === 0 ? { width: box.width, height: box.height } : { width: box.height, height: box.width };

type RgbaPixels = Uint8ClampedArray<ArrayBuffer> | Float32Array<ArrayBuffer>;

/**
 * The pixels of a part of a picture, turned clockwise.
 * @param pixels RGBA, top row first
 * @param width pixels of a row
 */
export function cutOut<P extends RgbaPixels>(pixels: P, width: number, { box, turn }: Cut): P {
  // A pixel is one number of 32 bits where its channels are bytes, and one of 128 elsewhere, which no array has.
  if (!(pixels instanceof Float32Array)) {
    const whole = new Uint32Array(pixels.buffer, pixels.byteOffset, pixels.length / 4);
    const part = new Uint32Array(box.width * box.height);
    copyTurned(whole, part, width, box, turn, 1);
    return new Uint8ClampedArray(part.buffer) as P;
  }
  const part = new Float32Array(4 * box.width * box.height);
  copyTurned(pixels, part, width, box, turn, 4);
  return part as P;
}

/** @param each numbers of a pixel */
function copyTurned(
  from: Uint32Array | Float32Array,
  to: Uint32Array | Float32Array,
  width: number,
  { x, y, width: across, height: down }: PixelBox,
  turn: Output['turn'],
  each: 1 | 4,
): void {
  // Where the first pixel of the part goes, and how far the next one to the right and the next one below are from it.
  const start = { 0: 0, 90: down - 1, 180: across * down - 1, 270: (across - 1) * down }[turn];
  const right = { 0: 1, 90: down, 180: -1, 270: -down }[turn];
  const below = { 0: across, 90: -1, 180: -across, 270: 1 }[turn];
  for (let row = 0; row < down; row++) {
    let source = each * ((y + row) * width + x);
    let target = each * (start + row * below);
    for (let column = 0; column < across; column++) {
      for (let c = 0; c < each; c++) to[target + c] = from[source + c]!;
      source += each;
      target += each * right;
    }
  }
}
