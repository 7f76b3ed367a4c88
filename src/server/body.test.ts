import { describe, expect, it } from 'vitest';
import { PieceError } from '@/core/piece/errors';
import { answerFor, readBody } from './body';

const chunk = new TextEncoder().encode('é'.repeat(256 * 1024));

/** A request whose body comes in pieces and whose length is not told beforehand. */
function streamed(chunks: number): { request: Request; sent: () => number } {
  let count = 0;
  const body = new ReadableStream<Uint8Array>({
    pull(controller) {
      if (count++ < chunks) controller.enqueue(chunk);
      else controller.close();
    },
  });
  return {
    request: new Request('http://here/', { method: 'POST', body, duplex: 'half' } as RequestInit),
    sent: () => count,
  };
}

describe('bodies', () => {
  it('come together from their pieces, letters of several bytes too', async () => {
    expect(await readBody(streamed(3).request)).toBe('é'.repeat(3 * 256 * 1024));
    expect(await readBody(new Request('http://here/'))).toBe('');
  });

  it('are refused by their length, or as soon as they grow too large', async () => {
    await expect(
      readBody(new Request('http://here/', { method: 'POST', body: 'x', headers: { 'content-length': '999999999' } })),
    ).rejects.toThrow(PieceError);
    const endless = streamed(10_000);
    await expect(readBody(endless.request)).rejects.toThrow(/at most 4 MB/);
    expect(endless.sent()).toBeLessThan(20);
  });

  it('come from pages of this site alone', async () => {
    const post = (body: string, headers = {}) => new Request('http://here/', { method: 'POST', body, headers });
    expect(await readBody(post('{"id":"x"}', { 'sec-fetch-site': 'same-origin' }))).toBe('{"id":"x"}');
    const foreign = await readBody(post('{}', { 'sec-fetch-site': 'cross-site' })).catch((e: unknown) => e);
    expect(answerFor(foreign).status).toBe(403);
  });

  it('are answered in the application’s own words', async () => {
    const large = answerFor(new PieceError('too-large', 'Too large.'));
    expect([large.status, await large.json()]).toEqual([413, { ok: false, code: 'too-large', error: 'Too large.' }]);
    expect(answerFor(new PieceError('cycle', 'A circle.')).status).toBe(422);
    const odd = answerFor(new SyntaxError('Unexpected token'));
    expect([odd.status, await odd.json()]).toEqual([400, { ok: false, error: 'The request could not be read.' }]);
  });
});
