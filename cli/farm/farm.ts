import type { Server } from 'node:http';
import path from 'node:path';
import { setTimeout as pauseFor } from 'node:timers/promises';
import type { Redis } from 'ioredis';
import { serveBoard } from './board';
import { tellVersion } from './records';
import { openRedis, shownUrl, startRedis, tryRedis, type OwnRedis } from './redis';
import { ownVersion, startWorker, type FarmWorker } from './worker';

/** What a farm is started with. */
export interface FarmOptions {
  redis: string;
  /** Of its page. */
  port: number;
  /** Where a Redis of ours stores what it holds. */
  folder: string;
}

/** Milliseconds within which signals are the same one: a terminal and a package manager both pass it on. */
const SAME_SIGNAL = 500;

/** Tells when the program is asked to end; asked again, it ends without handing anything back. */
const askedToEnd = () =>
  new Promise<void>((done) => {
    let first = 0;
    const signalled = () => {
      first ||= performance.now();
      if (performance.now() - first > SAME_SIGNAL) process.exit(1);
      done();
    };
    for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, signalled);
  });

/**
 * A farm on this machine until it is asked to end: Redis where none answers, a page that shows it, and one worker.
 * @throws Wrong; NoBrowser
 */
export async function farm({ redis: url, port, folder }: FarmOptions, say: (line: string) => void): Promise<void> {
  const end = askedToEnd();
  const version = await ownVersion();
  const { redis, own } = await reached(url, path.resolve(folder), say);
  let board: Server | undefined;
  try {
    await tellVersion(redis, version);
    board = await serveBoard(redis, url, port);
    const worker = await startWorker(url, { own: version }, say);
    say(`The farm is at ${shownUrl(url)}, its page at http://localhost:${port} (Ctrl+C ends it).`);
    await untilEnd(worker, end);
  } finally {
    board?.close();
    board?.closeAllConnections();
    redis.disconnect();
    await own?.close();
  }
}

async function reached(
  url: string,
  folder: string,
  say: (line: string) => void,
): Promise<{ redis: Redis; own: OwnRedis | null }> {
  const there = await tryRedis(url);
  if (there) return { redis: there, own: null };
  const own = await startRedis(url, folder, say);
  for (let tries = 0; tries < 50; tries++) {
    const redis = await tryRedis(url);
    if (redis) return { redis, own };
    await pauseFor(100);
  }
  await own.close();
  return { redis: await openRedis(url), own: null };
}

/** Draws for a farm until it is asked to end, or the farm becomes another version. @throws Wrong; NoBrowser */
export async function farmWorker(url: string, send: boolean, say: (line: string) => void): Promise<void> {
  const end = askedToEnd();
  await untilEnd(await startWorker(url, { send }, say), end);
}

async function untilEnd(worker: FarmWorker, end: Promise<void>): Promise<void> {
  try {
    await Promise.race([end, worker.ended]);
  } finally {
    await worker.close();
  }
}
