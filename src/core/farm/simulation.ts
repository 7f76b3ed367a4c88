import { generator } from '../random';
import { nextChunk, paceOf, type ChunkTimes } from './chunks';

/** A render with made-up times. */
export interface MadeUpRender {
  frames: number;
  workers: number;
  /** Seconds for a frame, on average. */
  frameSeconds: number;
  /** Part of that by which frames differ, evenly up and down: 0 to 1. */
  spread: number;
  /** Seconds until a worker that has not drawn of it yet begins. */
  openSeconds: number;
  /** Frames that each chunk draws before its first, for what steps remember. */
  warmUp: number;
}

/** What a render came to. */
export interface SimulatedRender {
  /** Seconds from the first chunk to the last frame. */
  seconds: number;
  chunks: number;
  /** Seconds of all frames by the seconds of all workers: 1 where none ever waits, opens or warms up. */
  efficiency: number;
}

/**
 * Plays a render through: whoever is free first takes the next chunk, cut by what is known by then.
 * @param seed the same seed gives the same frames
 */
export function simulateRender(render: MadeUpRender, seed = 1): SimulatedRender {
  const { frames, workers, frameSeconds, spread, openSeconds, warmUp } = render;
  const random = generator(seed);
  const times = Array.from({ length: frames }, () => frameSeconds * (1 + spread * (2 * random() - 1)));
  const free = new Float64Array(workers);
  const isOpen = new Uint8Array(workers);
  /** Chunks that are being drawn, or were, by when they end. */
  const drawn: { end: number; times: ChunkTimes }[] = [];
  let known: ChunkTimes[] = [];
  let chunks = 0;
  for (let next = 0; next < frames; chunks++) {
    const worker = free.indexOf(Math.min(...free));
    const start = free[worker]!;
    drawn.sort((a, b) => a.end - b.end);
    while (drawn.length > 0 && drawn[0]!.end <= start) known.push(drawn.shift()!.times);
    known = known.slice(-50);
    const count = nextChunk(frames, frames - next, paceOf(known, workers));
    const [first, ...rest] = times.slice(next, next + count);
    const begun = start + (isOpen[worker] ? 0 : openSeconds);
    const firstSeconds = warmUp * frameSeconds + first!;
    const end = rest.reduce((sum, t) => sum + t, begun + firstSeconds);
    drawn.push({ end, times: { first: isOpen[worker] ? firstSeconds : null, rest } });
    free[worker] = end;
    isOpen[worker] = 1;
    next += count;
  }
  const seconds = Math.max(...free);
  return { seconds, chunks, efficiency: times.reduce((sum, t) => sum + t, 0) / (workers * seconds) };
}
