import { afterEach, describe, expect, it, vi } from 'vitest';
import { nextTask, pauseFor } from './next-task';

afterEach(() => {
  vi.unstubAllGlobals();
});

describe('pauses', () => {
  it('let what waits come first', async () => {
    const order: string[] = [];
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => order.push('waited');
    port2.postMessage(null);
    await nextTask();
    order.push('went on');
    port1.close();
    expect(order).toEqual(['waited', 'went on']);
  });

  it('last their time in a page that is seen, and in a hidden one without its timers', async () => {
    for (const hidden of [false, true]) {
      vi.stubGlobal('document', { hidden });
      if (hidden) vi.stubGlobal('setTimeout', () => 0);
      const begin = performance.now();
      await pauseFor(15);
      expect(performance.now() - begin).toBeGreaterThanOrEqual(14);
    }
  });
});
