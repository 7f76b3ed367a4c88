import * as Comlink from 'comlink';
import { Ended } from './doors';

interface Job<Door, Result> {
  open: () => Worker;
  work: (door: Comlink.Remote<Door>) => Promise<Result>;
  /** Ends it at once. */
  signal?: AbortSignal;
  /** What is thrown where the thread itself fails, for want of memory mostly. */
  failure: () => Error;
}

/** Does one job in a thread of its own, which ends with it. @throws Ended where the signal said so */
export async function oneJob<Door, Result>({ open, work, signal, failure }: Job<Door, Result>): Promise<Result> {
  const worker = open();
  const ended = new Promise<never>((_, reject) => {
    const end = () => reject(new Ended('The reading was stopped.'));
    signal?.addEventListener('abort', end, { once: true });
    if (signal?.aborted) end();
    worker.addEventListener('error', () => reject(failure()));
  });
  try {
    return await Promise.race([work(Comlink.wrap<Door>(worker)), ended]);
  } finally {
    worker.terminate();
  }
}
