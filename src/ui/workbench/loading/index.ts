import { nextTask } from '@/core/next-task';

/**
 * Loads the workbench part by part: the browser runs the text of what is imported in one task, and for all of it at
 * once that takes a third of a second. Each part imports the next, so that what it has is not fetched again.
 * @param pause waits between two parts
 */
export async function loadWorkbench(pause: () => Promise<void> = nextTask) {
  const core = await import('./core');
  await pause();
  const engine = await core.next();
  await pause();
  const stage = await engine.next();
  await pause();
  const areas = await stage.next();
  await pause();
  return (await areas.next()).Workbench;
}
