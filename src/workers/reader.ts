import { costOfPicture } from '@/core/checks/cost';
import { acceptPiece, readPiece } from '@/core/formats/piece-file';
import { PieceError } from '@/core/piece/errors';
import type { ReadingProgress } from '@/core/piece/schema';
import type { Piece } from '@/core/piece/types';
import { analyse, Evaluator } from '@/core/weave';

/** A piece, or why it is refused: errors lose their kind between threads. */
export type Read = { piece: Piece } | { refused: { code: PieceError['code']; sentence: string } };

/** A piece that was taken through all that a picture of it needs. */
export type Vetted =
  { piece: Piece; /** Operations at each place of its picture. */ cost: number } | { refused: string };

async function answered(work: () => Promise<Piece> | Piece): Promise<Read> {
  try {
    return { piece: await work() };
  } catch (error) {
    if (error instanceof PieceError) return { refused: { code: error.code, sentence: error.message } };
    throw error;
  }
}

/** Reads what comes from outside, so that nothing in it can hold up the page. */
export const reader = {
  file: (file: Blob, progress: ReadingProgress): Promise<Read> =>
    answered(async () => readPiece(await file.text(), progress)),

  data: (data: unknown, progress: ReadingProgress): Promise<Read> => answered(() => acceptPiece(data, progress)),

  /** Works out what drawing a piece would work out on the page's own thread. */
  async vet(data: unknown): Promise<Vetted> {
    try {
      const piece = acceptPiece(data);
      const analysis = analyse(piece);
      const signals = piece.strands.filter((s) => s.kind === 'signal').map((s) => ({ strand: s.id }));
      if (signals.length > 0) await Evaluator.make(piece, signals, analysis);
      return { piece, cost: costOfPicture(piece, analysis) };
    } catch (error) {
      return { refused: (error as Error).message };
    }
  },
};

export type Reader = typeof reader;
