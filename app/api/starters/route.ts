import { STARTERS } from '@/demo';
import { answerFor, readBody } from '@/server/body';

/** The starters as data. */
export function GET(): Response {
  return Response.json({ starters: STARTERS });
}

/** One starter: `{"id": "tidewater-veil"}`. */
export async function POST(request: Request): Promise<Response> {
  try {
    const { id } = JSON.parse(await readBody(request)) as { id?: unknown };
    const starter = STARTERS.find((s) => s.id === id);
    return starter
      ? Response.json(starter)
      : Response.json({ ok: false, error: 'There is no starter of that name.' }, { status: 404 });
  } catch (error) {
    return answerFor(error);
  }
}
