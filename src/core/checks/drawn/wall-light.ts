import { toLinear } from '../../colour';
import { scaledBox, type PixelBox } from '../../piece/outputs';
import type { Output } from '../../piece/types';
import { highest, percent, type DrawnFrame } from './types';

/** What a wall gives out over the loop: each a share of what it gives when it is all white, 0 to 1, by frame. */
export interface WallLight {
  /** The part of the picture that it showed. */
  box: PixelBox;
  /** Luminance, as the mean over the wall (BT.709). */
  mean: number[];
  /** Luminance of its brightest pixel. */
  most: number[];
  /**
   * Electrical power of its lamps, where three equal ones take current in proportion to their light, as those that are
   * switched on for a part of the time do; its electronics come on top.
   */
  power: number[];
}

/** By the ids of outputs. */
export type WallLights = Record<string, WallLight>;

const LINEAR = Float64Array.from({ length: 256 }, (_, byte) => toLinear(byte / 255));
const LUMINANCE = [0.2126, 0.7152, 0.0722] as const;

/** What a part of a picture gives out. @param bytes RGBA, open over black @param width pixels of a row */
export function lightOf(
  bytes: Uint8ClampedArray,
  width: number,
  box: PixelBox,
): { mean: number; most: number; power: number } {
  const [red, green, blue] = LUMINANCE;
  let [sum, most, power] = [0, 0, 0];
  for (let y = box.y; y < box.y + box.height; y++)
    for (let x = box.x; x < box.x + box.width; x++) {
      const i = 4 * (y * width + x);
      const share = bytes[i + 3]! / 255;
      const r = LINEAR[Math.round(share * bytes[i]!)]!;
      const g = LINEAR[Math.round(share * bytes[i + 1]!)]!;
      const b = LINEAR[Math.round(share * bytes[i + 2]!)]!;
      const luminance = red * r + green * g + blue * b;
      sum += luminance;
      if (luminance > most) most = luminance;
      power += (r + g + b) / 3;
    }
  const pixels = box.width * box.height;
  return { mean: sum / pixels, most, power: power / pixels };
}

interface Sizes {
  picture: { width: number; height: number };
  /** Pixels that are drawn of it. */
  drawn: { width: number; height: number };
}

/** Takes the frames of a loop in turn. */
export class WallLightMeter {
  private readonly walls;

  constructor(
    walls: readonly Output[],
    private readonly sizes: Sizes,
  ) {
    this.walls = walls.map(({ id, x, y, width, height }) => {
      const box = { x, y, width, height };
      const light: WallLight = { box, mean: [], most: [], power: [] };
      return { id, light, part: scaledBox(box, sizes.picture, sizes.drawn) };
    });
  }

  add({ bytes }: DrawnFrame): void {
    for (const { part, light } of this.walls) {
      const now = lightOf(bytes, this.sizes.drawn.width, part);
      light.mean.push(now.mean);
      light.most.push(now.most);
      light.power.push(now.power);
    }
  }

  reading = (): WallLights => Object.fromEntries(this.walls.map(({ id, light }) => [id, light]));
}

/** What a wall gives out over the loop, in a sentence. @param peak luminance of the wall when it is white: cd/m² */
export function lightWords({ mean, most, power }: WallLight, peak: number): string {
  const average = (values: readonly number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;
  const whole = average(mean);
  const brightest = highest(mean);
  const hungriest = highest(power);
  return (
    `Its light is ${percent(whole)} of what it can give on average (${Math.round(whole * peak)} cd/m²), and ` +
    `${percent(brightest.most)} at frame ${brightest.frame}; its brightest pixel comes to ` +
    `${percent(highest(most).most)}. Its lamps take ${percent(average(power))} of their power, ` +
    `and ${percent(hungriest.most)} at frame ${hungriest.frame}.`
  );
}
