import { STARTERS } from '@/demo';

/** The starters as data; one alone is at `/api/starters/ID`. */
export function GET(): Response {
  return Response.json({ starters: STARTERS });
}
