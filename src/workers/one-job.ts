import type * as Comlink from 'comlink';
import { Ended, startThread, ThreadFailed, TooLong, type Thread } from './thread';

interface OneJob<Api, Result> {
  open: () => Worker;
  work: (remote: Comlink.Remote<Api>) => Promise<Result>;
  /** Ends it at once. */
  signal?: AbortSignal;
  /** Milliseconds that it may take, and what is said of one that takes longer. */
  limit?: { ms: number; sentence: string };
  /** What is thrown where the thread itself fails, for want of memory mostly. */
  failure: () => Error;
}

/** Milliseconds for which a thread that has done its job waits for another: until then its code need not be read. */
const IDLE_MS = 20_000;

/** Threads that wait, by what opens them, with what ends them in time. */
const waiting = new Map<() => Worker, { thread: Thread<unknown>; timer: ReturnType<typeof setTimeout> }>();

function takeThread(open: () => Worker): Thread<unknown> {
  const idle = waiting.get(open);
  if (!idle) {
    const thread = startThread<unknown>(open(), () => {
      if (waiting.get(open)?.thread === thread) waiting.delete(open);
    });
    return thread;
  }
  waiting.delete(open);
  clearTimeout(idle.timer);
  return idle.thread;
}

function letWait(open: () => Worker, thread: Thread<unknown>): void {
  if (waiting.has(open)) return thread.end();
  const timer = setTimeout(() => {
    waiting.delete(open);
    thread.end();
  }, IDLE_MS);
  waiting.set(open, { thread, timer });
}

/**
 * Does one job in a thread that has no other, so that ending it ends the job alone.
 * @throws Ended where the signal said so, TooLong where it took longer than its limit, and what the job itself throws
 */
export async function oneJob<Api, Result>({ open, work, signal, limit, failure }: OneJob<Api, Result>) {
  const thread = takeThread(open) as Thread<Api>;
  const end = () => thread.end();
  signal?.addEventListener('abort', end);
  if (signal?.aborted) end();
  const timer = limit && setTimeout(() => thread.end(new TooLong(limit.sentence)), limit.ms);
  try {
    const result = await work(thread.remote);
    letWait(open, thread);
    return result;
  } catch (error) {
    // What the job says of a file leaves its thread as good as before.
    if (error instanceof Ended || error instanceof TooLong || error instanceof ThreadFailed) thread.end();
    else letWait(open, thread);
    throw error instanceof ThreadFailed ? failure() : error;
  } finally {
    signal?.removeEventListener('abort', end);
    clearTimeout(timer);
  }
}
