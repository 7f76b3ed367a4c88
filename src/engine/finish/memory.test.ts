import { expect, it } from 'vitest';
import { Memory, NOT_REMEMBERED, NOTHING } from './memory';

const FRAMES = 12;
const turn = (memory: Memory, frame: number, play: 'loop' | 'once', width: number, height: number, runsOn = false) =>
  memory.turnTo(frame, { frames: FRAMES, play, width, height, runsOn });
const turned = (...frames: number[]) => {
  const memory = new Memory();
  for (const frame of frames) turn(memory, frame, 'loop', 8, 4);
  return memory;
};

it('asks for the frames before one, over the seam too, and for none that it has', () => {
  expect(turned().missing(5, FRAMES, 3, 'loop')).toEqual([2, 3, 4]);
  expect(turned().missing(1, FRAMES, 3, 'loop')).toEqual([10, 11, 0]);
  expect(turned().missing(2, FRAMES, 30, 'loop')).toHaveLength(30);
  expect(turned(2, 3, 4).missing(5, FRAMES, 3, 'loop')).toEqual([]);
  expect(turned(2, 3, 4, 5).missing(5, FRAMES, 3, 'loop'), 'the same frame again').toEqual([]);
  expect(turned(11, 0, 1).missing(2, FRAMES, 3, 'loop')).toEqual([]);
  expect(turned(3, 4).missing(5, FRAMES, 3, 'loop'), 'not enough of them').toEqual([2, 3, 4]);
  expect(turned(1, 3, 4).missing(5, FRAMES, 3, 'loop'), 'one was left out').toEqual([2, 3, 4]);
  expect(turned(2, 3, 4).missing(7, FRAMES, 3, 'loop'), 'another place').toEqual([4, 5, 6]);
});

it('counts again when what is drawn changes, or its size', () => {
  const memory = turned(2, 3, 4);
  memory.changed();
  expect(memory.missing(5, FRAMES, 3, 'loop')).toEqual([2, 3, 4]);
  for (const frame of [5, 6, 7]) turn(memory, frame, 'loop', 8, 4);
  expect(memory.missing(8, FRAMES, 3, 'loop')).toEqual([]);
  turn(memory, 8, 'loop', 16, 8);
  expect(memory.missing(9, FRAMES, 3, 'loop')).toEqual([6, 7, 8]);
});

it('begins with nothing where the loop plays once', () => {
  const memory = new Memory();
  expect(memory.missing(2, FRAMES, 5, 'once')).toEqual([0, 1]);
  expect(memory.missing(0, FRAMES, 5, 'once')).toEqual([]);
  turn(memory, 11, 'once', 8, 4);
  memory.keep('echo');
  for (const frame of [0, 1]) turn(memory, frame, 'once', 8, 4);
  expect(memory.earlier('echo', false)).toBe(NOTHING);
  expect(memory.missing(2, FRAMES, 5, 'once')).toEqual([]);
});

it('hands on what a step kept, and reads the same when a frame is drawn again', () => {
  const memory = turned(0);
  expect(memory.earlier('echo', false)).toBe(NOTHING);
  const first = memory.keep('echo');
  turn(memory, 1, 'loop', 8, 4);
  expect(memory.earlier('echo', false)).toBe(first.texture);
  const second = memory.keep('echo');
  expect(second).not.toBe(first);
  turn(memory, 1, 'loop', 8, 4);
  expect([memory.earlier('echo', false), memory.keep('echo')]).toEqual([first.texture, second]);
  turn(memory, 2, 'loop', 8, 4);
  expect([memory.earlier('echo', false), memory.keep('echo')]).toEqual([second.texture, first]);
  expect([first.width, first.height]).toEqual([8, 4]);
});

it('stores frame after frame, in turn, over the seam', () => {
  const memory = turned(10);
  expect(memory.ago('lag', false)).toBe(NOT_REMEMBERED);
  const layers = [10, 11, 0, 0, 1].map((frame) => {
    turn(memory, frame, 'loop', 8, 4);
    return memory.store('lag', 2).layer;
  });
  // Frame 0 is drawn twice, into the same layer.
  expect(layers.map((l) => (l - layers[0]! + 3) % 3)).toEqual([0, 1, 2, 2, 0]);
  expect(memory.ago('lag', false).layer).toBe(layers[4]);
  // Eight bytes a pixel: three layers, and two pictures of what is kept.
  memory.keep('echo');
  expect(memory.bytes).toBe(8 * 8 * 4 * (3 + 2));
  memory.clear();
  expect([memory.bytes, memory.frame]).toEqual([0, null]);
});

it('says how much it knows of earlier frames, for what fills in the rest with the present one', () => {
  const known = (...frames: number[]) => {
    const memory = new Memory();
    for (const [i, frame] of frames.entries()) {
      turn(memory, frame, 'loop', 8, 4, i > 0 && frames[i - 1] === 5);
      memory.store('lag', 3);
      memory.keep('echo');
    }
    return [memory.ago('lag', true).known, memory.earlier('echo', true) !== null];
  };
  expect(turned().ago('lag', true).known, 'not even the present one').toBe(-1);
  expect(known(2)).toEqual([0, false]);
  expect(known(2, 2)).toEqual([0, false]);
  expect(known(2, 3, 4)).toEqual([2, true]);
  expect(known(0, 1, 2, 3, 4), 'no more than is stored').toEqual([3, true]);
  expect(known(2, 3, 9), 'another place').toEqual([0, false]);
  expect(known(4, 5, 9), 'left out while it plays').toEqual([2, true]);
  const once = new Memory();
  turn(once, 0, 'once', 8, 4);
  once.store('lag', 3);
  expect([once.ago('lag', true).known, once.earlier('echo', true)], 'there is nothing before').toEqual([3, NOTHING]);
});
