import { nextTask } from '@/core/next-task';

/**
 * Waits at least so many milliseconds. In a hidden page it goes from task to task meanwhile: browsers run timers there
 * once a second, or once a minute, and an export would wait for that at every frame.
 */
export async function pauseFor(ms: number): Promise<void> {
  if (!isHidden()) return new Promise((resolve) => setTimeout(resolve, ms));
  const end = performance.now() + ms;
  // One task at least: what a card has done is told to the next task, and never to this one.
  do await nextTask();
  while (performance.now() < end);
}

const isHidden = () => typeof document !== 'undefined' && document.hidden;
