import { nextTask } from '@/core/next-task';

/** The largest parts of the workbench, those that others need first. */
const PARTS = [
  () => import('three'),
  () => import('@/core/piece/schema'),
  () => import('@/core/weave'),
  () => import('@/state/workbench'),
  () => import('@/engine/viewer'),
  () => import('../lattice/Lattice'),
  () => import('../stage/StageView'),
  () => import('../loop-band/LoopBand'),
  () => import('./Side'),
];

/**
 * Loads the workbench part by part: the browser runs the text of what is imported in one task, and for all of it at
 * once that takes a third of a second.
 * @param pause waits between two parts
 */
export async function loadWorkbench(pause: () => Promise<void> = nextTask) {
  for (const load of PARTS) {
    await load();
    await pause();
  }
  return (await import('./Workbench')).Workbench;
}
