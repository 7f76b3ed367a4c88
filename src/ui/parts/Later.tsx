import { startTransition, useEffect, useState, type ReactNode } from 'react';
import { nextTask } from '@/core/next-task';

/**
 * Mounts its children in a task after that of what is around them: the browser lays out what is mounted at once in one
 * task, and for the whole workbench that holds up the page.
 */
export function Later({ children }: { children: ReactNode }) {
  const [mounted, setMounted] = useState(false);
  useEffect(() => {
    let left = false;
    void nextTask().then(() => !left && startTransition(() => setMounted(true)));
    return () => {
      left = true;
    };
  }, []);
  return mounted ? children : null;
}
