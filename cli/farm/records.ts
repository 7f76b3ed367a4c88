import { createHash } from 'node:crypto';
import type { Redis } from 'ioredis';
import { drawingCode } from '../browser';
import type { DrawJob } from '../page/frames';
import type { FramesPlace } from '../render/folder';
import { Wrong } from '../wrong';

/** What a farm keeps in Redis beside its queue, and how it is called there. */

/** Seconds after which what nobody asked for is forgotten. */
const KEPT = 7 * 24 * 3600;
/** Of frames that nobody fetches. */
const FRAME_KEPT = 3600;
/** Of who is there, unless it says so again. */
export const ALIVE = 15;
/** Bytes of a piece of a frame's file: Redis and its clients take small ones best. */
const PART_BYTES = 1 << 20;

const KEYS = {
  version: 'calm:version',
  piece: (hash: string) => `calm:piece:${hash}`,
  order: (id: string) => `calm:order:${id}`,
  ready: (id: string) => `calm:ready:${id}`,
  frame: (id: string, frame: number) => `calm:frame:${id}:${frame}`,
  worker: (id: string) => `calm:worker:${id}`,
  render: (id: string) => `calm:render:${id}`,
};

/** What draws: two of the same draw the same bytes. */
export interface FarmVersion {
  /** A hash of the code. */
  code: string;
  /** The browser and its card. */
  card: string;
}

/** What a worker has to know of a render; the piece by the hash of its contents. */
export interface FarmOrder extends Omit<DrawJob, 'piece'> {
  piece: string;
  /** Where the frames end up; a worker that sees this folder writes them there itself. */
  place: FramesPlace;
}

/** A chunk on the queue. */
export interface Chunk {
  order: string;
  /** Frames that are not there yet, in their order. */
  frames: number[];
}

/** What a worker says of a frame that it drew. */
export interface ReadyFrame {
  frame: number;
  chunk: string;
  worker: string;
  seconds: number;
  /** It is the first that the worker drew of this piece: its time says nothing of the next. */
  isNew: boolean;
  /** It is in the folder already; else its file waits here. */
  isWritten: boolean;
}

/** What a worker says of itself. */
export interface WorkerState {
  name: string;
  card: string;
  /** What it draws of, and which frame; null where it waits. */
  drawing: { order: string; frame: number } | null;
  /** Frames that it has drawn, and the seconds that they took. */
  frames: number;
  seconds: number;
}

/** What the one who asked for a render says of it. */
export interface RenderState {
  name: string;
  total: number;
  done: number;
  /** Chunks that are given out, and those that are done. */
  chunks: { out: number; done: number };
  frameSeconds: number | null;
  state: 'drawing' | 'done' | 'stopped';
}

export const queueName = ({ code, card }: FarmVersion) => `frames-${hash(code + card).slice(0, 12)}`;

export const hash = (text: string) => createHash('sha256').update(text).digest('hex');

export const tellVersion = (redis: Redis, version: FarmVersion) => redis.set(KEYS.version, JSON.stringify(version));

/** @throws Wrong where no farm was started */
export async function farmVersion(redis: Redis): Promise<FarmVersion> {
  const text = await redis.get(KEYS.version);
  if (text === null) throw new Wrong('This Redis belongs to no farm. Start one with npm run farm.');
  return JSON.parse(text) as FarmVersion;
}

const REFUSED = 'This machine may not draw for the farm:';

/** @throws Wrong saying why a machine may not draw for a farm */
export function assertSame(own: FarmVersion, farm: FarmVersion): void {
  if (own.code !== farm.code)
    throw new Wrong(
      `${REFUSED} its application is another version (${own.code.slice(0, 8)}; the farm has ` +
        `${farm.code.slice(0, 8)}). Bring both to the same state.`,
    );
  if (own.card !== farm.card)
    throw new Wrong(`${REFUSED} it draws with ${own.card}, and the farm with ${farm.card}; frames would differ.`);
}

/** @throws Wrong where the farm is of another version than this application */
export async function assertSameCode(farm: FarmVersion): Promise<void> {
  assertSame({ code: await drawingCode(), card: farm.card }, farm);
}

export async function putOrder(redis: Redis, id: string, order: FarmOrder, piece: string): Promise<void> {
  await redis.set(KEYS.piece(order.piece), piece, 'EX', KEPT);
  await redis.set(KEYS.order(id), JSON.stringify(order), 'EX', ALIVE);
}

/** @throws Error where it is not, or not whole, in Redis */
export async function orderOf(redis: Redis, id: string): Promise<{ job: DrawJob; place: FramesPlace }> {
  const text = await redis.get(KEYS.order(id));
  const order = text === null ? null : (JSON.parse(text) as FarmOrder);
  const piece = order && (await redis.get(KEYS.piece(order.piece)));
  if (!order || piece === null || hash(piece) !== order.piece)
    throw new Error('The piece that the frames are of is no longer in Redis.');
  return { job: { ...order, piece: JSON.parse(piece) as DrawJob['piece'] }, place: order.place };
}

/**
 * Frames of an order are wanted as long as the one who asked for them says so again in time.
 * @returns false where it is not, or no longer, in Redis
 */
export const wantStill = async (redis: Redis, id: string) => (await redis.expire(KEYS.order(id), ALIVE)) === 1;

export const isWanted = async (redis: Redis, id: string) => (await redis.exists(KEYS.order(id))) === 1;

export const forgetOrder = (redis: Redis, id: string) => redis.del(KEYS.order(id), KEYS.ready(id));

/** Hands a frame in. @param bytes its file; null where it is in the folder */
export async function handIn(
  redis: Redis,
  order: string,
  ready: Omit<ReadyFrame, 'isWritten'>,
  bytes: Buffer | null,
): Promise<void> {
  const all = redis.multi();
  if (bytes) {
    const key = KEYS.frame(order, ready.frame);
    all.del(key);
    for (let at = 0; at < bytes.length; at += PART_BYTES) all.rpush(key, bytes.subarray(at, at + PART_BYTES));
    all.expire(key, FRAME_KEPT);
  }
  all.rpush(KEYS.ready(order), JSON.stringify({ ...ready, isWritten: bytes === null }));
  all.expire(KEYS.ready(order), FRAME_KEPT);
  await all.exec();
}

/** The next frame that was handed in, with its file, where it has one here; null where there is none. */
export async function takeReady(
  redis: Redis,
  order: string,
): Promise<{ ready: ReadyFrame; bytes: Buffer | null } | null> {
  const text = await redis.lpop(KEYS.ready(order));
  if (text === null) return null;
  const ready = JSON.parse(text) as ReadyFrame;
  if (ready.isWritten) return { ready, bytes: null };
  const key = KEYS.frame(order, ready.frame);
  const bytes = Buffer.concat(await redis.lrangeBuffer(key, 0, -1));
  await redis.del(key);
  return { ready, bytes };
}

export const tellWorker = (redis: Redis, id: string, state: WorkerState) =>
  redis.set(KEYS.worker(id), JSON.stringify(state), 'EX', ALIVE);

export const forgetWorker = (redis: Redis, id: string) => redis.del(KEYS.worker(id));

export const tellRender = (redis: Redis, id: string, state: RenderState) =>
  redis.set(KEYS.render(id), JSON.stringify(state), 'EX', state.state === 'drawing' ? ALIVE : KEPT);

export const workersOf = (redis: Redis) => all<WorkerState>(redis, KEYS.worker(''));

export const rendersOf = (redis: Redis) => all<RenderState>(redis, KEYS.render(''));

/** All values whose keys have a beginning, by the rest of their keys, in the order of those. */
async function all<T>(redis: Redis, beginning: string): Promise<[id: string, value: T][]> {
  const keys: string[] = [];
  for await (const some of redis.scanStream({ match: `${beginning}*`, count: 1000 })) keys.push(...(some as string[]));
  const sorted = [...new Set(keys)].toSorted();
  const texts = sorted.length === 0 ? [] : await redis.mget(sorted);
  return texts.flatMap((text, i) =>
    text === null ? [] : [[sorted[i]!.slice(beginning.length), JSON.parse(text) as T] as [string, T]],
  );
}
