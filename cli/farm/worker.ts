import { randomUUID } from 'node:crypto';
import { hostname } from 'node:os';
import { DelayedError, Worker, type Job } from 'bullmq';
import type { Redis } from 'ioredis';
import { drawingCode } from '../browser';
import { drawingCard, openDrawer, type Drawer } from '../render/drawer';
import { FramesFolder } from '../render/folder';
import {
  ALIVE,
  assertSame,
  farmVersion,
  forgetWorker,
  handIn,
  isWanted,
  orderOf,
  queueName,
  tellWorker,
  type Chunk,
  type FarmVersion,
  type WorkerState,
} from './records';
import { openRedis } from './redis';

/** Milliseconds after which a chunk whose worker says nothing is given to another. */
const SILENT = 10_000;
/** So many workers may be lost with a chunk before it is taken for the fault of the chunk. */
const MOST_LOST = 5;

/** A worker that draws. */
export interface FarmWorker {
  /** Ends it: the chunk that it has goes to another. */
  close: () => Promise<void>;
  /** Done when it has ended by itself: the farm has become another version. @throws Wrong saying so */
  ended: Promise<void>;
}

interface WorkerOptions {
  /** What it draws with, where that is known. */
  own?: FarmVersion;
  /** It sends frames back through Redis, also where it sees their folder. */
  send?: boolean;
}

/** What this machine draws with. @throws NoBrowser */
export async function ownVersion(): Promise<FarmVersion> {
  return { code: await drawingCode(), card: await drawingCard() };
}

/**
 * Joins a farm and draws chunks until it is closed.
 * @throws Wrong where the farm refuses this machine; NoBrowser
 */
export async function startWorker(
  url: string,
  { own, send = false }: WorkerOptions,
  say: (line: string) => void,
): Promise<FarmWorker> {
  const redis = await openRedis(url);
  try {
    const version = own ?? (await ownVersion());
    assertSame(version, await farmVersion(redis));
    return new Drawing(redis, version, send, say);
  } catch (error) {
    redis.disconnect();
    throw error;
  }
}

class Drawing implements FarmWorker {
  private readonly id = `${hostname()}-${randomUUID().slice(0, 8)}`;
  private readonly state: WorkerState;
  /** Of the queue, which closes no connection that it was given. */
  private readonly connection: Redis;
  private readonly worker: Worker<Chunk, void>;
  private readonly alive: NodeJS.Timeout;
  /** What draws now; it stays open from chunk to chunk of an order. */
  private open: { order: string; drawer: Drawer; folder: FramesFolder } | null = null;
  private isClosing = false;
  readonly ended: Promise<void>;

  constructor(
    private readonly redis: Redis,
    version: FarmVersion,
    private readonly send: boolean,
    private readonly say: (line: string) => void,
  ) {
    this.state = { name: this.id, card: version.card, drawing: null, frames: 0, seconds: 0 };
    this.connection = redis.duplicate();
    this.worker = new Worker<Chunk, void>(queueName(version), (job, token) => this.draw(job, token), {
      connection: this.connection,
      lockDuration: SILENT,
      stalledInterval: SILENT / 2,
      maxStalledCount: MOST_LOST,
    });
    // A Redis that is gone comes back; what went wrong with a chunk is told by the one who asked for it.
    this.worker.on('error', () => undefined);
    let end: (why: Error) => void;
    this.ended = new Promise((_, reject) => (end = reject));
    this.ended.catch(() => undefined);
    const tell = async () => {
      await tellWorker(redis, this.id, this.state);
      try {
        assertSame(version, await farmVersion(redis));
      } catch (why) {
        end(why as Error);
      }
    };
    void tell();
    this.alive = setInterval(() => void tell().catch(() => undefined), (ALIVE * 1000) / 5);
    say(`${this.id} draws with ${version.card}.`);
  }

  async close(): Promise<void> {
    this.isClosing = true;
    clearInterval(this.alive);
    await this.worker.close();
    await this.open?.drawer.close();
    await forgetWorker(this.redis, this.id);
    for (const each of [this.redis, this.connection]) each.disconnect();
  }

  private async draw(job: Job<Chunk, void>, token?: string): Promise<void> {
    const { order, frames } = job.data;
    try {
      let isNew = this.open?.order !== order;
      const { drawer, folder } = await this.opened(order);
      for (const [i, frame] of frames.entries()) {
        if (this.isClosing) {
          await job.moveToDelayed(Date.now(), token);
          throw new DelayedError();
        }
        if (!(await isWanted(this.redis, order))) return this.say('The rest of a chunk is not wanted any more.');
        this.state.drawing = { order, frame };
        if (i === 0) await tellWorker(this.redis, this.id, this.state);
        const start = performance.now();
        const bytes = await drawer.file(frame);
        const seconds = (performance.now() - start) / 1000;
        const isSeen = !this.send && (await folder.isMarked());
        if (isSeen) await folder.write(frame, bytes);
        const ready = { frame, chunk: job.id!, worker: this.id, seconds, isNew };
        await handIn(this.redis, order, ready, isSeen ? null : bytes);
        await job.updateData({ order, frames: frames.slice(i + 1) });
        isNew = false;
        this.state.frames++;
        this.state.seconds += seconds;
      }
      this.say(`${frames.length} frames from ${frames[0]} drawn.`);
    } catch (error) {
      if (!(error instanceof DelayedError)) {
        this.say(`Frames from ${frames[0]} could not be drawn: ${(error as Error).message}`);
        // Whatever became of the page, the next attempt has another.
        await this.forget();
      }
      throw error;
    } finally {
      this.state.drawing = null;
    }
  }

  private async opened(order: string): Promise<{ drawer: Drawer; folder: FramesFolder }> {
    if (this.open?.order === order) return this.open;
    await this.forget();
    const { job, place } = await orderOf(this.redis, order);
    this.open = { order, drawer: await openDrawer(job), folder: new FramesFolder(place) };
    return this.open;
  }

  private async forget(): Promise<void> {
    const open = this.open;
    this.open = null;
    await open?.drawer.close().catch(() => undefined);
  }
}
