import { nextTask } from '@/core/next-task';

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
