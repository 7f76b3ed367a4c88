import { afterEach, expect, it, vi } from 'vitest';
import { pauseFor } from './pause';

afterEach(() => {
  vi.unstubAllGlobals();
});

it.each([
  ['seen', false],
  ['hidden, without its timers', true],
])('a pause lasts its time in a page that is %s', async (_, hidden) => {
  vi.stubGlobal('document', { hidden });
  if (hidden) vi.stubGlobal('setTimeout', () => 0);
  const begin = performance.now();
  await pauseFor(15);
  expect(performance.now() - begin).toBeGreaterThanOrEqual(14);
});

it('a pause of no time lets another task run first, in a hidden page as well', async () => {
  vi.stubGlobal('document', { hidden: true });
  let isOver = false;
  setImmediate(() => (isOver = true));
  for (let i = 0; i < 100 && !isOver; i++) await pauseFor(0);
  expect(isOver).toBe(true);
});
