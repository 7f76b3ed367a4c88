import type { LaneBox, Trace } from '@/actions/lanes';
import type { Loop } from '@/core/piece/types';
import type { SoundTrack } from '@/core/sound/track';
import { drawSound } from './draw-sound';
import { copiesOf, phaseAt, phaseX, type BandView, type Scale } from '@/actions/band-scale';

interface BandState {
  view: BandView;
  /** Pixels at the right that buttons cover: no number is written below them. */
  covered: number;
  frames: number;
  frame: number;
  traces: Trace[];
  /** Frames at which beats fall. */
  beats: readonly number[];
  /** Those that are edited: their lanes are tall. */
  chosen: ReadonlySet<string>;
  /** What the loop hears. */
  sound: { track: SoundTrack; loop: Loop } | null;
  /** What stands at the line of the seam. */
  seam: string;
}

const COLOURS = {
  line: '#262d2a',
  text: '#8b978f',
  trace: '#7f8c84',
  chosen: '#ece6d9',
  seam: '#c6d86b',
  head: '#ece6d9',
  doubled: '#151a18',
  beat: '#d8a15c',
};

/**
 * The whole frame of the loop nearest to a place; that of a mark where one lies within reach.
 * @param place in frames from the seam, on either side @param reach in frames
 */
export function snapFrame(place: number, frames: number, marks: readonly number[], reach: number): number {
  const within = (frame: number) => ((frame % frames) + frames) % frames;
  const off = (mark: number) => Math.abs(((((place - mark) % frames) + 1.5 * frames) % frames) - frames / 2);
  const near = marks.filter((m) => off(m) <= reach).sort((a, b) => off(a) - off(b))[0];
  return within(Math.round(near ?? place));
}

/** Height of the tick of a beat, in pixels. */
const BEAT_TICK_PIXELS = 9;

/** Round steps between frame marks. @param frames that are in sight */
function markStep(frames: number): number {
  const rough = frames / 10;
  return (
    [1, 2, 5, 10, 15, 20, 25, 30, 50, 60, 100, 120, 150, 200, 300, 500, 600, 1000, 3000].find((s) => s >= rough) ?? 6000
  );
}

export function drawBand(
  canvas: HTMLCanvasElement,
  { width, height }: { width: number; height: number },
  state: BandState,
): void {
  const ratio = window.devicePixelRatio || 1;
  canvas.width = Math.round(width * ratio);
  canvas.height = Math.round(height * ratio);
  const g = canvas.getContext('2d')!;
  g.scale(ratio, ratio);
  g.font = '13px "Instrument Sans Variable", sans-serif';
  const scale: Scale = { ...state.view, width };
  drawMarks(g, scale, height, state);
  if (state.sound) drawSound(g, { width, height }, state.sound, (x) => phaseAt(x, scale));
  drawBeats(g, scale, height, state);
  for (const place of state.traces.keys()) drawTrace(g, scale, height, place, state);
  drawSeam(g, scale, height, state.seam);
  drawHead(g, scale, height, state);
}

function drawMarks(g: CanvasRenderingContext2D, scale: Scale, height: number, { frames, covered }: BandState): void {
  const { width, middle, side } = scale;
  // Beyond half a loop on each side the same frames come again, and beyond the end of what plays once there are none:
  // that part is darker.
  g.fillStyle = COLOURS.doubled;
  const [from, to] = scale.play === 'once' ? [0, 1] : [-0.5, 0.5];
  const [left, right] = [phaseX(from, scale), phaseX(to, scale)];
  if (left > 0) g.fillRect(0, 0, left, height);
  if (right < width) g.fillRect(right, 0, width - right, height);
  const step = markStep(frames * side * 2);
  g.strokeStyle = COLOURS.line;
  g.lineWidth = 1;
  for (let f = Math.floor(((middle - side) * frames) / step) * step; f <= (middle + side) * frames; f += step) {
    if (scale.play === 'once' && (f < 0 || f > frames)) continue;
    const x = Math.round(phaseX(f / frames, scale)) + 0.5;
    g.beginPath();
    g.moveTo(x, 0);
    g.lineTo(x, height);
    g.stroke();
    g.fillStyle = COLOURS.text;
    const words = String(((f % frames) + frames) % frames);
    const isInSight = x + 5 + g.measureText(words).width < width - covered;
    if (f !== 0 && f !== frames && isInSight) g.fillText(words, x + 5, 15);
  }
}

/** Beats, as ticks from below, wherever they are in sight. */
function drawBeats(g: CanvasRenderingContext2D, scale: Scale, height: number, { beats, frames }: BandState): void {
  g.strokeStyle = COLOURS.beat;
  g.lineWidth = 1;
  for (const beat of beats)
    for (const phase of copiesOf(beat / frames, scale)) {
      const x = Math.round(phaseX(phase, scale)) + 0.5;
      g.beginPath();
      g.moveTo(x, height);
      g.lineTo(x, height - BEAT_TICK_PIXELS);
      g.stroke();
    }
}

/** Part of its size by which a value may differ that stands still. */
const STILL_WITHIN = 1e-4;
/** Height of a chosen lane, in those of others. */
const CHOSEN_LANE_HEIGHTS = 4;
/** Least height of a lane that has a name, in pixels. */
const MIN_NAMED_LANE_PIXELS = 11;

/** The lane of a trace. */
export function laneOf(traces: readonly Trace[], chosen: ReadonlySet<string>, place: number, height: number): LaneBox {
  const { values } = traces[place]!;
  const low = Math.min(...values);
  const size = Math.max(Math.abs(low), 1);
  const reach = Math.max(...values) - low;
  // What stands still, but for the last digits of its numbers, has a span to be dragged over as well.
  const span = reach > STILL_WITHIN * size ? reach : size;
  const weightOf = (t: Trace) => (chosen.has(t.id) ? CHOSEN_LANE_HEIGHTS : 1);
  const weigh = (some: readonly Trace[]) => some.reduce((sum, t) => sum + weightOf(t), 0);
  const unit = (height - 38) / weigh(traces);
  const lane = unit * weightOf(traces[place]!);
  const top = 24 + unit * weigh(traces.slice(0, place));
  return {
    lane,
    top,
    span,
    y: (v: number) => top + lane * (0.9 - (0.8 * (v - low)) / span),
    value: (y: number) => low + ((0.9 - (y - top) / lane) * span) / 0.8,
  };
}

function drawTrace(
  g: CanvasRenderingContext2D,
  scale: Scale,
  height: number,
  place: number,
  { traces, chosen }: BandState,
): void {
  const trace = traces[place]!;
  const { lane, top, y: laneY } = laneOf(traces, chosen, place, height);
  const last = trace.values.length - 1;
  const y = (phase: number) => {
    const at = (phase - Math.floor(phase)) * last;
    const i = Math.floor(at);
    const v = trace.values[i]! + (trace.values[Math.min(last, i + 1)]! - trace.values[i]!) * (at - i);
    return laneY(v);
  };
  g.strokeStyle = chosen.has(trace.id) ? COLOURS.chosen : COLOURS.trace;
  g.lineWidth = 1.5;
  g.beginPath();
  for (let x = 0; x <= scale.width; x += 1.5) {
    const phase = phaseAt(x, scale);
    if (scale.play === 'loop' || (phase >= 0 && phase < 1)) g.lineTo(x, y(phase));
  }
  g.stroke();
  g.fillStyle = chosen.has(trace.id) ? COLOURS.chosen : COLOURS.text;
  if (lane >= MIN_NAMED_LANE_PIXELS) g.fillText(trace.name, 8, top + lane / 2 + 4);
}

/** The seam; where it is out of sight, an arrow at the end at which it lies. */
function drawSeam(g: CanvasRenderingContext2D, scale: Scale, height: number, words: string): void {
  const { width } = scale;
  const x = phaseX(0, scale);
  g.strokeStyle = COLOURS.seam;
  g.fillStyle = COLOURS.seam;
  g.lineWidth = 1.5;
  if (x < 0 || x > width) {
    const [edge, way] = x < 0 ? [4, 1] : [width - 4, -1];
    g.beginPath();
    g.moveTo(edge + 7 * way, height - 16);
    g.lineTo(edge, height - 11);
    g.lineTo(edge + 7 * way, height - 6);
    g.stroke();
    g.textAlign = x < 0 ? 'left' : 'right';
    g.fillText(words, edge + 13 * way, height - 7);
    g.textAlign = 'left';
    return;
  }
  g.beginPath();
  g.moveTo(x, 0);
  g.lineTo(x, height);
  g.stroke();
  g.fillText(words, x + 6, height - 7);
}

/** The playhead, drawn wherever its frame shows: the band may be wider than the loop. */
function drawHead(g: CanvasRenderingContext2D, scale: Scale, height: number, { frame, frames }: BandState): void {
  for (const phase of copiesOf(frame / frames, scale)) {
    const x = phaseX(phase, scale);
    g.globalAlpha = scale.play === 'loop' && Math.abs(phase) > 0.5 ? 0.4 : 1;
    g.strokeStyle = COLOURS.head;
    g.fillStyle = COLOURS.head;
    g.lineWidth = 1;
    g.beginPath();
    g.moveTo(x, 0);
    g.lineTo(x, height);
    g.stroke();
    g.beginPath();
    g.moveTo(x - 5, 0);
    g.lineTo(x + 5, 0);
    g.lineTo(x, 8);
    g.fill();
    g.globalAlpha = 1;
  }
}

/** The frame that a key on the playhead leads to, with Shift ten times as far; null for a key that leads nowhere. */
export function frameByKey(frame: number, frames: number, key: string, far: boolean): number | null {
  const by = far ? 10 : 1;
  switch (key) {
    case 'ArrowLeft':
    case 'ArrowDown':
      return frame - by;
    case 'ArrowRight':
    case 'ArrowUp':
      return frame + by;
    case 'Home':
      return 0;
    case 'End':
      return frames - 1;
    default:
      return null;
  }
}
