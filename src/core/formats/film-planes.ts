import { toEncoded, toLinear } from '../colour';

/** Which bytes stand for black and white: 16 and 235 (`limited`, what players take for granted), or 0 and 255. */
export type FilmRange = 'limited' | 'full';

/** Weights of red, green and blue in luma (ITU-R BT.709-6, item 3.2). */
const [RED, GREEN, BLUE] = [0.2126, 0.7152, 0.0722];

/** Bytes of black, from black to white, and from one end of a difference to the other (item 4). */
const BYTES = {
  limited: { black: 16, luma: 219, chroma: 224 },
  full: { black: 0, luma: 255, chroma: 255 },
} as const;

const LINEAR = Float64Array.from({ length: 256 }, (_, byte) => toLinear(byte / 255));

/** Entries of the table of encoded light: the curve is steepest at black, with 12.92 x 255 bytes over its range. */
const ENCODED_ENTRIES = 16384;
const ENCODED = Float64Array.from({ length: ENCODED_ENTRIES + 1 }, (_, i) => 255 * toEncoded(i / ENCODED_ENTRIES));

interface PlaneChoice {
  range?: FilmRange;
  /** The opacity follows as a plane of its own (I420A): its bytes are never limited. */
  withOpacity?: boolean;
}

/**
 * A frame as the planes of a film: luma, then blue and red difference at half the size, rounded up (I420 of WebCodecs).
 * The matrix is that of BT.709; the encoded values stay those of sRGB, so a player that ignores tags shows what the
 * stage does. A difference is that of the mean light of its four pixels: encoded values are no light, and their mean
 * is darker. With opacity, each counts by its own, as what is open all through has no colour.
 * @param pixels RGBA bytes, top row first, their colour straight where opacity is wanted
 * @returns width x height + 2 x ceil(width / 2) x ceil(height / 2) bytes, and width x height more with opacity
 */
export function filmPlanes(
  pixels: Uint8ClampedArray,
  width: number,
  height: number,
  { range = 'limited', withOpacity = false }: PlaneChoice = {},
): Uint8ClampedArray<ArrayBuffer> {
  const { black, luma, chroma } = BYTES[range];
  const [across, down] = [(width + 1) >> 1, (height + 1) >> 1];
  const colour = width * height + 2 * across * down;
  const planes = new Uint8ClampedArray(colour + (withOpacity ? width * height : 0));
  const scale = luma / 255;
  for (let i = 0, p = 0; i < width * height; i++, p += 4)
    planes[i] = black + scale * (RED * pixels[p]! + GREEN * pixels[p + 1]! + BLUE * pixels[p + 2]!);
  if (withOpacity) for (let i = 0; i < width * height; i++) planes[colour + i] = pixels[4 * i + 3]!;
  // Shares of the four pixels of a difference.
  const share = [0.25, 0.25, 0.25, 0.25];
  /** Mean light of a channel of the four pixels, encoded, 0 to 255. */
  const mean = (a: number, b: number, c: number, d: number) =>
    ENCODED[
      Math.round(
        (share[0]! * LINEAR[pixels[a]!]! +
          share[1]! * LINEAR[pixels[b]!]! +
          share[2]! * LINEAR[pixels[c]!]! +
          share[3]! * LINEAR[pixels[d]!]!) *
          ENCODED_ENTRIES,
      )
    ]!;
  const [blue, red] = [width * height, width * height + across * down];
  const [byBlue, byRed] = [chroma / (255 * 2 * (1 - BLUE)), chroma / (255 * 2 * (1 - RED))];
  for (let y = 0; y < down; y++) {
    const row = 2 * y * width;
    const below = 2 * y + 1 < height ? row + width : row;
    for (let x = 0; x < across; x++) {
      const beside = 2 * x + 1 < width ? 1 : 0;
      const [a, c] = [4 * (row + 2 * x), 4 * (below + 2 * x)];
      const [b, d] = [a + 4 * beside, c + 4 * beside];
      if (withOpacity) weigh(share, pixels[a + 3]!, pixels[b + 3]!, pixels[c + 3]!, pixels[d + 3]!);
      const r = mean(a, b, c, d);
      const bl = mean(a + 2, b + 2, c + 2, d + 2);
      const y709 = RED * r + GREEN * mean(a + 1, b + 1, c + 1, d + 1) + BLUE * bl;
      planes[blue + y * across + x] = 128 + byBlue * (bl - y709);
      planes[red + y * across + x] = 128 + byRed * (r - y709);
    }
  }
  return planes;
}

/** Sets the shares of four pixels by their opacities; equal ones where all are open all through. */
function weigh(share: number[], a: number, b: number, c: number, d: number): void {
  const sum = a + b + c + d;
  share[0] = sum > 0 ? a / sum : 0.25;
  share[1] = sum > 0 ? b / sum : 0.25;
  share[2] = sum > 0 ? c / sum : 0.25;
  share[3] = sum > 0 ? d / sum : 0.25;
}
