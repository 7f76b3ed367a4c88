import { measureSeam } from '@/core/checks/seam';
import { readPiece } from '@/core/formats/piece-file';
import { analyse } from '@/core/weave';
import { answerFor, readBody } from '@/server/body';

/** Checks a posted piece: the same schema and messages as the application, and the seam. */
export async function POST(request: Request): Promise<Response> {
  try {
    const piece = readPiece(await readBody(request));
    const { problems } = analyse(piece);
    const seam = await measureSeam(piece);
    return Response.json({ ok: true, name: piece.name, problems, seam, closes: seam.every((r) => r.closes) });
  } catch (error) {
    return answerFor(error);
  }
}
