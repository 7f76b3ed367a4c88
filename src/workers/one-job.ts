import * as Comlink from 'comlink';
import { Ended } from './thread';

interface OneJob<Api, Result> {
  open: () => Worker;
  work: (remote: Comlink.Remote<Api>) => Promise<Result>;
  /** Ends it at once. */
  signal?: AbortSignal;
  /** What is thrown where the thread itself fails, for want of memory mostly. */
  failure: () => Error;
}

/** Milliseconds for which a thread that has done its job waits for another: until then its code need not be read. */
const IDLE_MS = 20_000;

interface JobThread {
  worker: Worker;
  remote: Comlink.Remote<unknown>;
}

/** Threads that wait, by what opens them, with what ends them in time. */
const waiting = new Map<() => Worker, { thread: JobThread; timer: ReturnType<typeof setTimeout> }>();

function begin(open: () => Worker): JobThread {
  const idle = waiting.get(open);
  if (idle) {
    waiting.delete(open);
    clearTimeout(idle.timer);
    return idle.thread;
  }
  const worker = open();
  return { worker, remote: Comlink.wrap(worker) };
}

function letWait(open: () => Worker, thread: JobThread): void {
  if (waiting.has(open)) return thread.worker.terminate();
  const timer = setTimeout(() => {
    waiting.delete(open);
    thread.worker.terminate();
  }, IDLE_MS);
  waiting.set(open, { thread, timer });
}

/**
 * Does one job in a thread that has no other, so that ending it ends the job alone.
 * @throws Ended where the signal said so
 */
export async function oneJob<Api, Result>({ open, work, signal, failure }: OneJob<Api, Result>): Promise<Result> {
  const thread = begin(open);
  const { worker, remote } = thread;
  let stop: (error: Error) => void = () => undefined;
  const stopped = new Promise<never>((_, reject) => (stop = reject));
  const end = () => stop(new Ended('The reading was stopped.'));
  const fail = () => stop(failure());
  signal?.addEventListener('abort', end);
  worker.addEventListener('error', fail);
  if (signal?.aborted) end();
  try {
    const result = await Promise.race([work(remote as Comlink.Remote<Api>), stopped]);
    letWait(open, thread);
    return result;
  } catch (error) {
    worker.terminate();
    throw error;
  } finally {
    signal?.removeEventListener('abort', end);
    worker.removeEventListener('error', fail);
  }
}
