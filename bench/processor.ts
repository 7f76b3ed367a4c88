import { createNoise4D } from 'simplex-noise';
import { compile, library, Processor } from '@/core/glsl';
import { addStep, addStrand, blankPiece } from '@/core/piece/edit';
import type { Piece } from '@/core/piece/types';
import { best, type Line } from './tools';
import { weaveFresh } from './weave-fresh';

const COUNT = 200_000;

/** (a) Looping 4D gradient noise on the processor against the package `simplex-noise` in 4D. */
export function noiseRate(): Line {
  const source =
    `${library(['noise'])}\nfloat looping(vec4 p) { return gradientNoise4(p, vec4(0.0, 0.0, ` + '0.0, 4.0), 7u); }';
  const processor = Processor.loadNow(compile(source, ['looping']));
  const rows = Float32Array.from({ length: COUNT * 4 }, (_, i) => ((i * 0.6180339887) % 1) * 40 - 20);
  const ours = best(8, () => void processor.run('looping', rows, COUNT));
  const noise = createNoise4D(() => 0.37);
  let sink = 0;
  const theirs = best(8, () => {
    for (let i = 0; i < COUNT * 4; i += 4) sink += noise(rows[i]!, rows[i + 1]!, rows[i + 2]!, rows[i + 3]!);
  });
  if (!Number.isFinite(sink)) throw new Error('The baseline gave no numbers.');
  const rate = (ms: number) => (COUNT / ms / 1000).toFixed(2);
  return {
    name: '(a) looping 4D noise, evaluations a second, against simplex-noise 4D',
    ratio: theirs / ours,
    target: 'at least 0.5',
    ok: theirs / ours >= 0.5,
    detail: `${rate(ours)} against ${rate(theirs)} million a second`,
  };
}

function pieceOf(steps: number): Piece {
  let piece = blankPiece();
  for (let s = 0; s < steps / 10; s++) {
    piece = addStrand(piece, 'field', `field ${s}`, 'field.position');
    const id = piece.strands[s]!.id;
    piece = addStep(piece, id, 1, 'field.fractal');
    for (let k = 2; k < 10; k++)
      piece = addStep(
        piece,
        id,
        k,
        k % 2 ? 'field.remap' : 'field.join',
        k % 2 || s === 0 ? {} : { other: { link: piece.strands[s - 1]!.id } },
      );
  }
  return piece;
}

/** (c) Checking and weaving a piece of 200 steps, every strand a target. */
export function weaveTime(): Line {
  const piece = pieceOf(200);
  const targets = piece.strands.map((s) => ({ strand: s.id }));
  const ms = best(12, () => void weaveFresh(piece, targets));
  return {
    name: '(c) weaving a piece of 200 steps',
    ratio: ms / 50,
    target: 'under 50 ms',
    ok: ms < 50,
    detail: `${ms.toFixed(1)} ms`,
  };
}
