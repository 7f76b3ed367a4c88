import { Worker } from 'node:worker_threads';

/** What a check comes to: an HTTP status, and what is answered. */
export interface CheckAnswer {
  status: number;
  body: Record<string, unknown>;
}

interface Limits {
  /** Checks that run at once. */
  threads: number;
  /** Checks that may wait; more are turned away. */
  waiting: number;
  /** Milliseconds that one check may take, from when it begins. */
  most: number;
}

const LIMITS: Limits = { threads: 2, waiting: 16, most: 10_000 };
/** Memory of one thread, in MB. */
const MEMORY = { maxOldGenerationSizeMb: 512, stackSizeMb: 4 };

const BUSY: CheckAnswer = {
  status: 503,
  body: { ok: false, code: 'busy', error: 'Too many pieces are being checked just now. Try again in a minute.' },
};
const GONE: CheckAnswer = {
  status: 422,
  body: { ok: false, code: 'too-much', error: 'This piece needs more memory than a check may take.' },
};

interface CheckJob {
  text: string;
  done: (answer: CheckAnswer) => void;
}

/** Threads in which pieces of strangers are checked, with a limit of time and of memory for each. */
export class CheckPool {
  private readonly queue: CheckJob[] = [];
  private readonly idle: Worker[] = [];
  private running = 0;

  /** @param file the bundled `check-worker` */
  constructor(
    private readonly file: string,
    private readonly limits: Limits = LIMITS,
  ) {}

  check(text: string): Promise<CheckAnswer> {
    if (this.running >= this.limits.threads && this.queue.length >= this.limits.waiting) return Promise.resolve(BUSY);
    return new Promise((done) => {
      this.queue.push({ text, done });
      this.next();
    });
  }

  /** Ends the threads that wait for work. */
  async close(): Promise<void> {
    await Promise.all(this.idle.splice(0).map((worker) => worker.terminate()));
  }

  private forget(worker: Worker): void {
    const at = this.idle.indexOf(worker);
    if (at >= 0) this.idle.splice(at, 1);
  }

  private next(): void {
    if (this.running >= this.limits.threads) return;
    const job = this.queue.shift();
    if (!job) return;
    this.running++;
    const worker = this.idle.pop() ?? new Worker(this.file, { resourceLimits: MEMORY });
    // A thread that waits for work keeps no program alive.
    worker.unref();
    const tooLong: CheckAnswer = {
      status: 422,
      body: {
        ok: false,
        code: 'too-slow',
        error:
          `Checking this piece takes longer than the ${this.limits.most / 1000} seconds that a check ` +
          'may take. Check it in the workbench, or with the command line.',
      },
    };
    const finish = (answer: CheckAnswer, usable: boolean) => {
      clearTimeout(timer);
      for (const event of ['message', 'error', 'exit']) worker.removeAllListeners(event);
      // An ending thread may still report that it ran out of memory, and one that waits may end.
      worker.on('error', () => undefined);
      worker.on('exit', () => this.forget(worker));
      if (usable) this.idle.push(worker);
      else void worker.terminate();
      this.running--;
      job.done(answer);
      this.next();
    };
    const timer = setTimeout(() => finish(tooLong, false), this.limits.most);
    worker.once('message', (answer: CheckAnswer) => finish(answer, true));
    worker.once('error', () => finish(GONE, false));
    worker.once('exit', () => finish(GONE, false));
    worker.postMessage(job.text);
  }
}
