import type * as THREE from 'three';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Memory } from './finish/memory';
import type { PictureRenderer, Settling } from './picture';
import { Remembering } from './remembering';

const FRAMES = 24;
/** Frames that are remembered. */
const REACH = 6;

/** A picture that remembers, without a card: what is drawn is the frame that a memory is turned to. */
const picture = {
  frames: FRAMES,
  missing: (memory: Memory, phase: number) => memory.missing(Math.round(phase * FRAMES), FRAMES, REACH, 'loop'),
} as PictureRenderer;
const card = { initRenderTarget: () => undefined, copyTextureToTexture: () => undefined };

describe('what a running picture remembers', () => {
  let progress: (Settling | null)[];
  let remembering: Remembering;
  const draw = (memory: Memory, frame: number) => {
    memory.turnTo(frame, { frames: FRAMES, play: 'loop', width: 8, height: 4, runsOn: false });
    memory.keep('echo');
  };
  /** Shows a frame, as the viewer does. */
  const show = (frame: number) => {
    remembering.stop();
    draw(remembering.memory, frame);
    remembering.drew(picture, frame / FRAMES);
    remembering.keepAlong(picture, frame / FRAMES);
  };
  /** Settles a frame that is shown. @returns the frames that were drawn for it */
  const settle = (frame: number): number[] => {
    const drawn: number[] = [];
    for (let next = remembering.next(picture, frame / FRAMES, 4); next;) {
      for (const before of next.frames) draw(next.memory, before);
      drawn.push(...next.frames);
      if (next.frames.length === 0) show(frame);
      next = remembering.next(picture, frame / FRAMES, 4);
    }
    return drawn;
  };

  beforeEach(() => {
    progress = [];
    remembering = new Remembering(card as unknown as THREE.WebGLRenderer, (told) => progress.push(told));
  });

  it('settles in portions, says how far it is, and is done once', () => {
    show(10);
    expect(settle(10)).toEqual([4, 5, 6, 7, 8, 9]);
    // It is said with the first picture, and until the last one.
    const said = [0, 4, 6].map((done) => ({ done, total: 6 }));
    expect(progress).toEqual([...said, null]);
    expect(settle(10)).toEqual([]);
    expect(remembering.isSettling).toBe(false);
  });

  it('needs nothing where it was played to', () => {
    for (let frame = 0; frame <= 12; frame++) show(frame);
    expect(settle(12)).toEqual([]);
    // Whatever is changed on the way, it runs on, and is settled again when it stands.
    const { memory } = remembering;
    remembering.changed();
    show(13);
    expect(remembering.memory).toBe(memory);
    expect(settle(13)).toEqual([7, 8, 9, 10, 11, 12]);
  });

  it('goes on from the nearest settled frame', () => {
    for (let frame = 0; frame < FRAMES; frame++) show(frame);
    show(3);
    // It was not settled yet when it played through the first six; frame 23 was.
    expect(settle(3)).toEqual([0, 1, 2]);
    show(20);
    expect(settle(20)).toEqual([]);
  });

  it('stops when another frame is shown, and begins again when it is cleared', () => {
    show(10);
    remembering.next(picture, 10 / FRAMES, 4);
    show(16);
    expect(progress.at(-1)).toEqual({ done: 0, total: 6 });
    expect(settle(16)).toEqual([10, 11, 12, 13, 14, 15]);
    remembering.clear();
    expect(remembering.memory.frame).toBeNull();
    remembering.dispose();
  });
});
