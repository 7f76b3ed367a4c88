import { isKeyed, isLink, stepById, strandById, type Link, type Piece } from '../../piece/types';
import { soundSection } from '../../sound/section';
import type { SoundTrack } from '../../sound/track';
import type { LoopValues, PlainParams } from '../../steps';
import { beatsOf } from '../../piece/beats';
import { fittingStep } from './params-over';
import { widthOf } from '../analysis/step-function';
import type { ActiveStep, Analysis, Target } from '../analysis/types';
import { plainParams } from './values';

/** A step that is worked out over the whole loop, and where its numbers lie. */
export interface LoopStep {
  strand: string;
  row: ActiveStep;
  /** What runs into it; null in a source. */
  before: Target | null;
  /** What its parameters follow. */
  links: Target[];
  /** Place of its first number: one more than there are frames for each number that runs through it. */
  first: number;
  width: number;
}

const targetOf = ({ link, step }: Link): Target => ({ strand: link, step });
const stepsByAnalysis = new WeakMap<Analysis, LoopStep[]>();
/** Structures without any: most pieces remember nothing. */
const without = new WeakSet<object>();
const NONE: LoopStep[] = [];

/** All steps of a piece that are worked out over the loop, so that each comes after those it takes from. */
export function loopSteps(piece: Piece, analysis: Analysis): LoopStep[] {
  if (without.has(analysis.structure)) return NONE;
  const found = stepsByAnalysis.get(analysis);
  if (found) return found;
  const steps: LoopStep[] = [];
  let first = 0;
  for (const strand of analysis.order) {
    const rows = analysis.types.get(strand.id) ?? [];
    for (const [i, row] of rows.entries()) {
      if (!row.active || !row.definition?.overLoop) continue;
      const before = i > 0 ? { strand: strand.id, step: rows[i - 1]!.step.id } : null;
      const links = Object.values(fittingStep(piece, analysis, row).params)
        .filter(isLink)
        .map(targetOf);
      const width = widthOf(row.gives!);
      steps.push({ strand: strand.id, row, before, links, first, width });
      first += width * (piece.loop.frames + 1);
    }
  }
  if (steps.length === 0) without.add(analysis.structure);
  else stepsByAnalysis.set(analysis, steps);
  return steps;
}

/** What all such steps come to: their numbers, and what was found out about each. */
export interface LoopTable {
  values: Float32Array;
  /** For each step, in the order of `loopSteps`: a result for each number that runs through it. */
  results: LoopValues[][];
}

/** Values of a target at every frame, with the numbers that are known so far. */
type RunTarget = (target: Target, values: Float32Array) => Float32Array;

/** Frames that all steps of a piece together run through at most, before they come to rest. */
const MAX_FRAMES_RUN = 16_000_000;

/**
 * Works the steps out, one after the other.
 * @param track of the sound that the loop hears; null in silence
 */
export function loopTable(piece: Piece, track: SoundTrack | null, analysis: Analysis, run: RunTarget): LoopTable {
  const steps = loopSteps(piece, analysis);
  const { frames, rate, play } = piece.loop;
  const seconds = 1 / rate;
  const beats = beatsOf(piece.loop);
  const beat = beats === null ? 0.5 : (frames * seconds) / beats;
  const sound = track && soundSection(track, piece.loop);
  const rowLength = frames + 1;
  const numbers = steps.reduce((sum, s) => sum + s.width, 0);
  const most = Math.floor(MAX_FRAMES_RUN / Math.max(1, numbers));
  const values = new Float32Array(numbers * rowLength);
  const results = steps.map((step) => {
    const { row, before, links, first, width } = step;
    // All that stands before it in order is known by now.
    const sofar = values.subarray(0, first);
    const runs = before ? run(before, sofar) : new Float32Array(frames * width);
    const params = paramsAt(
      piece,
      analysis,
      step,
      links.map((link) => run(link, sofar)),
    );
    return Array.from({ length: width }, (_, number) => {
      const own = Float64Array.from({ length: frames }, (_, frame) => runs[width * frame + number]!);
      const loop = { values: own, params, seconds, beat, repeats: play !== 'once', number, sound, most };
      const result = row.definition.overLoop!(loop);
      values.set(result.values, first + number * rowLength);
      return result;
    });
  });
  return { values, results };
}

/** Numbers as a program has them: a link brings floats of 32 bits, and a literal is the same. */
const asInProgram = (params: PlainParams): PlainParams =>
  Object.fromEntries(Object.entries(params).map(([id, v]) => [id, typeof v === 'number' ? Math.fround(v) : v]));

/** The parameters of a step at each frame. @param linked values of its links, frame by frame */
function paramsAt(piece: Piece, analysis: Analysis, { strand, row, links }: LoopStep, linked: Float32Array[]) {
  const { frames } = piece.loop;
  // The analysis may be that of another piece with the same text: the numbers are those of this one.
  const own = stepById(strandById(piece, strand), row.step.id) ?? row.step;
  const step = fittingStep(piece, analysis, { ...row, step: own });
  const at = (frame: number) =>
    asInProgram(
      plainParams(
        piece,
        step,
        row.definition,
        (link) => {
          const all = linked[links.findIndex((t) => t.strand === link.link && t.step === link.step)]!;
          const width = all.length / frames;
          const here = [...all.subarray(frame * width, (frame + 1) * width)];
          return link.swizzle ? [here['xyz'.indexOf(link.swizzle)] ?? 0] : here;
        },
        frame / frames,
      ),
    );
  const moves = links.length > 0 || Object.values(step.params).some(isKeyed);
  const all = Array.from({ length: moves ? frames : 1 }, (_, frame) => at(frame));
  return (frame: number) => all[moves ? frame : 0]!;
}
