import { expect, it } from 'vitest';
import { Memory, NOT_REMEMBERED, NOTHING } from './memory';

const FRAMES = 12;
const turned = (...frames: number[]) => {
  const memory = new Memory();
  for (const frame of frames) memory.turnTo(frame, FRAMES, 'loop', 8, 4);
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

it('counts anew when what is drawn changes, or its size', () => {
  const memory = turned(2, 3, 4);
  memory.changed();
  expect(memory.missing(5, FRAMES, 3, 'loop')).toEqual([2, 3, 4]);
  for (const frame of [5, 6, 7]) memory.turnTo(frame, FRAMES, 'loop', 8, 4);
  expect(memory.missing(8, FRAMES, 3, 'loop')).toEqual([]);
  memory.turnTo(8, FRAMES, 'loop', 16, 8);
  expect(memory.missing(9, FRAMES, 3, 'loop')).toEqual([6, 7, 8]);
});

it('begins with nothing where the loop plays once', () => {
  const memory = new Memory();
  expect(memory.missing(2, FRAMES, 5, 'once')).toEqual([0, 1]);
  expect(memory.missing(0, FRAMES, 5, 'once')).toEqual([]);
  memory.turnTo(11, FRAMES, 'once', 8, 4);
  memory.keep('echo');
  for (const frame of [0, 1]) memory.turnTo(frame, FRAMES, 'once', 8, 4);
  expect(memory.earlier('echo')).toBe(NOTHING);
  expect(memory.missing(2, FRAMES, 5, 'once')).toEqual([]);
});

it('hands on what a step kept, and reads the same when a frame is drawn again', () => {
  const memory = turned(0);
  expect(memory.earlier('echo')).toBe(NOTHING);
  const first = memory.keep('echo');
  memory.turnTo(1, FRAMES, 'loop', 8, 4);
  expect(memory.earlier('echo')).toBe(first.texture);
  const second = memory.keep('echo');
  expect(second).not.toBe(first);
  memory.turnTo(1, FRAMES, 'loop', 8, 4);
  expect([memory.earlier('echo'), memory.keep('echo')]).toEqual([first.texture, second]);
  memory.turnTo(2, FRAMES, 'loop', 8, 4);
  expect([memory.earlier('echo'), memory.keep('echo')]).toEqual([second.texture, first]);
  expect([first.width, first.height]).toEqual([8, 4]);
});

it('stores frame after frame, in turn, over the seam', () => {
  const memory = turned(10);
  expect(memory.ago('lag')).toBe(NOT_REMEMBERED);
  const layers = [10, 11, 0, 0, 1].map((frame) => {
    memory.turnTo(frame, FRAMES, 'loop', 8, 4);
    return memory.store('lag', 2).layer;
  });
  // Frame 0 is drawn twice, into the same layer.
  expect(layers.map((l) => (l - layers[0]! + 3) % 3)).toEqual([0, 1, 2, 2, 0]);
  expect(memory.ago('lag').layer).toBe(layers[4]);
  // Eight bytes a pixel: three layers, and two pictures of what is kept.
  memory.keep('echo');
  expect(memory.bytes).toBe(8 * 8 * 4 * (3 + 2));
  memory.clear();
  expect([memory.bytes, memory.frame]).toEqual([0, null]);
});
