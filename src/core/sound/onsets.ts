import { once } from '../once';
import { BANDS, STEP_SECONDS, type SoundTrack } from './track';

/** Where something begins in a sound, and how clearly: 0 to 1. */
export interface Onset {
  seconds: number;
  strength: number;
}

/**
 * How much each row has gone up from the one before, over all bands: the spectral flux of magnitudes on a logarithmic
 * scale (S. Böck, F. Krebs, M. Schedl, "Evaluating the Online Capabilities of Onset Detection Methods", ISMIR 2012).
 * Worked out once for a sound.
 */
const flux = once((track: SoundTrack): Float64Array => {
  const level = Float32Array.from(track.bands, (power) => Math.log10(1 + 1000 * Math.sqrt(power)));
  return Float64Array.from({ length: track.rows }, (_, row) => {
    let sum = 0;
    for (let i = row * BANDS; i < (row + 1) * BANDS; i++) sum += Math.max(0, level[i]! - (level[i - BANDS] ?? 0));
    return sum;
  });
});

/** Rows on either side among which an onset is the highest, and how many times as far back the mean is taken. */
const [AROUND, BACK] = [3, 3];
/** Seconds before the end in which nothing is taken to begin. */
const CUT = 0.03;

/**
 * Onsets by the peaks of the flux: highest around, and above the mean there by a threshold (S. Dixon, "Onset Detection
 * Revisited", DAFx 2006).
 * @param sensitivity 0 to 1: the higher, the fainter onsets are taken
 * @param least seconds from one to the next at least
 */
export function onsetsOf(track: SoundTrack, sensitivity: number, least: number): Onset[] {
  const rises = flux(track);
  const most = rises.reduce((a, b) => Math.max(a, b), 0);
  if (most < 1e-6) return [];
  const threshold = most * 0.5 * (1 - Math.min(Math.max(sensitivity, 0), 1)) ** 2 + 0.02 * most;
  const found: Onset[] = [];
  // Where a sound is cut off, its spectrum spreads as it does where something begins.
  const end = rises.length - Math.ceil(CUT / STEP_SECONDS);
  for (let row = 0; row < end; row++) {
    const value = rises[row]!;
    const around = rises.subarray(Math.max(0, row - AROUND), row + AROUND + 1);
    if (around.some((v) => v > value)) continue;
    const before = rises.subarray(Math.max(0, row - BACK * AROUND), row + AROUND + 1);
    if (value < before.reduce((a, b) => a + b, 0) / before.length + threshold) continue;
    const last = found[found.length - 1];
    if (last && row * STEP_SECONDS - last.seconds < Math.max(least, 2 * STEP_SECONDS)) continue;
    found.push({ seconds: row * STEP_SECONDS, strength: value });
  }
  // A file that is loud from its first sample on rises from nothing there, which says little about it.
  const clearest = Math.max(...found.filter((o) => o.seconds > 0).map((o) => o.strength));
  return found.map((o) => ({ ...o, strength: Math.min(1, o.strength / (clearest > 0 ? clearest : o.strength)) }));
}
