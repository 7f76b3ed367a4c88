import { useEffect, useState } from 'react';
import type { Making } from '@/core/forms/making';
import { endStudio, watchStudio } from '@/workers/remotes';
import { Button } from '../parts/Button';

/** Work shorter than this is not worth a word, in milliseconds. */
const NOTE_DELAY_MS = 500;

/** Says which form is being made while that takes long, and stops it. */
export function MakingNote() {
  const [making, setMaking] = useState<Making | null>(null);
  const [long, setLong] = useState(false);
  useEffect(() => {
    watchStudio(setMaking);
    return () => watchStudio(() => undefined);
  }, []);
  const busy = making !== null;
  useEffect(() => {
    if (!busy) return undefined;
    const timer = setTimeout(() => setLong(true), NOTE_DELAY_MS);
    return () => {
      clearTimeout(timer);
      setLong(false);
    };
  }, [busy]);
  if (!making || !long) return null;
  return (
    <div
      role="status"
      data-over-picture
      className="absolute bottom-3 flex items-center gap-3 rounded-md border border-line bg-ground px-3 py-1.5"
    >
      <span>
        Making {making.form}: {making.step}{' '}
        {making.total > 1 && (
          <span className="text-mute">
            {making.done + 1} of {making.total}
          </span>
        )}
      </span>
      <progress aria-label={`Making ${making.form}`} max={making.total} value={making.done} className="h-1.5 w-28" />
      <Button onClick={endStudio}>Stop</Button>
    </div>
  );
}
