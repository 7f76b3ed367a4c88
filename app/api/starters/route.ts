import { STARTERS } from '@/demo';
import { answerFor, readBody } from '@/server/body';

/** An id needs no more; what is larger is not even parsed. */
const MAX_ID_BYTES = 1024;

/** The starters as data. */
export function GET(): Response {
  return Response.json({ starters: STARTERS });
}

/** One starter: `{"id": "tidewater-veil"}`. */
export async function POST(request: Request): Promise<Response> {
  try {
    const { id } = JSON.parse(await readBody(request, MAX_ID_BYTES)) as { id?: unknown };
    const starter = STARTERS.find((s) => s.id === id);
    return starter
      ? Response.json(starter)
      : Response.json({ ok: false, error: 'There is no starter of that name.' }, { status: 404 });
  } catch (error) {
    return answerFor(error);
  }
}
