import type { Loop } from '@/core/piece/types';
import { STEP_SECONDS, type SoundTrack } from '@/core/sound/track';

const turn = (phase: number) => phase - Math.floor(phase);

/** The sound that the loop hears, faint behind its lanes. */
export function drawSound(
  g: CanvasRenderingContext2D,
  { width, height }: { width: number; height: number },
  { track: { outline, rows }, loop }: { track: SoundTrack; loop: Loop },
  phaseAt: (x: number) => number,
): void {
  const length = loop.frames / loop.rate;
  const middle = height / 2 + 8;
  g.fillStyle = '#2b3a35';
  for (let x = 0; x < width; x += 1) {
    const from = (loop.sound!.start + turn(phaseAt(x)) * length) / STEP_SECONDS;
    // All rows that one pixel covers.
    const to = from + Math.max(1, (phaseAt(1) - phaseAt(0)) * (length / STEP_SECONDS));
    let [high, low] = [0, 0];
    for (let row = Math.floor(from); row < Math.min(to, rows); row++) {
      high = Math.max(high, outline[2 * row]!);
      low = Math.min(low, outline[2 * row + 1]!);
    }
    const half = height / 2 - 16;
    g.fillRect(x, middle - high * half, 1, Math.max(1, (high - low) * half));
  }
}
