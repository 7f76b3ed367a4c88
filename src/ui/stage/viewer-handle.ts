import { useSyncExternalStore } from 'react';
import type { Viewer } from '@/engine/viewer';

let current: Viewer | null = null;

/** The viewer of the open workbench, for what needs its picture: checks and cells. */
export const viewerNow = () => current;

/** Begins with nothing remembered of earlier frames. */
export const clearMemory = (): void => current?.clearMemory();

export function setViewer(viewer: Viewer | null): void {
  current = viewer;
}

let frames = 0;
const following = new Set<() => void>();

/** A frame was put on the canvas. */
export function frameShown(): void {
  frames++;
  for (const tell of following) tell();
}

function follow(tell: () => void): () => void {
  following.add(tell);
  return () => following.delete(tell);
}

/** Frames shown so far: has what lies over the picture drawn with each of them. */
export const useFrames = (): number =>
  useSyncExternalStore(
    follow,
    () => frames,
    () => 0,
  );
