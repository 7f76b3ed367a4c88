import { useState } from 'react';
import { errorSentence } from '@/core/error-sentence';
import { notify } from '@/state/panels/notify';
import { Ended } from '@/workers/thread';

/**
 * Writes one file while the panel stays as it is, and says what came of it.
 * @returns whether it is at work, and what begins it
 */
export function useWriting(write: () => Promise<void>): [boolean, () => void] {
  const [busy, setBusy] = useState(false);
  const begin = async () => {
    setBusy(true);
    try {
      await write();
      notify('done', 'Done. The file is with your downloads.');
    } catch (error) {
      if (error instanceof Ended) notify('info', 'Stopped. No file was written.');
      else notify('error', errorSentence(error));
    }
    setBusy(false);
  };
  return [busy, () => void begin()];
}
