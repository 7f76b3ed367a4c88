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
