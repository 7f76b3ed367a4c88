import { useEffect } from 'react';
import { create } from 'zustand';
import type { PictureAnswer } from '@/state/measured/checks';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import type { Viewer } from '@/engine/viewer';

let current: Viewer | null = null;

/** The viewer of the open workbench, for what needs its picture: checks and cells. */
export const viewerNow = () => current;

/** Measures the seam of the picture; where another viewer takes over meanwhile, that one measures it. */
export async function pictureSeam(): Promise<PictureAnswer> {
  for (;;) {
    const viewer = current;
    const answer = (await viewer?.beside.seam()) ?? 'making';
    if (viewer === current) return answer;
  }
}

/** Has the shot tell how far away things are, as long as the caller is shown. */
export function useDistances(): void {
  useEffect(() => {
    const viewer = current;
    if (viewer) viewer.measures = true;
    return () => {
      if (viewer) viewer.measures = false;
    };
  }, []);
}

/** Begins with nothing remembered of earlier frames. */
export const clearMemory = (): void => current?.clearMemory();

export function setViewer(viewer: Viewer | null): void {
  current = viewer;
}

/** Frames shown so far: has what lies over the picture drawn with each of them. */
export const useFrames = create<number>()(() => 0);

/** A frame was put on the canvas. @param phase its time in the loop */
export function frameShown(phase: number): void {
  const { loop } = useWorkbench.getState().piece;
  useTransport.getState().shown(phase * loop.frames, loop);
  useFrames.setState((shown) => shown + 1);
}
