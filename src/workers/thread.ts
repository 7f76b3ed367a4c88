import type * as Comlink from 'comlink';
import { remoteOf } from './channel';

/** Work in a thread was ended while it ran. */
export class Ended extends Error {
  override readonly name = 'Ended';
}

/** Work took longer than it may. */
export class TooLong extends Error {
  override readonly name = 'TooLong';
}

/** A thread failed: its script could not be read, or its memory was not enough. */
export class ThreadFailed extends Error {
  override readonly name = 'ThreadFailed';

  constructor() {
    super(
      'What computes beside the page has failed. Try again; if that does not help, reload the page. ' +
        'Nothing of the piece is lost.',
    );
  }
}

export interface Thread<Api> {
  /** What is said to it; rejected with the error it was ended with, and with `ThreadFailed` once it failed. */
  remote: Comlink.Remote<Api>;
  /** Ends all that it does. @param why what those are told that wait for it, `Ended` unless it says otherwise */
  end: (why?: Error) => void;
}

/**
 * A worker as a typed remote object.
 * @param failed is told as soon as it has failed; it is of no use from then on
 */
export function startThread<Api>(worker: Worker, failed: () => void = () => undefined): Thread<Api> {
  const wrapped = remoteOf<Api>(worker);
  let stop: (why: Error) => void = () => undefined;
  const stopped = new Promise<never>((_, reject) => (stop = reject));
  stopped.catch(() => undefined);
  const close = (why: Error) => {
    worker.terminate();
    stop(why);
  };
  worker.addEventListener('error', () => {
    close(new ThreadFailed());
    failed();
  });
  // A worker that is gone answers nothing more, so whoever waits for it is told.
  const remote = new Proxy(wrapped, {
    get:
      (target, name) =>
      (...args: unknown[]) =>
        Promise.race([
          (target as unknown as Record<PropertyKey, (...a: unknown[]) => Promise<unknown>>)[name]!(...args),
          stopped,
        ]),
  });
  return { remote, end: (why = new Ended('The work was stopped.')) => close(why) };
}
