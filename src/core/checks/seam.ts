import type { Assets } from '../assets/assets';
import { strandById, type Piece, type Strand } from '../piece/types';
import { kindOf } from '../steps';
import { analyse, Evaluator, linkedStrands, type Analysis } from '../weave';
import { drawnEnds } from '../weave/writing/plan';
import type { StepTypes } from '../weave/analysis/types';
import { mendsFor, type Mend } from './mends';
import { compare, compareAttribute, type Measured } from './seam-measure';
import { SeamPlaces } from './seam-places';

/** How one strand meets itself at the seam. */
export interface SeamReading extends Measured {
  strand: string;
  name: string;
  /** The step at which it breaks first, with what would mend it. */
  breaks?: { strand: string; step: string; name: string; mends: Mend[] };
}

/**
 * Measures every strand of a piece that depends on the phase.
 * @example (await measureSeam(piece, assets)).filter((r) => !r.closes).map((r) => r.name); // strands that break
 */
export async function measureSeam(piece: Piece, assets: Assets): Promise<SeamReading[]> {
  const analysis = analyse(piece);
  const places = new SeamPlaces(piece, assets, analysis);
  const readings: SeamReading[] = [];
  for (const strand of analysis.order) {
    if (strand.kind === 'stage' || !analysis.types.get(strand.id)?.some((r) => r.active && r.definition?.glsl))
      continue;
    const reading = await measureStrand(piece, assets, strand, analysis, places);
    if (reading.moves) readings.push(reading);
  }
  return readings.sort(
    (a, b) => piece.strands.findIndex((s) => s.id === a.strand) - piece.strands.findIndex((s) => s.id === b.strand),
  );
}

async function measureStrand(
  piece: Piece,
  assets: Assets,
  strand: Strand,
  analysis: Analysis,
  seamPlaces: SeamPlaces,
): Promise<SeamReading> {
  const steps = analysis.types.get(strand.id)!;
  const evaluator = await Evaluator.make(
    piece,
    assets,
    steps.map((r) => ({ strand: strand.id, step: r.step.id })),
    analysis,
  );
  const last = steps.length - 1;
  const { frames } = piece.loop;
  const places = await seamPlaces.forStrand(strand, evaluator);
  // What is drawn on the way is measured by itself: what reads it elsewhere would hide how it moves.
  const drawn = [...drawnEnds(steps), ...lateEnds(steps)].map((end) => compare(evaluator, end, frames, places));
  // How late copies are shows in what they do alone, and there it is compared.
  for (const name of evaluator.attributeNames)
    if (name !== 'delay') drawn.push(compareAttribute(evaluator, name, frames, places));
  for (const { index, pass } of earlierPasses(steps)) {
    const target = { strand: strand.id, step: steps[index]!.step.id };
    drawn.push(compare(await Evaluator.make(piece, assets, [target], analysis, { pass }), 0, frames, places));
  }
  const worst = drawn.reduce((a, b) => (b.gap > a.gap || (b.gap === a.gap && !a.moves) ? b : a));
  const reading = { strand: strand.id, name: strand.name, ...worst, moves: drawn.some((m) => m.moves) };
  if (reading.closes) return reading;
  const at = steps.findIndex((r, i) => r.active && r.definition?.glsl && !compare(evaluator, i, frames, places).closes);
  const row = steps[at] ?? steps[last]!;
  return {
    ...reading,
    breaks: await culprit(
      piece,
      assets,
      strand,
      row.step.id,
      row.definition?.name ?? row.step.op,
      analysis,
      seamPlaces,
    ),
  };
}

/**
 * Indices of the steps before one that is late: the seam of what runs into that lies within the loop, where it would
 * not be looked for.
 */
const lateEnds = (steps: StepTypes[]): number[] =>
  steps.flatMap(({ active, definition }, i) =>
    i > 0 && active && definition.again && kindOf(definition) === 'signal' ? [i - 1] : [],
  );

/** Passes of steps that are drawn in several, but for the last of each. */
const earlierPasses = (steps: StepTypes[]): { index: number; pass: number }[] =>
  steps.flatMap(({ active, definition }, index) =>
    Array.from({ length: active ? (definition.passes ?? 1) - 1 : 0 }, (_, pass) => ({ index, pass })),
  );

/** The strand that breaks may be one that this one takes from: the first in order is named. */
async function culprit(
  piece: Piece,
  assets: Assets,
  strand: Strand,
  step: string,
  name: string,
  analysis: Analysis,
  places: SeamPlaces,
): Promise<NonNullable<SeamReading['breaks']>> {
  for (const id of linkedStrands({ ...strand, steps: strand.steps.filter((s) => s.id === step) })) {
    const from = strandById(piece, id);
    if (!from || from.kind === 'stage' || from.kind === 'form') continue;
    const reading = await measureStrand(piece, assets, from, analysis, places);
    if (!reading.closes && reading.breaks) return reading.breaks;
  }
  return { strand: strand.id, step, name, mends: await mendsFor(piece, assets, strand, step) };
}
