import { describe, expect, it } from 'vitest';
import { Clock } from './clock';

const loop = { frames: 24, rate: 12, play: 'loop' } as const;

describe('the clock of a player', () => {
  it('goes round, frame by frame, and from where it was stopped', () => {
    const clock = new Clock(loop);
    clock.start(5000);
    const at = [0, 80, 84, 1000, 1999, 2000, 2084].map((ms) => clock.frame(5000 + ms));
    expect(at).toEqual([0, 0, 1, 12, 23, 0, 1]);
    clock.stop(5500);
    expect([clock.frame(9000), clock.isPlaying]).toEqual([6, false]);
    clock.start(9000);
    expect(clock.frame(9500)).toBe(12);
  });

  it('what plays once stays at its end, and begins again when it is started again', () => {
    const clock = new Clock({ ...loop, play: 'once' });
    clock.start(0);
    expect([clock.frame(1900), clock.frame(90_000), clock.isOver(90_000), clock.isOver(1000)]).toEqual([
      22,
      23,
      true,
      false,
    ]);
    clock.start(90_000);
    expect(clock.frame(90_100)).toBe(1);
    clock.standAt(40);
    expect(clock.frame(0)).toBe(23);
  });

  it('steps over the seam, in both directions', () => {
    const clock = new Clock(loop);
    clock.standAt(-1);
    expect(clock.frame(0)).toBe(23);
    clock.standAt(24);
    expect(clock.frame(0)).toBe(0);
  });
});
