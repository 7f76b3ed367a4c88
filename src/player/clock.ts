import type { Loop } from '@/core/piece/types';

/** Which frame of a loop is shown when: it plays, or stands at a frame. */
export class Clock {
  /** When it began to play from frame 0, milliseconds; null while it stands. */
  private began: number | null = null;
  private stands = 0;

  constructor(private readonly loop: Pick<Loop, 'frames' | 'rate' | 'play'>) {}

  get isPlaying(): boolean {
    return this.began !== null;
  }

  /** @param now milliseconds */
  frame(now: number): number {
    if (this.began === null) return this.stands;
    const { frames, rate, play } = this.loop;
    // A display that is a hair early shows the frame that is due.
    const passed = Math.floor(((now - this.began) * rate) / 1000 + 1e-3);
    return play === 'once' ? Math.min(passed, frames - 1) : passed % frames;
  }

  /** Plays from the frame at which it stands; what has played to its end, from the beginning. */
  start(now: number): void {
    if (this.isPlaying && !this.isOver(now)) return;
    const { frames, rate, play } = this.loop;
    const from = play === 'once' && this.frame(now) === frames - 1 ? 0 : this.frame(now);
    this.began = now - (1000 * from) / rate;
  }

  /** Has it played to its end? A loop never has. */
  isOver(now: number): boolean {
    return this.loop.play === 'once' && this.isPlaying && this.frame(now) === this.loop.frames - 1;
  }

  stop(now: number): void {
    this.standAt(this.frame(now));
  }

  /** @param frame of a loop any whole number */
  standAt(frame: number): void {
    const { frames, play } = this.loop;
    this.began = null;
    this.stands = play === 'once' ? Math.min(frames - 1, Math.max(0, frame)) : ((frame % frames) + frames) % frames;
  }
}
