import { drawnFindings } from '@/actions/drawn-findings';
import type { DrawnFindings } from '@/core/checks/drawn';
import type { Piece } from '@/core/piece/types';

/** What looks at drawn frames for the command line, in a browser without the interface. */

const drawn = {
  /** @throws Error with a sentence where it cannot be drawn */
  look(piece: Piece): Promise<DrawnFindings> {
    const { drawnSoFar } = globalThis as unknown as { drawnSoFar: (done: number, total: number) => void };
    return drawnFindings(piece, new AbortController().signal, drawnSoFar);
  },
};

export type DrawnPage = typeof drawn;

Object.assign(globalThis, { drawn });
