import type { Viewer } from '@/engine/viewer';

let current: Viewer | null = null;

/** The viewer of the open workbench, for what needs its picture: checks and cells. */
export const viewerNow = () => current;

export function setViewer(viewer: Viewer | null): void {
  current = viewer;
}
