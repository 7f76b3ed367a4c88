import FFT from 'fft.js';
import type { Sound } from './sound';

/** What a sound is at even steps of time: enough for its level, bands, brightness and onsets. */
export interface SoundTrack {
  /** Length in seconds. */
  seconds: number;
  /** Rows of it. */
  rows: number;
  /** Mean square of the samples in each band, `BANDS` a row; together that of the whole sound. */
  bands: Float32Array;
  /** Largest sample of each row, without its sign. */
  peaks: Float32Array;
  /** Largest and smallest sample of each row, for drawing: high, low. */
  outline: Float32Array;
}

/** From one row to the next, in seconds: the step at which onsets are looked for in the paper cited there. */
export const STEP_SECONDS = 0.01;
export const BANDS = 48;
/** Edges of the bands in Hz, as even steps of pitch; below the first and above the last all is in the outer bands. */
const EDGES: readonly number[] = Array.from({ length: BANDS + 1 }, (_, i) => 20 * 1000 ** (i / BANDS));

/** Part of its length in seconds that one spectrum sees at least. */
const WINDOW_SECONDS = 0.046;

const bandOf = (frequency: number) =>
  Math.min(BANDS - 1, Math.max(0, Math.floor((BANDS * Math.log(Math.max(frequency, 1) / 20)) / Math.log(1000))));

/**
 * Works out a track: spectra of windows after Hann, scaled so that their bands add up to the mean square (M. Parseval's
 * theorem).
 * @param progress told the part that is done, now and then
 * @example soundTrack({ rate: 8000, samples: new Float32Array(8000) }); // a second of silence
 */
export function soundTrack({ rate, samples }: Sound, progress: (part: number) => void = () => undefined): SoundTrack {
  const size = 2 ** Math.ceil(Math.log2(WINDOW_SECONDS * rate));
  const fft = new FFT(size);
  const hann = Float64Array.from({ length: size }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size));
  const scale = 2 / (size * hann.reduce((sum, w) => sum + w * w, 0));
  const bandOfBin = Uint8Array.from({ length: size / 2 }, (_, bin) => bandOf((bin * rate) / size));
  const seconds = samples.length / rate;
  const rows = Math.max(1, Math.ceil(seconds / STEP_SECONDS));
  const track: SoundTrack = {
    seconds,
    rows,
    bands: new Float32Array(rows * BANDS),
    peaks: new Float32Array(rows),
    outline: new Float32Array(2 * rows),
  };
  const input = new Float64Array(size);
  const output = fft.createComplexArray();
  for (let row = 0; row < rows; row++) {
    const middle = Math.round(row * STEP_SECONDS * rate);
    for (let i = 0; i < size; i++) input[i] = hann[i]! * (samples[middle - size / 2 + i] ?? 0);
    fft.realTransform(output, input);
    // The mean is no sound.
    for (let bin = 1; bin < size / 2; bin++)
      track.bands[row * BANDS + bandOfBin[bin]!]! += scale * (output[2 * bin]! ** 2 + output[2 * bin + 1]! ** 2);
    const own = samples.subarray(middle, Math.round((row + 1) * STEP_SECONDS * rate));
    let [low, high] = [0, 0];
    for (const v of own) [low, high] = [Math.min(low, v), Math.max(high, v)];
    track.peaks[row] = Math.max(-low, high);
    track.outline.set([high, low], 2 * row);
    if (row % 500 === 499) progress(row / rows);
  }
  return track;
}

/** Mean square of a row between two frequencies; bands at the edges count by the part of their pitches. */
export function powerBetween(track: SoundTrack, row: number, low: number, high: number): number {
  const place = (frequency: number) => (BANDS * Math.log(Math.max(frequency, 20) / 20)) / Math.log(1000);
  const [from, to] = [place(low), place(high)];
  let sum = 0;
  for (let band = Math.max(0, Math.floor(from)); band < Math.min(BANDS, to); band++)
    sum += track.bands[row * BANDS + band]! * Math.max(0, Math.min(to, band + 1) - Math.max(from, band));
  return sum;
}

/** Mean square of a row. */
export function powerOf(track: SoundTrack, row: number): number {
  let sum = 0;
  for (let band = 0; band < BANDS; band++) sum += track.bands[row * BANDS + band]!;
  return sum;
}

/** Centre of the spectrum of a row in Hz, by power; 0 in silence. */
export function centreOf(track: SoundTrack, row: number): number {
  let [sum, weighted] = [0, 0];
  for (let band = 0; band < BANDS; band++) {
    const power = track.bands[row * BANDS + band]!;
    sum += power;
    weighted += power * Math.log(Math.sqrt(EDGES[band]! * EDGES[band + 1]!));
  }
  return sum > 1e-12 ? Math.exp(weighted / sum) : 0;
}
