import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { writePiece } from '@/core/formats/write-piece';
import { addStep, addStrand, blankPiece } from '@/core/piece/edit';
import { STARTERS } from '@/demo';
import { bundleWorkers } from '../../scripts/bundle-workers.mjs';
import { CheckPool, type CheckAnswer } from './check-pool';

const folder = mkdtempSync(path.join(tmpdir(), 'calm-pool-'));
const file = path.join(folder, 'check-worker.mjs');
const veil = writePiece(STARTERS[0]!.piece);
beforeAll(() => bundleWorkers(folder));
afterAll(() => rmSync(folder, { recursive: true }));

/** Milliseconds that nothing here takes, however busy the machine. */
const PATIENT = 120_000;

/** A thread that answers after so many milliseconds, or never; `crash` ends it. */
function odd(body: string): string {
  const own = path.join(folder, `odd-${body.length}.mjs`);
  writeFileSync(
    own,
    `import { parentPort } from 'node:worker_threads';\nparentPort.on('message', (text) => { ${body} });`,
  );
  return own;
}
const echo =
  "if (text === 'hang') for (;;); if (text === 'crash') process.exit(3); if (text === 'grow') " +
  '{ const a = []; for (;;) a.push(new Array(1e6).fill(1)); } setTimeout(() => ' +
  'parentPort.postMessage({ status: 200, body: { text } }), 30);';

describe('checks in threads', () => {
  it('answer as the application does', async () => {
    const pool = new CheckPool(file, { threads: 2, waiting: 16, most: PATIENT });
    expect(await pool.check(veil)).toMatchObject({ status: 200, body: { ok: true, closes: true, problems: [] } });
    expect(await pool.check('{"a":1}')).toMatchObject({ status: 422, body: { ok: false, code: 'not-a-piece' } });
    expect(await pool.check('['.repeat(2_000_000))).toMatchObject({ status: 422, body: { code: 'not-json' } });
    const once = { ...STARTERS[0]!.piece, loop: { ...STARTERS[0]!.piece.loop, play: 'once' as const } };
    expect(await pool.check(writePiece(once))).toMatchObject({ body: { seam: [] } });
    await pool.close();
  });

  it('tell a hostile text of a code step in words', async () => {
    const pool = new CheckPool(file, { threads: 2, waiting: 16, most: PATIENT });
    const nested = Array.from({ length: 9 }, (_, i) => `struct A${i + 1} { A${i} a; A${i} b; A${i} c; A${i} d; };`);
    const structs = `struct A0 { vec4 a; };${nested.join('')}`;
    for (const text of [
      `return ${Array(3001).fill('v.x').join('+')};`,
      structs,
      `const float a = ${'1'.repeat(19_000)};`,
    ]) {
      const piece = addStep(addStrand(blankPiece(), 'field', 'x', 'field.uv'), 's1', 1, 'field.code', { text });
      const answer = await pool.check(writePiece(piece));
      expect(answer.status).toBe(200);
      expect((answer.body.problems as { sentence: string }[])[0]!.sentence).toMatch(/^Code, line 1/);
    }
    await pool.close();
  });

  const codes = (answers: CheckAnswer[]) => answers.map((a) => a.body.code ?? a.body.text);

  it('end what takes all memory or breaks, and go on with the next', async () => {
    const pool = new CheckPool(odd(echo), { threads: 1, waiting: 8, most: PATIENT });
    const answers = await Promise.all(['a', 'grow', 'b', 'crash', 'c'].map((t) => pool.check(t)));
    expect(codes(answers)).toEqual(['a', 'too-much', 'b', 'too-much', 'c']);
    await pool.close();
  });

  it('end what takes too long, and go on with the next', async () => {
    const pool = new CheckPool(odd(echo), { threads: 1, waiting: 8, most: 1500 });
    expect(codes([await pool.check('hang')])).toEqual(['too-slow']);
    // On a busy machine a new thread may itself take longer than that to begin with.
    await vi.waitFor(async () => expect(codes([await pool.check('a')])).toEqual(['a']), { timeout: PATIENT });
    await pool.close();
  });

  it('turn away more than may wait', async () => {
    const pool = new CheckPool(odd(echo), { threads: 1, waiting: 2, most: PATIENT });
    const answers = await Promise.all(['a', 'b', 'c', 'd', 'e'].map((t) => pool.check(t)));
    expect(answers.map((a) => a.status)).toEqual([200, 200, 200, 503, 503]);
    expect((await pool.check('f')).status).toBe(200);
    await pool.close();
  });
});
