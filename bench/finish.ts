import type { Page } from '@playwright/test';
import { addStep, addStrand, blankPiece, setLoop, setPicture } from '@/core/piece/edit';
import type { Piece, Step } from '@/core/piece/types';
import type { Finished } from './finish-page';
import type { Line } from './tools';

type Row = [op: string, params?: Step['params']][];

const COLOURS = [
  { at: 0.1, colour: '#ffeedd' },
  { at: 0.12, colour: '#101418' },
];
const PIXELS: Row = [0.3, -0.2, 0.1, 0.2, -0.1].flatMap((stops, i): Row => [
  ['exposure', { stops }],
  ['contrast', { amount: [1.1, 1.05, 0.95, 1.1, 0.9][i]!, saturation: 1.05 }],
]);

const JOBS: { which: Finished; name: string; row: Row; most: number }[] = [
  { which: 'blur', name: 'a blur of 10 % of the height, against by hand', row: [['blur', { radius: 0.1 }]], most: 1 },
  { which: 'glow', name: 'a glow, against by hand', row: [['glow']], most: 1 },
  { which: 'pixels', name: 'ten one-pixel steps, against by hand', row: PIXELS, most: 1.1 },
  { which: 'echo', name: 'an echo, against a bare copy of the frame before', row: [['echo']], most: 1.3 },
];

/** A bright disc that goes round, painted flat, and a row that finishes it. */
function pieceOf(row: Row): Piece {
  let piece = setLoop(setPicture(blankPiece('Finish'), { width: 960, height: 540 }), { frames: 48 });
  piece = addStrand(piece, 'field', 'disc', 'field.position');
  piece = addStep(piece, 's1', 1, 'field.turn', { spins: 1 });
  piece = addStep(piece, 's1', 2, 'field.distance', { origin: [0.2, 0, 0] });
  piece = addStep(piece, 's1', 3, 'field.ramp', { colours: COLOURS });
  piece = addStrand(piece, 'finish', 'out', 'finish.paint', { colour: { link: 's1' } });
  for (const [i, [op, params]] of row.entries()) piece = addStep(piece, 's2', i + 1, `finish.${op}`, params);
  return piece;
}

/** (p): finishes against the same written by hand with the library's own passes. */
export async function finishLines(page: Page): Promise<Line[]> {
  const lines: Line[] = [];
  for (const { which, name, row, most } of JOBS) {
    const [ours, theirs] = await page.evaluate(
      ([piece, what]) =>
        (
          window as unknown as { finishes: { compareFinish: (p: unknown, w: unknown) => Promise<[number, number]> } }
        ).finishes.compareFinish(piece, what),
      [pieceOf(row), which] as const,
    );
    lines.push({
      name: `(p) ${name}`,
      ratio: ours / theirs,
      target: `at most ${most}`,
      ok: ours / theirs <= most,
      detail: `${ours.toFixed(1)} against ${theirs.toFixed(1)} ms at 960 x 540`,
    });
  }
  return lines;
}
