import { expect, it, vi } from 'vitest';
import { nextTask, nextTaskIfLong } from './next-task';

it('a new task lets what waits come first', async () => {
  const order: string[] = [];
  const { port1, port2 } = new MessageChannel();
  port1.onmessage = () => order.push('waited');
  port2.postMessage(null);
  await nextTask();
  order.push('went on');
  port1.close();
  expect(order).toEqual(['waited', 'went on']);
});

it('short work stays in its task, and long work makes room', async () => {
  const messages = vi.spyOn(globalThis, 'MessageChannel');
  const now = performance.now();
  expect(await nextTaskIfLong(now)).toBe(now);
  expect(messages).not.toHaveBeenCalled();
  expect(await nextTaskIfLong(now - 1000)).toBeGreaterThanOrEqual(now);
  expect(messages).toHaveBeenCalledTimes(1);
  messages.mockRestore();
});
