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

/**
 * Waits at least so many milliseconds. In a hidden page it goes from task to task meanwhile: browsers run timers there
 * once a second, or once a minute, and an export would wait for that at every frame.
 */
export async function pauseFor(ms: number): Promise<void> {
  if (!isHidden()) return new Promise((resolve) => setTimeout(resolve, ms));
  const end = performance.now() + ms;
  while (performance.now() < end) await nextTask();
}

const isHidden = () => typeof document !== 'undefined' && document.hidden;
