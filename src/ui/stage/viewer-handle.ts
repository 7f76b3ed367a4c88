import type { Viewer } from '@/engine/viewer';

let current: Viewer | null = null;

/** The viewer of the open workbench, for what needs its picture: checks and cells. */
export const viewerNow = () => current;

/** Begins with nothing remembered of earlier frames. */
export const clearMemory = (): void => current?.clearMemory();

export function setViewer(viewer: Viewer | null): void {
  current = viewer;
}
