import { fromOklab, hexOf, linearOf, toEncoded, toLinear, toOklab } from '@/core/colour';
import { LIMITS } from '@/core/piece/limits';
import type { Stop } from '@/core/piece/types';
import { sortedStops } from '@/core/weave';

/** How colours blend between stops, in the words of the ramp's choices. */
export interface Between {
  blend: string;
  space: string;
}

const PLAIN: Between = { blend: 'linear', space: 'linear light' };

const SPACES: Record<
  string,
  { into: (linear: readonly number[]) => number[]; back: (c: readonly number[]) => number[] }
> = {
  'linear light': { into: (c) => [...c], back: (c) => [...c] },
  srgb: { into: (c) => c.map(toEncoded), back: (c) => c.map(toLinear) },
  perceptual: { into: toOklab, back: fromOklab },
};

/** Colour of a ramp at a place, blended as the program does. */
export function rampAt(stops: Stop[], at: number, { blend, space }: Between = PLAIN): string {
  const sorted = sortedStops(stops);
  const after = sorted.findIndex((s) => s.at >= at);
  if (after <= 0) return (after === 0 ? sorted[0] : sorted[sorted.length - 1])!.colour;
  const [a, b] = [sorted[after - 1]!, sorted[after]!];
  const x = (at - a.at) / Math.max(b.at - a.at, 1e-5);
  const t = blend === 'stepped' ? (x < 1 ? 0 : 1) : blend === 'smooth' ? x * x * (3 - 2 * x) : x;
  const { into, back } = SPACES[space] ?? SPACES['linear light']!;
  const [from, to] = [into(linearOf(a.colour)), into(linearOf(b.colour))];
  return hexOf(back(from.map((v, i) => v + (to[i]! - v) * t)));
}

/** A place on the bar as a stop has it: 0 to 1, in thousandths. */
export const stopPlace = (at: number): number => Number(Math.min(1, Math.max(0, at)).toFixed(3));

export const changedStop = (stops: Stop[], index: number, part: Partial<Stop>): Stop[] =>
  stops.map((s, i) => (i === index ? { ...s, ...part } : s));

/** One more stop, of the colour that the ramp has there; the same stops where there may be no more. */
export const withStopAt = (stops: Stop[], at: number, between?: Between): Stop[] =>
  stops.length < LIMITS.stops ? [...stops, { at, colour: rampAt(stops, at, between) }] : stops;

/** One stop less; the same stops where it is the last one. */
export const withoutStop = (stops: Stop[], index: number): Stop[] =>
  stops.length < 2 ? stops : stops.filter((_, i) => i !== index);

/** Where a key moves a stop, with Shift ten times as far; null for a key that moves nothing. */
export function nudgedStop(at: number, key: string, far: boolean): number | null {
  const way = key === 'ArrowRight' ? 1 : key === 'ArrowLeft' ? -1 : 0;
  return way === 0 ? null : stopPlace(at + way * (far ? 0.1 : 0.01));
}
