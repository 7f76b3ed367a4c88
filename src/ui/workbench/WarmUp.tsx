'use client';

import { useEffect } from 'react';
import { loadWorkbench } from './load-workbench';

/** Loads the workbench while nothing else goes on, so that a piece that is opened finds it there. Shows nothing. */
export function WarmUp() {
  useEffect(() => {
    let left = false;
    // Not every browser says when it is idle.
    const idle = (window.requestIdleCallback as typeof window.requestIdleCallback | undefined) ?? setTimeout;
    const pause = () =>
      new Promise<void>((resolve, reject) => idle(() => (left ? reject(new Error('left')) : resolve())));
    pause()
      .then(() => loadWorkbench(pause))
      // It is loaded again, and any failure told, when a piece is opened.
      .catch(() => undefined);
    return () => {
      left = true;
    };
  }, []);
  return null;
}
