/**
 * Ends the present task of its thread and goes on in one of its own, so that what waits (a press, a frame) comes first.
 * A message does this, since timers of a hidden page run once a second.
 */
export function nextTask(): Promise<void> {
  return new Promise((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(null);
  });
}
