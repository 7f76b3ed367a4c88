import path from 'node:path';
import { CheckPool } from '@/server/check-pool';
import { answerFor, readBody } from '@/server/body';

/** Written by `scripts/bundle-workers.mjs`. */
const pool = new CheckPool(path.join(process.cwd(), '.workers', 'check-worker.mjs'));

/** Checks a posted piece: the same schema and messages as the application, and the seam. */
export async function POST(request: Request): Promise<Response> {
  try {
    const { status, body } = await pool.check(await readBody(request));
    return Response.json(body, { status });
  } catch (error) {
    return answerFor(error);
  }
}
