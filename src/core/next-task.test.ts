import { expect, it } from 'vitest';
import { nextTask } from './next-task';

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
