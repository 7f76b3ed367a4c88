import { toLinear } from '../../colour';
import { highest, inPercent, percent, type DrawnCheck } from './types';

/**
 * Gradients whose steps will be seen: where a picture changes so slowly that many pixels share a shade, and the next
 * shade differs by more than an eye overlooks.
 */

/** The largest part of the picture that may show bands. */
const MAX_BANDED_PART = 0.05;
/** The narrowest band that is seen as one, in parts of the height of the picture: 5 pixels of 1080. */
const NARROWEST = 1 / 216;
/** Wider ones have no neighbour in sight. */
const WIDEST = 0.5;
/** Difference of two luminances by the lower one that is seen: the threshold of Schreiber as in ITU-R BT.2246, 2 %. */
const SEEN_CONTRAST = 0.02;
/** Light of a dark hall on the wall, in parts of white. */
const AMBIENT = 0.001;
/** How far a pixel may lie off the slope of its neighbours, in shades: what varies more hides its steps. */
const SMOOTH = 0.3;
/** Pixels to the neighbours that are compared. */
const REACH = 2;

const OFFSETS = Array.from({ length: 2 * REACH + 1 }, (_, i) => i - REACH);
const NEIGHBOURS = OFFSETS.flatMap((y) => OFFSETS.map((x) => [x, y] as const));

/** Brightness of each pixel as it is encoded: the weights of BT.709. */
function brightness(encoded: Float32Array): Float32Array {
  const bright = new Float32Array(encoded.length / 4);
  for (let i = 0; i < bright.length; i++) {
    const at = 4 * i;
    // What is open is over black.
    bright[i] = encoded[at + 3]! * (0.2126 * encoded[at]! + 0.7152 * encoded[at + 1]! + 0.0722 * encoded[at + 2]!);
  }
  return bright;
}

/**
 * The part of a picture that shows bands.
 * @param encoded RGBA of sRGB, 0 to 1
 * @param size pixels that are drawn; `scale` of the picture's own to each of them
 * @param levels shades of a channel, as 256
 */
export function bandedPart(
  encoded: Float32Array,
  { width, height, scale }: { width: number; height: number; scale: number },
  levels: number,
): number {
  const bright = brightness(encoded);
  const shade = 1 / (levels - 1);
  const tall = height * scale;
  let banded = 0;
  for (let y = REACH; y < height - REACH; y++)
    for (let x = REACH; x < width - REACH; x++) {
      const at = y * width + x;
      const across = (bright[at + REACH]! - bright[at - REACH]!) / (2 * REACH);
      const down = (bright[at + REACH * width]! - bright[at - REACH * width]!) / (2 * REACH);
      const slope = Math.hypot(across, down) / scale;
      const wide = shade / slope;
      if (!(wide >= NARROWEST * tall && wide <= WIDEST * tall)) continue;
      if (!isSeen(bright[at]!, shade)) continue;
      if (NEIGHBOURS.every(([dx, dy]) => isOnSlope(bright, at, dx, dy, width, across, down, SMOOTH * shade))) banded++;
    }
  return banded / ((width - 2 * REACH) * (height - 2 * REACH));
}

function isSeen(value: number, shade: number): boolean {
  const light = toLinear(value);
  return (toLinear(Math.min(1, value + shade)) - light) / (light + AMBIENT) > SEEN_CONTRAST;
}

const isOnSlope = (
  bright: Float32Array,
  at: number,
  dx: number,
  dy: number,
  width: number,
  across: number,
  down: number,
  most: number,
): boolean => Math.abs(bright[at + dy * width + dx]! - bright[at]! - dx * across - dy * down) <= most;

export const bandCheck: DrawnCheck = {
  name: 'Bands',
  against: 'steps of 8 bits wider than a 216th of the picture, and of more than 2 % in light (ITU-R BT.2246)',
  verdicts: ['No bands will show.', 'Gradients will show bands.'],
  meter: ({ size }) => {
    const parts: number[] = [];
    const fine: number[] = [];
    return {
      add: ({ encoded }, counts) => {
        if (!counts) return;
        parts.push(bandedPart(encoded, size, 256));
        fine.push(bandedPart(encoded, size, 1024));
      },
      reading: () => {
        const { frame, most } = highest(parts);
        const passes = most <= MAX_BANDED_PART;
        const tenBits = percent(highest(fine).most);
        return {
          passes,
          found: passes
            ? `At most ${percent(most)} of the picture lies in bands at 8 bits; ${percent(MAX_BANDED_PART)} may.`
            : `At frame ${frame} ${percent(most)} of the picture lies in bands at 8 bits, ${tenBits} at 10 bits; ` +
              `${percent(MAX_BANDED_PART)} may. A dither at the end of the finish mends it.`,
          series: [
            { name: '8 bits', values: inPercent(parts) },
            { name: '10 bits', values: inPercent(fine) },
          ],
          limit: 100 * MAX_BANDED_PART,
          worst: most >= 0.01 ? frame : null,
        };
      },
    };
  },
};
