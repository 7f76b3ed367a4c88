import { checkSize } from '@/core/formats/piece-size';
import { PieceError } from '@/core/piece/errors';
import { LIMITS } from '@/core/piece/limits';

/**
 * Reads a request's body as text and stops as soon as it is over the limit. Pages of other sites are refused: what they
 * send, a visitor does not know of.
 * @throws PieceError `too-large` or `cross-site`
 */
export async function readBody(request: Request): Promise<string> {
  if (request.headers.get('sec-fetch-site') === 'cross-site')
    throw new PieceError('cross-site', 'Requests of pages from other sites are not answered here.');
  checkSize(Number(request.headers.get('content-length') ?? 0), LIMITS.postBytes);
  const reader = request.body?.getReader();
  if (!reader) return '';
  const decoder = new TextDecoder();
  let text = '';
  let size = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return text + decoder.decode();
    size += value.length;
    if (size > LIMITS.postBytes) {
      await reader.cancel();
      checkSize(size, LIMITS.postBytes);
    }
    text += decoder.decode(value, { stream: true });
  }
}

const STATUS: Partial<Record<PieceError['code'], number>> = { 'too-large': 413, 'cross-site': 403 };

/** An answer for what went wrong, in the words the application uses itself. */
export function answerFor(error: unknown): Response {
  if (!(error instanceof PieceError))
    return Response.json({ ok: false, error: 'The request could not be read.' }, { status: 400 });
  return Response.json({ ok: false, code: error.code, error: error.message }, { status: STATUS[error.code] ?? 422 });
}
