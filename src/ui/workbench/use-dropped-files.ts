import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { takeDropped } from './dropped-files';

/** Takes files that are dropped anywhere on the workbench. None of them ever opens in place of the page. */
export function useDroppedFiles(): void {
  const router = useRouter();
  useEffect(() => {
    const over = (event: DragEvent) => {
      if (event.dataTransfer?.types.includes('Files')) event.preventDefault();
    };
    const drop = (event: DragEvent) => {
      const files = [...(event.dataTransfer?.files ?? [])];
      if (files.length === 0) return;
      // A box that has taken it has said so; the browser would open it otherwise.
      const taken = event.defaultPrevented;
      event.preventDefault();
      if (!taken)
        void files.reduce((before, file) => before.then(() => takeDropped(file, router.push)), Promise.resolve());
    };
    window.addEventListener('dragover', over);
    window.addEventListener('drop', drop);
    return () => {
      window.removeEventListener('dragover', over);
      window.removeEventListener('drop', drop);
    };
  }, [router]);
}
