import { randomUUID } from 'node:crypto';
import path from 'node:path';
import { setTimeout as pauseFor } from 'node:timers/promises';
import { Queue } from 'bullmq';
import type { Redis } from 'ioredis';
import { nextChunk, paceOf, type ChunkTimes } from '@/core/farm/chunks';
import type { DrawJob } from '../page/frames';
import type { DrawFrames, Tell } from '../render/render';
import { Wrong } from '../wrong';
import {
  assertSameCode,
  farmVersion,
  forgetOrder,
  hash,
  putOrder,
  queueName,
  takeReady,
  tellRender,
  wantStill,
  workersOf,
  type Chunk,
  type FarmOrder,
  type RenderState,
} from './records';
import { openRedis } from './redis';

/** Milliseconds between looks for frames that are ready, and between looks at chunks. */
const LOOK = 50;
const LOOK_AT_CHUNKS = 2000;
/** How often a chunk is tried, as long as workers answer. */
const ATTEMPTS = 3;

/** Draws on the machines of a farm. @throws Wrong where there is none, or a chunk cannot be drawn */
export const drawOnFarm =
  (url: string, tell: Tell): DrawFrames =>
  async (job, frames, folder, give) => {
    const redis = await openRedis(url);
    // A queue closes no connection that it was given.
    const connection = redis.duplicate();
    // Each attempt to reach it closes again; it is said once.
    const lost = () => {
      tell.say('Redis does not answer; the render goes on when it is back.');
      redis.once('ready', () => redis.once('close', lost));
    };
    redis.once('close', lost);
    try {
      const version = await farmVersion(redis);
      await assertSameCode(version);
      const queue = new Queue<Chunk, void>(queueName(version), { connection });
      queue.on('error', () => undefined);
      const place = { ...folder.place, folder: path.resolve(folder.place.folder) };
      try {
        await new Render({ redis, queue, job, place, frames, give, tell }).run();
      } finally {
        await queue.close();
      }
    } finally {
      redis.off('close', lost);
      for (const each of [redis, connection]) each.disconnect();
    }
  };

interface RenderParts {
  redis: Redis;
  queue: Queue<Chunk, void>;
  job: DrawJob;
  place: FarmOrder['place'];
  frames: readonly number[];
  give: (frame: number, bytes: Uint8Array | null) => Promise<void>;
  tell: Tell;
}

/** A chunk that is given out: what is still missing of it, and what its frames took. */
interface ChunkOut {
  missing: Set<number>;
  times: ChunkTimes | null;
}

/** One render: gives chunks out, fetches frames, and gives out again what was lost. */
class Render {
  private readonly id = randomUUID().slice(0, 13);
  private readonly text: string;
  /** Frames that no worker has. */
  private left: number[];
  private readonly out = new Map<string, ChunkOut>();
  private readonly drawn: ChunkTimes[] = [];
  private workers = 1;
  private given = 0;
  private done = 0;
  private isAlone = false;

  constructor(private readonly parts: RenderParts) {
    this.left = [...parts.frames];
    this.text = JSON.stringify(parts.job.piece);
  }

  async run(): Promise<void> {
    let state: RenderState['state'] = 'stopped';
    try {
      for (let looked = -Infinity; this.left.length + this.out.size > 0;) {
        if (performance.now() - looked > LOOK_AT_CHUNKS) {
          await this.lookAtChunks();
          looked = performance.now();
        }
        await this.giveOut();
        if (!(await this.fetch())) await pauseFor(LOOK);
      }
      state = 'done';
    } finally {
      // Nobody waits for the rest any more: what waits is taken back, what is drawn ends with its frame.
      await forgetOrder(this.parts.redis, this.id);
      for (const id of this.out.keys()) await this.parts.queue.remove(id).catch(() => 0);
      await this.say(state);
    }
  }

  /** Gives chunks out, so that every worker has one, and one waits for whoever is free first. */
  private async giveOut(): Promise<void> {
    const { queue, frames } = this.parts;
    while (this.left.length > 0 && this.out.size < 2 * this.workers) {
      const count = nextChunk(frames.length, this.left.length, paceOf(this.drawn, this.workers));
      const chunk = this.left.splice(0, count);
      const jobId = `${this.id}-${this.given++}`;
      this.out.set(jobId, { missing: new Set(chunk), times: null });
      const kept = { removeOnComplete: { age: 3600 }, removeOnFail: { age: 3600 } };
      await queue.add('chunk', { order: this.id, frames: chunk }, { jobId, attempts: ATTEMPTS, ...kept });
    }
  }

  /** @returns whether there was a frame */
  private async fetch(): Promise<boolean> {
    const taken = await takeReady(this.parts.redis, this.id);
    if (!taken) return false;
    const { ready, bytes } = taken;
    const chunk = this.out.get(ready.chunk);
    // Drawn a second time, by a worker that was taken for lost; or its file was lost with Redis.
    if (!chunk?.missing.has(ready.frame) || bytes?.length === 0) return true;
    await this.parts.give(ready.frame, bytes);
    chunk.missing.delete(ready.frame);
    this.done++;
    if (chunk.times) chunk.times = { ...chunk.times, rest: [...chunk.times.rest, ready.seconds] };
    else chunk.times = { first: ready.isNew ? null : ready.seconds, rest: [] };
    if (chunk.missing.size === 0) this.end(ready.chunk, chunk);
    return true;
  }

  private end(id: string, chunk: ChunkOut): void {
    this.out.delete(id);
    if (chunk.times) this.drawn.push(chunk.times);
  }

  /** What was lost, with a worker or with Redis, is given out again. @throws Wrong where a chunk cannot be drawn */
  private async lookAtChunks(): Promise<void> {
    const { redis, queue, job, place, tell } = this.parts;
    if (!(await wantStill(redis, this.id)))
      await putOrder(redis, this.id, { ...job, piece: hash(this.text), place }, this.text);
    const workers = await workersOf(redis);
    this.workers = Math.max(1, workers.length);
    if (workers.length === 0 && !this.isAlone)
      tell.say('The farm has no worker; frames are drawn as soon as one joins: npm run farm:worker.');
    this.isAlone = workers.length === 0;
    for (const [id, chunk] of [...this.out]) {
      const given = await queue.getJob(id);
      const state = given ? await given.getState() : 'unknown';
      if (state === 'failed') throw new Wrong(this.whyFailed(chunk, given!.failedReason));
      if (state !== 'completed' && state !== 'unknown') continue;
      // All that it handed in has been fetched by then.
      while (await this.fetch());
      if (!this.out.has(id)) continue;
      this.end(id, chunk);
      this.left.unshift(...chunk.missing);
    }
    await this.say('drawing');
  }

  private whyFailed({ missing }: ChunkOut, reason: string): string {
    const frames = [...missing];
    const isLost = /stalled/.test(reason);
    return (
      `Frames ${frames[0]} to ${frames.at(-1)} could not be drawn: ` +
      (isLost ? 'each worker that had them ended.' : reason) +
      ' What is finished stays; the same command goes on with the rest.'
    );
  }

  private async say(state: RenderState['state']): Promise<void> {
    const { redis, job, frames } = this.parts;
    await tellRender(redis, this.id, {
      name: job.piece.name,
      total: frames.length,
      done: this.done,
      chunks: { out: this.out.size, done: this.drawn.length },
      frameSeconds: paceOf(this.drawn, this.workers).frameSeconds,
      state,
    });
  }
}
