import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { mkdir } from 'node:fs/promises';
import { networkInterfaces } from 'node:os';
import { setTimeout as pauseFor } from 'node:timers/promises';
import { Redis } from 'ioredis';
import { Wrong } from '../wrong';

export const DEFAULT_REDIS = 'redis://127.0.0.1:6379';

/** Milliseconds between attempts to reach a Redis that is gone. */
const RETRY = 500;

/** @throws Wrong */
function redisUrl(text: string): URL {
  const url = URL.canParse(text) ? new URL(text) : null;
  if (url && ['redis:', 'rediss:'].includes(url.protocol) && url.hostname) return url;
  throw new Wrong(`"${text}" is no address of a Redis; it is written redis://HOST:PORT.`);
}

/** An address as it may be shown: without its password. */
export function shownUrl(text: string): string {
  const url = redisUrl(text);
  if (url.password) url.password = '***';
  return url.href;
}

/**
 * Connects to a Redis that answers now; when it is lost later, what is asked of it waits until it is back.
 * @returns null where none answers
 * @throws Wrong where it answers and wants something else
 */
export async function tryRedis(text: string): Promise<Redis | null> {
  redisUrl(text);
  let isThere = false;
  const redis = new Redis(text, {
    lazyConnect: true,
    maxRetriesPerRequest: null,
    retryStrategy: () => (isThere ? RETRY : null),
  });
  // What a connection was refused for is said here alone; attempts to connect fail with less.
  let refused = '';
  redis.on('error', ({ message }: Error) => (refused = message));
  try {
    await redis.connect();
    await redis.ping();
    isThere = true;
    return redis;
  } catch {
    redis.disconnect();
    if (/AUTH|WRONGPASS/.test(refused)) throw new Wrong(`The Redis at ${shownUrl(text)} wants another password.`);
    return null;
  }
}

/** @throws Wrong where none answers */
export async function openRedis(text: string): Promise<Redis> {
  const redis = await tryRedis(text);
  if (redis) return redis;
  throw new Wrong(
    `No Redis answers at ${shownUrl(text)}. Start one with npm run farm, or say where it is: --redis URL.`,
  );
}

/** A Redis of ours, which is started again when it ends. */
export interface OwnRedis {
  close: () => Promise<void>;
}

/**
 * Starts Redis for an address of this machine. What it holds is stored in a folder, so that nothing is lost with it.
 * @throws Wrong where it is not installed, or the address is of another machine
 */
export async function startRedis(text: string, folder: string, say: (line: string) => void): Promise<OwnRedis> {
  const { hostname, port, password } = redisUrl(text);
  const own = Object.values(networkInterfaces()).flatMap((all) => all?.map((a) => a.address) ?? []);
  if (hostname !== 'localhost' && !own.includes(hostname))
    throw new Wrong(`No Redis answers at ${shownUrl(text)}, which is not of this machine, so none is started there.`);
  const isForAll = !['localhost', '127.0.0.1'].includes(hostname);
  if (isForAll && !password)
    throw new Wrong(`Other machines reach ${hostname}, so it needs a password: redis://:PASSWORD@${hostname}:${port}.`);
  await mkdir(folder, { recursive: true });
  const options = ['--port', port || '6379', '--dir', folder, '--appendonly', 'yes', '--save', ''];
  options.push('--bind', '127.0.0.1', ...(isForAll ? [hostname] : []));
  if (password) options.push('--requirepass', decodeURIComponent(password));
  let isClosed = false;
  let server: ChildProcess;
  const start = async () => {
    // In a group of its own: Ctrl+C goes to the farm, which ends it last.
    server = spawn('redis-server', options, { stdio: 'ignore', detached: true });
    await once(server, 'spawn').catch(() => {
      throw new Wrong('The farm needs Redis, and none was found. Install it (Debian: apt-get install redis-server).');
    });
    server.once('exit', () => {
      if (isClosed) return;
      say('Redis ended; it is started again.');
      void pauseFor(RETRY).then(() => (isClosed ? undefined : start()));
    });
  };
  await start();
  const kill = () => server.kill('SIGTERM');
  process.once('exit', kill);
  return {
    close: async () => {
      isClosed = true;
      process.off('exit', kill);
      if (server.exitCode !== null || server.signalCode !== null) return;
      const ended = once(server, 'exit');
      server.kill('SIGTERM');
      await ended;
    },
  };
}
