import type { Assets } from '../assets/assets';
import { PLACE_SIZE } from '../glsl/lib';
import type { Piece } from '../piece/types';
import { definitionOf } from '../steps';
import { analyse, Evaluator, isMark, withMarks, type Analysis, type Problem, type Target } from '../weave';
import { setPhase } from '../weave/running/places';
import { samplePlaces } from './sample-places';

/** Places that are looked at, and phases at which they are. */
const SAMPLED_PLACES = 512;
const PHASES = [0, 0.25, 0.5, 0.75];

/**
 * Steps whose text somebody wrote and that give what is not a number at some places. Steps of the catalogue give
 * numbers wherever numbers come in, so what is not one comes from here.
 */
export async function measureNumbers(
  piece: Piece,
  assets: Assets,
  analysis: Analysis = analyse(piece),
): Promise<Problem[]> {
  const found: Problem[] = [];
  for (const [strand, rows] of analysis.types)
    for (const { step, active, definition } of rows) {
      if (!active || !definition?.glsl || !definitionOf(step.op)?.resolve) continue;
      const share = await brokenShare(piece, assets, { strand, step: step.id });
      if (share > 0) found.push({ strand, step: step.id, sentence: sentenceOf(definition.name, share) });
    }
  return found;
}

async function brokenShare(piece: Piece, assets: Assets, target: Target): Promise<number> {
  const evaluator = await Evaluator.make(withMarks(piece, target), assets, [target]);
  const rows = samplePlaces(SAMPLED_PLACES);
  let broken = 0;
  for (const phase of PHASES) {
    setPhase(rows, phase);
    const values = evaluator.run(0, rows, rows.length / PLACE_SIZE);
    const width = values.length / SAMPLED_PLACES;
    for (let i = 0; i < SAMPLED_PLACES; i++) if (values.subarray(i * width, (i + 1) * width).some(isMark)) broken++;
  }
  return broken / (SAMPLED_PLACES * PHASES.length);
}

function sentenceOf(name: string, share: number): string {
  const percent = share < 0.01 ? 'less than 1 %' : `${Math.round(share * 100)} %`;
  return (
    `${name} gives no number, or one beyond a billion, at ${percent} of the places looked at; there it counts as 0 ` +
    'or as a billion. Look at the step (L) to see where.'
  );
}
