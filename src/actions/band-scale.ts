import type { Play } from '@/core/piece/types';

/**
 * What part of the loop the band shows. Phases are parts of the loop from the seam, on either side of it; what plays
 * once begins at 0 and ends at 1.
 */
export interface BandView {
  play: Play;
  /** The phase in the middle. */
  middle: number;
  /** From the middle to either end. */
  side: number;
}

export interface Scale extends BandView {
  /** Pixels. */
  width: number;
}

/** The loop with the seam in the middle; beyond half of it the same frames come again. */
const WHOLE_LOOP: BandView = { play: 'loop', middle: 0, side: 0.62 };
/** What plays once, from the left edge on; a little is left free behind its end. */
const WHOLE_ONCE: BandView = { play: 'once', middle: 0.51, side: 0.51 };

/** All of it. */
export const wholeView = (play: Play): BandView => (play === 'once' ? WHOLE_ONCE : WHOLE_LOOP);

/** Frames that the band shows at least. */
const MIN_FRAMES_IN_SIGHT = 4;

export const phaseX = (phase: number, { width, middle, side }: Scale): number =>
  width / 2 + ((phase - middle) / side) * (width / 2);

export const phaseAt = (x: number, { width, middle, side }: Scale): number =>
  middle + ((x - width / 2) / (width / 2)) * side;

/** Frame under a place on the band; left of the seam lies the end of the loop. */
export function frameAt(x: number, frames: number, scale: Scale): number {
  const phase = phaseAt(x, scale);
  if (scale.play === 'once') return Math.min(frames - 1, Math.max(0, Math.round(phase * frames)));
  return Math.round((phase - Math.floor(phase)) * frames) % frames;
}

/** The phases at which a place of the loop is in sight, as the same frames come again beyond half a loop. */
export function copiesOf(at: number, { play, middle, side }: BandView): number[] {
  if (play === 'once') return Math.abs(at - middle) <= side ? [at] : [];
  const first = Math.ceil(middle - side - at);
  const last = Math.floor(middle + side - at);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => at + first + i);
}

/** Keeps a view on the loop: at most the whole of it, at least some frames. */
function bounded({ play, middle, side }: BandView, frames: number): BandView {
  const whole = wholeView(play);
  const wide = Math.min(Math.max(side, MIN_FRAMES_IN_SIGHT / 2 / frames), whole.side);
  const reach = Math.max(0, whole.side - wide);
  return { play, middle: Math.min(Math.max(middle, whole.middle - reach), whole.middle + reach), side: wide };
}

/** Shows a part as long by a factor; the phase stays where it is on the band. */
export function zoomed(view: BandView, factor: number, phase: number, frames: number): BandView {
  const { side } = bounded({ ...view, side: view.side * factor }, frames);
  return bounded({ ...view, side, middle: phase - ((phase - view.middle) * side) / view.side }, frames);
}

/** Moves the view by parts of what it shows. */
export const scrolled = (view: BandView, by: number, frames: number): BandView =>
  bounded({ ...view, middle: view.middle + by * view.side }, frames);

export const isWhole = ({ play, side }: BandView): boolean => side >= wholeView(play).side;
