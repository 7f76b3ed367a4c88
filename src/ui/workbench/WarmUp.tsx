'use client';

import { useEffect } from 'react';
import { loadWorkbench } from './loading';

/** Milliseconds in which the shelf has the network and the page's thread for itself. */
const SHELF_FIRST_MS = 2000;

const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Loads the workbench while nothing else goes on, so that a piece that is opened finds it there. Shows nothing. */
export function WarmUp() {
  useEffect(() => {
    let left = false;
    // Not every browser says when it is idle.
    const idle = (window.requestIdleCallback as typeof window.requestIdleCallback | undefined) ?? setTimeout;
    const pause = () =>
      new Promise<void>((resolve, reject) => idle(() => (left ? reject(new Error('left')) : resolve())));
    wait(SHELF_FIRST_MS)
      .then(pause)
      .then(() => loadWorkbench(pause))
      // It is loaded again, and any failure told, when a piece is opened.
      .catch(() => undefined);
    return () => {
      left = true;
    };
  }, []);
  return null;
}
