import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { execFile, spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import { Redis } from 'ioredis';
import { writePiece } from '@/core/formats/write-piece';
import type { WorkerState } from '../cli/farm/records';
import type { FarmState } from '../cli/page/farm';
import { smallStarter } from './artist';
import { freePort } from '../scripts/sh.mjs';

const FRAMES = 24;

/** A program of ours that goes on until it is ended. */
class Running {
  private readonly process: ChildProcess;
  text = '';
  readonly ended: Promise<number | null>;

  constructor(args: string[], root = '.') {
    // A group of its own, so that all of it can be ended at once, as by a machine that is switched off.
    this.process = spawn(path.resolve('node_modules/.bin/tsx'), ['cli/main.ts', ...args], {
      cwd: root,
      detached: true,
    });
    for (const stream of [this.process.stdout!, this.process.stderr!])
      stream.on('data', (bytes: Buffer) => (this.text += bytes.toString()));
    this.ended = new Promise((done) => this.process.on('close', done));
  }

  says = (what: RegExp) => expect.poll(() => this.text, { timeout: 120_000 }).toMatch(what);

  end(signal: NodeJS.Signals): Promise<number | null> {
    try {
      process.kill(-this.process.pid!, signal);
    } catch {
      // It has ended already.
    }
    return this.ended;
  }
}

const piece = (...args: string[]) => promisify(execFile)('npm', ['run', '-s', 'piece', '--', ...args]);

test('a render that loses two workers and Redis comes to the bytes of a single machine', async ({ page }, info) => {
  test.setTimeout(480_000);
  // It remembers earlier frames, which every chunk has to draw before its own.
  const drawn = smallStarter('foghorn-trails', 48, 27, FRAMES);
  const [file, here, there, folder] = ['a.calm.json', 'here', 'there', 'redis'].map((name) => info.outputPath(name));
  writeFileSync(file!, writePiece(drawn));
  await piece('render', file!, '--out', here!);

  const [port, pagePort] = [await freePort(), await freePort()];
  const url = `redis://127.0.0.1:${port}`;
  const running: Running[] = [];
  const start = (...args: string[]) => {
    running.push(new Running([...args, '--redis', url]));
    return running.at(-1)!;
  };
  const workers = async (): Promise<WorkerState[]> => {
    const state = (await (await fetch(`http://127.0.0.1:${pagePort}/state`)).json()) as FarmState;
    return state.workers.map(([, worker]) => worker);
  };
  const framesThere = () => readdirSync(there!).filter((name) => name.endsWith('.png')).length;
  /** Ends a worker with a chunk in its hands. */
  const lose = async (worker: Running) => {
    const name = /^\S+/.exec(worker.text)![0];
    await expect
      .poll(async () => (await workers()).find((w) => w.name === name)?.drawing ?? null, { timeout: 120_000 })
      .not.toBe(null);
    await worker.end('SIGKILL');
  };
  try {
    const farm = start('farm', '--port', String(pagePort), '--folder', folder!);
    await farm.says(/The farm is at/);
    await page.goto(`http://127.0.0.1:${pagePort}`);
    await expect(page.getByRole('status')).toHaveText(
      `One worker at ${url}. Others join with: npm run farm:worker -- --redis ${url}`,
    );
    await expect(page.getByRole('table', { name: 'Renders' })).toContainText('None yet.');
    expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);

    const first = start('farm-worker', '--send');
    const second = start('farm-worker', '--send');
    for (const each of [first, second]) await each.says(/ draws with /);
    const render = new Running(['render', file!, '--out', there!, '--farm', url]);
    running.push(render);
    await lose(first);
    await lose(second);
    const third = start('farm-worker', '--send');

    await expect.poll(framesThere, { timeout: 120_000 }).toBeGreaterThan(FRAMES / 3);
    const redis = new Redis(url);
    const id = /process_id:(\d+)/.exec(await redis.info('server'))![1];
    redis.disconnect();
    expect(framesThere()).toBeLessThan(FRAMES);
    process.kill(Number(id), 'SIGKILL');
    await farm.says(/Redis ended; it is started again\./);

    expect(await render.ended).toBe(0);
    expect(render.text).toContain(`${FRAMES} frames drawn, 0 were there`);
    expect(render.text.match(/Redis does not answer; the render goes on when it is back\./g)).toHaveLength(1);
    await third.says(/ draws with /);
    const names = readdirSync(here!);
    expect(readdirSync(there!).toSorted()).toEqual(names.toSorted());
    for (const name of names)
      expect(readFileSync(path.join(there!, name)).equals(readFileSync(path.join(here!, name))), name).toBe(true);
    await expect(page.getByRole('table', { name: 'Renders' })).toContainText(`${FRAMES} of ${FRAMES}`);

    // A machine whose application draws otherwise.
    const other = mkdtempSync(path.join(tmpdir(), 'calm-other-'));
    for (const name of ['cli', 'src', 'package.json', 'tsconfig.json'])
      cpSync(name, path.join(other, name), { recursive: true });
    symlinkSync(path.resolve('node_modules'), path.join(other, 'node_modules'));
    const code = path.join(other, 'src/core/colour.ts');
    writeFileSync(code, `${readFileSync(code, 'utf8')}\n(globalThis as { other?: boolean }).other = true;\n`);
    const refused = new Running(['farm-worker', '--redis', url], other);
    running.push(refused);
    await refused.says(/may not draw for the farm: its application is another version/);
    expect(await refused.ended).toBe(1);
    rmSync(other, { recursive: true });

    expect(await third.end('SIGINT')).toBe(0);
    expect(await farm.end('SIGINT')).toBe(0);
    await expect(piece('render', file!, '--out', there!, '--farm', url, '--replace', '--samples', '1')).rejects.toThrow(
      /No Redis answers at redis:\/\/127\.0\.0\.1:\d+\. Start one with npm run farm/,
    );
  } finally {
    for (const each of running) await each.end('SIGKILL');
    // Only where the test failed has it outlived its farm.
    const redis = new Redis(url, { retryStrategy: () => null, lazyConnect: true });
    redis.on('error', () => undefined);
    await redis
      .connect()
      .then(
        () => redis.shutdown('NOSAVE'),
        () => undefined,
      )
      .catch(() => undefined);
    redis.disconnect();
  }
});
