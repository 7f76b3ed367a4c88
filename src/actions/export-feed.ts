import { nextTask } from '@/core/next-task';
import type { Settling } from '@/engine/picture';

export interface ExportProgress {
  done: number;
  frames: number;
  /** Seconds left, once it can be told. */
  left: number | null;
  /** While the frames are drawn that the next one remembers. */
  settling?: Settling;
}

/** The artist stopped the work. */
export class Cancelled extends Error {
  override readonly name = 'Cancelled';
}

/** Holds work up until it may go on. */
export class Pause {
  private waiting: Promise<void> | null = null;
  private goOn: () => void = () => undefined;

  set(isPaused: boolean): void {
    if (isPaused)
      this.waiting ??= new Promise((done) => {
        this.goOn = done;
      });
    else {
      this.waiting = null;
      this.goOn();
    }
  }

  /** Null while nothing is held up. */
  get over(): Promise<void> | null {
    return this.waiting;
  }
}

/** What an export is told, and tells, on its way. */
export interface ExportWatch {
  signal: AbortSignal;
  pause: Pause;
  progress: (p: ExportProgress) => void;
}

/** What the work comes to, or Cancelled as soon as the signal says so: what hangs must not hold up the stop. */
export function unless<T>(signal: AbortSignal, work: Promise<T>): Promise<T> {
  const stopped = new Promise<never>((_, reject) => {
    const stop = () => reject(new Cancelled('Stopped.'));
    signal.addEventListener('abort', stop, { once: true });
    if (signal.aborted) stop();
  });
  work.catch(() => undefined);
  return Promise.race([work, stopped]);
}

/** What stands on both ends of the frames' way to the file. */
interface Feed<Drawn> extends ExportWatch {
  frames: number;
  draw: (index: number) => Promise<Drawn>;
  add: (drawn: Drawn, index: number) => Promise<void>;
  /** Counts the frames that are in the file. */
  written: { frames: number };
}

/** Frames that may be on their way to the file at once. */
const MAX_FRAMES_AHEAD = 3;

/** Draws ahead while the file is written, but never far ahead. @throws Cancelled */
export async function feedFrames<Drawn>(feed: Feed<Drawn>): Promise<void> {
  const { frames, draw, add, signal, pause, progress, written } = feed;
  const check = () => {
    if (signal.aborted) throw new Cancelled('Stopped.');
  };
  let began = performance.now();
  const waiting: Promise<void>[] = [];
  let last: Promise<void> = Promise.resolve();
  for (let n = 0; n < frames; n++) {
    check();
    if (pause.over) {
      const held = performance.now();
      await unless(signal, pause.over);
      began += performance.now() - held;
    }
    const drawn = await draw(n).catch(async (error: unknown) => {
      await last;
      throw error;
    });
    last = last
      .then(() => add(drawn, n))
      .then(() => {
        written.frames = n + 1;
      });
    waiting.push(last);
    if (waiting.length > MAX_FRAMES_AHEAD) await waiting.shift();
    const done = n + 1;
    progress({ done, frames, left: done > 2 ? (((performance.now() - began) / done) * (frames - done)) / 1000 : null });
    // Lets the interface answer between frames.
    await nextTask();
  }
  await last;
  check();
}
