import { once } from 'node:events';
import { readFile } from 'node:fs/promises';
import { createServer, type Server } from 'node:http';
import path from 'node:path';
import { build } from 'esbuild';
import type { Redis } from 'ioredis';
import type { FarmState } from '../page/farm';
import { Wrong } from '../wrong';
import { rendersOf, workersOf } from './records';
import { shownUrl } from './redis';

const SAFE = {
  'content-security-policy': "default-src 'self'; style-src 'unsafe-inline'; frame-ancestors 'none'; base-uri 'none'",
  'x-content-type-options': 'nosniff',
  'cache-control': 'no-store',
};

/** Files of the page, by their addresses. */
async function pageFiles(): Promise<Map<string, { type: string; text: string }>> {
  const page = path.resolve(import.meta.dirname, '../page');
  const { outputFiles } = await build({
    entryPoints: [path.join(page, 'farm.ts')],
    bundle: true,
    write: false,
    format: 'esm',
  });
  return new Map([
    ['/', { type: 'text/html', text: await readFile(path.join(page, 'farm.html'), 'utf8') }],
    ['/farm.js', { type: 'text/javascript', text: outputFiles[0]!.text }],
  ]);
}

/**
 * Serves the page of a farm on this machine.
 * @throws Wrong where the port is taken
 */
export async function serveBoard(redis: Redis, url: string, port: number): Promise<Server> {
  const files = await pageFiles();
  const server = createServer((request, response) => {
    const answer = async () => {
      const { pathname } = new URL(request.url ?? '/', 'http://here');
      if (pathname === '/state') {
        // A page waits no longer than it has to, while Redis is gone.
        const [renders, workers] = redis.status === 'ready' ? await both(redis) : [[], []];
        response.writeHead(200, { ...SAFE, 'content-type': 'application/json' });
        const state: FarmState = { renders, workers, address: shownUrl(url) };
        return response.end(JSON.stringify(state));
      }
      const file = files.get(pathname);
      if (!file) return response.writeHead(404, SAFE).end('There is nothing here.');
      response.writeHead(200, { ...SAFE, 'content-type': `${file.type}; charset=utf-8` });
      return response.end(file.text);
    };
    answer().catch(() => response.writeHead(500, SAFE).end('It could not be answered.'));
  });
  server.listen(port, '127.0.0.1');
  try {
    await once(server, 'listening');
  } catch {
    throw new Wrong(`The page of the farm cannot be at port ${port}, which is taken: --port takes another.`);
  }
  return server;
}

const both = (redis: Redis) => Promise.all([rendersOf(redis), workersOf(redis)]);
