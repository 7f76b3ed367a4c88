import { expect, it } from 'vitest';
import { waitFor } from './keeper';

it('changes are kept a moment after the last, and never later than two seconds after the first', () => {
  expect(waitFor(0)).toBe(600);
  expect(waitFor(1000)).toBe(600);
  expect(waitFor(1900)).toBe(100);
  expect(waitFor(5000)).toBe(0);
  // Steady work, a change every 100 milliseconds: each sets the timer anew.
  for (let since = 0; since <= 3000; since += 100)
    expect(Math.max(since, since + waitFor(since))).toBeLessThanOrEqual(Math.max(2000, since));
});
