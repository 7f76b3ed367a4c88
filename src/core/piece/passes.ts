import type { Control, Setting } from './types';

/** What a later pass of the loop does with what an earlier one played: overwrites it, or only while a control moves. */
export type PassWay = 'replace' | 'add';

export interface PassOptions {
  way: PassWay;
  /** The only control that is taken; all where it is null. */
  only: string | null;
  /** Frames for which a control counts as moving after it was moved. */
  rest: number;
  /** What a control has at each frame before it is moved, where that is not one value; null where it is. */
  starts?: (control: string) => Setting[] | null;
}

/** Where the controls stand while they are played. */
export interface PlayedFrames {
  /** Frames that were passed since the last time, in order. */
  passed: readonly number[];
  /** The frame that is shown. */
  frame: number;
  before: readonly Control[];
  now: readonly Control[];
}

/** Settings of the controls that were moved, frame by frame, over one or several passes of the loop. */
export class Passes {
  readonly played = new Map<string, Setting[]>();
  private readonly passed: boolean[];
  /** Frames passed since each control was moved. */
  private readonly rested = new Map<string, number>();

  constructor(
    private readonly frames: number,
    private readonly options: PassOptions,
  ) {
    this.passed = Array<boolean>(frames).fill(false);
  }

  /** @returns what controls go back to that are no longer moved: what was played at this frame before */
  take({ passed, frame, before, now }: PlayedFrames): Map<string, Setting> {
    const back = new Map<string, Setting>();
    const { way, only, rest } = this.options;
    for (const { id, value } of now) {
      if (only !== null && id !== only) continue;
      const was = before.find((c) => c.id === id)?.value;
      const moved = was !== undefined && was !== value;
      if (moved && !this.played.has(id))
        this.played.set(id, this.options.starts?.(id) ?? Array<Setting>(this.frames).fill(was));
      const settings = this.played.get(id);
      if (!settings) continue;
      this.rested.set(id, moved ? 0 : this.rested.get(id)! + passed.length);
      const moves = way === 'replace' || this.rested.get(id)! <= rest;
      for (const f of [...passed, frame]) if (moves || !this.passed[f]) settings[f] = value;
      if (settings[frame] !== value) back.set(id, settings[frame]!);
    }
    for (const f of passed) this.passed[f] = true;
    return back;
  }
}
