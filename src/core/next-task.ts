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

/** Milliseconds that one task may work before what waits comes first. */
const TASK_BUDGET_MS = 20;

/**
 * Goes on in a task of its own where the present work has taken long. Work that is soon done, as after an edit of a
 * number, stays in one task, so that no later edit overtakes it.
 * @param since when the work began, as `performance.now()` says it
 * @returns when it goes on
 */
export async function nextTaskIfLong(since: number): Promise<number> {
  if (performance.now() - since < TASK_BUDGET_MS) return since;
  await nextTask();
  return performance.now();
}
