/** How the shades of a picture are spread. */
export interface PictureSpread {
  /** Red, green and blue: parts of the pixels in even bins from 0 to 255; the largest of all is 1. */
  channels: [number[], number[], number[]];
  /**
   * Brightness (of the encoded channels, weighed as in ITU-R BT.709) by column from the left, bins from dark to bright;
   * the largest of all is 1.
   */
  waveform: number[][];
  /** Part of the pixels of which a channel is at its end: 255, and of which all are 0. */
  white: number;
  black: number;
}

const BINS = 64;
const COLUMNS = 96;
const LEVELS = 34;
const WEIGHTS = [0.2126, 0.7152, 0.0722] as const;

/** @param pixels RGBA bytes, rows one after the other */
export function pictureSpread(pixels: ArrayLike<number>, width: number): PictureSpread {
  const channels: PictureSpread['channels'] = [Array(BINS).fill(0), Array(BINS).fill(0), Array(BINS).fill(0)];
  const columns = Math.min(COLUMNS, width);
  const waveform = Array.from({ length: columns }, () => Array<number>(LEVELS).fill(0));
  const count = pixels.length / 4;
  let [white, black] = [0, 0];
  for (let i = 0; i < count; i++) {
    const rgb = [pixels[4 * i]!, pixels[4 * i + 1]!, pixels[4 * i + 2]!] as const;
    rgb.forEach((c, k) => channels[k]![Math.floor((c * BINS) / 256)]!++);
    const bright = rgb.reduce((sum, c, k) => sum + c * WEIGHTS[k]!, 0) / 255;
    const column = Math.floor(((i % width) * columns) / width);
    waveform[column]![Math.min(LEVELS - 1, Math.floor(bright * LEVELS))]!++;
    if (Math.max(...rgb) === 255) white++;
    if (Math.max(...rgb) === 0) black++;
  }
  const scaled = (rows: number[][]) => {
    const most = Math.max(1, ...rows.flat());
    return rows.map((row) => row.map((n) => n / most));
  };
  return {
    channels: scaled(channels) as PictureSpread['channels'],
    waveform: scaled(waveform),
    white: white / Math.max(1, count),
    black: black / Math.max(1, count),
  };
}
