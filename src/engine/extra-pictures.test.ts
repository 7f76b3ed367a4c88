import type * as THREE from 'three';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { blankPiece, setLoop, setPicture } from '@/core/piece/edit';
import { ExtraPictures, type DrawnPixels } from './extra-pictures';
import { Memory } from './finish/memory';
import type { FrameRequest, PictureRenderer, DrawnSubject } from './picture';

const FRAMES = 10;
/** Frames that each frame remembers. */
const REACH = 3;
const piece = setPicture(setLoop(blankPiece(), { frames: FRAMES }), { width: 4, height: 2 });
const STEPS = [{ strand: 'out', step: 't1' }];

describe('pictures beside the running one', () => {
  let drawn: FrameRequest[];
  let now: DrawnPixels | null;
  /** Answers of the card that are still to come. */
  let answers: (() => void)[];
  let beside: ExtraPictures;
  let whenSet: Promise<void>;
  /** Steps whose programs were asked for, and whether the card has them. */
  let compiled: unknown[];
  let ready: boolean;
  const whenFree = () => Promise.resolve();

  /** A picture without a card, in which every byte says which phase was drawn. */
  const picture = {
    ready: true,
    frames: FRAMES,
    view: null,
    draw: (frame: FrameRequest) => void drawn.push(frame),
    compile: ({ upTo }: DrawnSubject) => void compiled.push(upTo),
    missing: (memory: Memory, phase: number) =>
      memory.missing(Math.floor(phase * FRAMES + 1e-4) % FRAMES, FRAMES, REACH, 'loop'),
  } as unknown as PictureRenderer;
  const present = (version: number): DrawnPixels => ({
    ...{ picture, piece, version, complete: true, phase: 0 },
    frame: { phase: 0, remembering: { memory: new Memory(), mode: 'read', fillIn: true } },
  });
  const renderer = {
    capabilities: { maxTextureSize: 64 },
    info: {
      get programs() {
        return [{ program: {}, isReady: () => ready, getUniforms: () => undefined }];
      },
    },
    getContext: () => ({
      ...{ isContextLost: () => false, fenceSync: () => ({}), flush: () => undefined, deleteSync: () => undefined },
      ...{ getSyncParameter: () => 1, SIGNALED: 1 },
    }),
    readRenderTargetPixelsAsync: (...[, , , , , bytes]: [unknown, number, number, number, number, Uint8Array]) => {
      bytes.fill(Math.round(100 * (drawn.at(-1)!.phase % 1)));
      return new Promise<void>((done) => answers.push(done));
    },
  } as unknown as THREE.WebGLRenderer;
  /** Lets the card answer what it was asked. */
  const answer = async () => {
    await vi.waitFor(() => expect(answers.length).toBeGreaterThan(0), { timeout: 20_000 });
    for (const done of answers.splice(0)) done();
  };
  /** Lets it answer until the work is done. */
  const done = async <T>(work: Promise<T>): Promise<T> => {
    let ended = false;
    void work.finally(() => (ended = true));
    while (!ended) {
      for (const one of answers.splice(0)) one();
      await new Promise((next) => setTimeout(next));
    }
    return work;
  };

  beforeEach(() => {
    [drawn, answers, now, whenSet] = [[], [], present(1), Promise.resolve()];
    [compiled, ready] = [[], true];
    beside = new ExtraPictures(renderer, { now: () => now, whenSet: () => whenSet, whenFree });
  });

  it('measure the seam with what lies behind it, once for all who ask', async () => {
    const [one, other] = await done(Promise.all([beside.seam(), beside.seam()]));
    expect(one).toMatchObject({ closes: true });
    expect(other).toBe(one);
    // The frames that the last one remembers, then the last, the seam from both sides, and the first.
    const phases = [...[6, 7, 8].map((f) => f / FRAMES), 1 - 1 / FRAMES, 1, 0, 1 / FRAMES];
    expect(drawn.map((f) => f.phase)).toEqual(phases);
    expect(await beside.seam()).toBe(one);
    now = present(2);
    await done(beside.seam());
    expect(drawn).toHaveLength(2 * phases.length);
  });

  it('wait until the piece that was set is drawn', async () => {
    let set = () => undefined as void;
    whenSet = new Promise((done) => (set = done));
    const work = Promise.all([beside.seam(), beside.snapshots(STEPS, 4, 2), beside.pixels()]);
    await new Promise((next) => setTimeout(next, 5));
    expect(drawn).toHaveLength(0);
    now = present(2);
    set();
    const [seam, [cell], frame] = await done(work);
    expect(seam).toMatchObject({ closes: true });
    expect(cell).toMatchObject({ kind: 'picture', width: 4, height: 2 });
    expect(frame).toMatchObject({ width: 4, height: 2 });
  });

  it('draw cells between the frames of a seam', async () => {
    const seam = beside.seam();
    await answer();
    const cells = beside.snapshots(STEPS, 4, 2);
    await answer();
    await answer();
    expect(await cells).toHaveLength(1);
    expect(drawn.length).toBeLessThan(REACH + 2);
    expect(await done(seam)).toMatchObject({ closes: true });
  });

  it.each([
    ['another piece is set', () => present(2)],
    ['the viewer is gone', () => null],
  ])('draw nothing more once %s', async (_, next) => {
    const work = Promise.all([beside.seam(), beside.pixels()]);
    await answer();
    now = next();
    const before = drawn.length;
    expect(await done(work)).toEqual(['making', null]);
    expect(drawn.slice(before).map((f) => f.phase)).toEqual([]);
    beside.dispose();
  });

  it('say so where there is nothing, not all, or too much to draw', async () => {
    now = { ...present(1), complete: false };
    expect(await beside.seam()).toBe('making');
    now = { ...present(1), picture: { ...picture, ready: false } as PictureRenderer };
    expect([await beside.seam(), await beside.snapshots(STEPS, 4, 2), await beside.pixels()]).toEqual([
      'none',
      [],
      null,
    ]);
    now = { ...present(1), piece: setPicture(piece, { width: 128 }) };
    expect(await beside.pixels()).toBeNull();
    expect(drawn).toHaveLength(0);
  });

  it('of steps wait for their programs, and are not asked for where another piece was set meanwhile', async () => {
    ready = false;
    const waiting = beside.snapshots(STEPS, 4, 2);
    await vi.waitFor(() => expect(compiled).toEqual(STEPS), { timeout: 20_000 });
    expect(drawn).toHaveLength(0);
    now = present(2);
    expect(await waiting).toEqual([]);
    const next = beside.snapshots(STEPS, 4, 2);
    ready = true;
    expect(await done(next)).toHaveLength(STEPS.length);
    expect(drawn).toHaveLength(STEPS.length);
  });

  it('go on after the card failed', async () => {
    const card = { ...renderer, readRenderTargetPixelsAsync: () => Promise.reject(new Error('lost')) };
    beside = new ExtraPictures(card as unknown as THREE.WebGLRenderer, {
      now: () => now,
      whenSet: () => whenSet,
      whenFree,
    });
    expect([await beside.seam(), await beside.snapshots(STEPS, 4, 2)]).toEqual(['making', []]);
    Object.assign(card, renderer);
    expect(await done(beside.seam())).toMatchObject({ closes: true });
  });
});
