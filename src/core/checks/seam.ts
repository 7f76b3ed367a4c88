import { PLACE_SIZE } from '../glsl/lib';
import { setParam } from '../piece/edit';
import { isDriven, type Piece, type Step, type Strand, type Vector } from '../piece/types';
import { definitionOf, kindOf, type Param } from '../steps';
import { analyse, Evaluator, linkedStrands, literalOf, loopSteps, OverLoop, type Analysis } from '../weave';
import { drawnEnds } from '../weave/plan';
import type { StepTypes } from '../weave/types';
import { setPhase, setPlaceFields } from '../weave/places';
import { PICTURED_SIZE, samplePlaces } from './sample-places';

/**
 * How one strand (or the picture) meets itself at the seam. Amounts are in parts of the value's range over the loop.
 */
export interface SeamReading {
  strand: string;
  name: string;
  /** Largest difference between phase 1, worked out without wrapping, and phase 0. */
  gap: number;
  /** Mean change from the last frame to phase 1, and from phase 0 to the first frame. */
  before: number;
  after: number;
  /** Range of the values over the loop. */
  range: [number, number];
  moves: boolean;
  closes: boolean;
  /** The step at which it breaks first, with what would mend it. */
  breaks?: { strand: string; step: string; name: string; mends: Mend[] };
}

export interface Fix {
  strand: string;
  step: string;
  param: string;
  sentence: string;
  value: number | Vector;
}

/** Values that mend the seam, set together. */
export type Mend = Fix[];

/** Part of the faster motion by which the slower may fall short before it is seen as a kink. */
const KINK = 0.25;

/**
 * Does motion change its speed at the seam, though the ends meet?
 * @param least motion below which none is seen
 * @param share part of the faster motion that the slower may fall short by
 */
export const hasKink = ({ before, after }: { before: number; after: number }, least = 1e-9, share = KINK): boolean => {
  const faster = Math.max(before, after);
  return faster > least && Math.abs(after - before) > share * faster;
};

/** Differences below this part of the range are rounding of 32-bit floats, not a jump. */
export const SEAM_TOLERANCE = 2e-4;
/** Points at which fields are compared, and phases at which their range is taken. */
const POINTS = 192;
const PHASES = 12;

/** Measures every strand of a piece that depends on the phase. */
export async function measureSeam(piece: Piece): Promise<SeamReading[]> {
  const analysis = analyse(piece);
  const readings: SeamReading[] = [];
  for (const strand of analysis.order) {
    if (strand.kind === 'stage' || !analysis.types.get(strand.id)?.some((r) => r.active && r.definition?.glsl))
      continue;
    const reading = await measureStrand(piece, strand, analysis);
    if (reading.moves) readings.push(reading);
  }
  return readings.sort(
    (a, b) => piece.strands.findIndex((s) => s.id === a.strand) - piece.strands.findIndex((s) => s.id === b.strand),
  );
}

async function measureStrand(piece: Piece, strand: Strand, analysis: Analysis): Promise<SeamReading> {
  const steps = analysis.types.get(strand.id)!;
  const evaluator = await Evaluator.make(
    piece,
    steps.map((r) => ({ strand: strand.id, step: r.step.id })),
    analysis,
  );
  const last = steps.length - 1;
  const shift = movesOn(piece, steps);
  // What is drawn on the way is measured by itself: what reads it elsewhere would hide how it moves.
  const drawn = [...drawnEnds(steps), ...lateEnds(steps)].map((end) =>
    compare(evaluator, end, piece.loop.frames, shift),
  );
  for (const { index, pass } of earlierPasses(steps)) {
    const target = { strand: strand.id, step: steps[index]!.step.id };
    drawn.push(compare(await Evaluator.make(piece, [target], analysis, { pass }), 0, piece.loop.frames));
  }
  const worst = drawn.reduce((a, b) => (b.gap > a.gap || (b.gap === a.gap && !a.moves) ? b : a));
  const reading = { strand: strand.id, name: strand.name, ...worst, moves: drawn.some((m) => m.moves) };
  if (reading.closes) return reading;
  const at = steps.findIndex(
    (r, i) => r.active && r.definition?.glsl && !compare(evaluator, i, piece.loop.frames, shift).closes,
  );
  const row = steps[at] ?? steps[last]!;
  return {
    ...reading,
    breaks: await culprit(piece, strand, row.step.id, row.definition?.name ?? row.step.op, analysis),
  };
}

/**
 * Indices of the steps before one that is late: the seam of what runs into that lies within the loop, where it would
 * not be looked for.
 */
const lateEnds = (steps: StepTypes[]): number[] =>
  steps.flatMap(({ active, definition }, i) =>
    i > 0 && active && definition!.again && kindOf(definition!) === 'signal' ? [i - 1] : [],
  );

/** Passes of steps that are drawn in several, but for the last of each. */
const earlierPasses = (steps: StepTypes[]): { index: number; pass: number }[] =>
  steps.flatMap(({ active, definition }, index) =>
    Array.from({ length: active ? (definition!.passes ?? 1) - 1 : 0 }, (_, pass) => ({ index, pass })),
  );

type Measured = Omit<SeamReading, 'strand' | 'name' | 'breaks'>;

/** By how many whole copies a form moves on over the loop: copy n should then stand where copy n + shift stood. */
function movesOn(piece: Piece, steps: StepTypes[]): number {
  return steps.reduce((sum, { active, definition, step }) => {
    const param = active && definition!.params.find((p) => p.id === definition!.shifts);
    return param ? sum + Math.round(Number(literalOf(piece, step, param))) : sum;
  }, 0);
}

/** Copies among which the places are counted out, for forms that are there more than once. */
const COPIES = 24;

function compare(evaluator: Evaluator, target: number, frames: number, shift = 0): Measured {
  const pictured = evaluator.gives(target) === 'image';
  const rows = samplePlaces(POINTS, pictured);
  const width = evaluator.width(target);
  const at = (phase: number, on = 0) => {
    setPhase(rows, phase, pictured ? PICTURED_SIZE : PLACE_SIZE);
    if (shift !== 0) countCopies(evaluator, rows, phase, on);
    return evaluator.run(target, rows, POINTS);
  };
  const begin = at(0, shift);
  const end = at(1);
  const lows = new Float32Array(width).fill(Infinity);
  const highs = new Float32Array(width).fill(-Infinity);
  let moves = false;
  for (let k = 0; k < PHASES; k++) {
    // An odd count of unequal phases, so that a wave of whole turns is not always met at its zeros.
    const values = at((k + 0.37) / PHASES, shift);
    values.forEach((v, i) => {
      lows[i % width] = Math.min(lows[i % width]!, v);
      highs[i % width] = Math.max(highs[i % width]!, v);
      if (v !== begin[i]) moves = true;
    });
  }
  const range: [number, number] = [Math.min(...lows), Math.max(...highs)];
  // A value that hardly moves about a large one moves by rounding alone.
  const span = Math.max(range[1] - range[0], 1e-3 * Math.max(Math.abs(range[0]), Math.abs(range[1])), 1e-9);
  const gap = largest(begin, end) / span;
  const before = mean(at(1 - 1 / frames), end) / span;
  const after = mean(begin, at(1 / frames, shift)) / span;
  return { gap, before, after, range, moves, closes: gap <= SEAM_TOLERANCE };
}

/** Gives each place a copy, `on` further, and that copy's moment. */
function countCopies(evaluator: Evaluator, rows: Float32Array, phase: number, on: number): void {
  for (let i = 0; i < POINTS; i++) setPlaceFields(rows, i, { copy: (i % COPIES) + on, copies: COPIES });
  const delays = evaluator.aside('delay', rows, POINTS);
  if (delays)
    for (let i = 0; i < POINTS; i++)
      setPlaceFields(rows, i, { phase: phase - delays[i]! - Math.floor(phase - delays[i]!) });
}

function largest(a: Float32Array, b: Float32Array): number {
  let most = 0;
  for (let i = 0; i < a.length; i++) {
    const d = Math.abs(a[i]! - b[i]!);
    if (!(d <= most)) most = Number.isNaN(d) ? Infinity : d;
  }
  return most;
}

function mean(a: Float32Array, b: Float32Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += Math.abs(a[i]! - b[i]!);
  return sum / Math.max(1, a.length);
}

/** The strand that breaks may be one that this one takes from: the first in order is named. */
async function culprit(
  piece: Piece,
  strand: Strand,
  step: string,
  name: string,
  analysis: Analysis,
): Promise<NonNullable<SeamReading['breaks']>> {
  for (const id of linkedStrands({ ...strand, steps: strand.steps.filter((s) => s.id === step) })) {
    const from = piece.strands.find((s) => s.id === id);
    if (!from || from.kind === 'stage' || from.kind === 'form') continue;
    const reading = await measureStrand(piece, from, analysis);
    if (!reading.closes && reading.breaks) return reading.breaks;
  }
  return { strand: strand.id, step, name, mends: await mendsFor(piece, strand, step) };
}

/** Nearest values that close the loop, each tried before it is offered; all at once where none does alone. */
async function mendsFor(piece: Piece, strand: Strand, stepId: string): Promise<Mend[]> {
  const step = strand.steps.find((s) => s.id === stepId);
  const definition = step && definitionOf(step.op);
  if (!step || !definition) return [];
  const candidates = definition.params.flatMap((param): Fix[] => {
    const value = literalOf(piece, step, param);
    const other = definition.params.find((p) => p.id === companionOf(param));
    return [
      fixOf(strand.id, step, param, closing(param, value)),
      other ? fixOf(strand.id, step, other, companion(literalOf(piece, step, other), value)) : null,
    ].filter((f) => f !== null);
  });
  const single: Mend[] = [];
  for (const mend of await closingOverLoop(piece, strand.id, step))
    if (await closesWith(piece, strand, stepId, mend)) single.push(mend);
  for (const fix of candidates) if (await closesWith(piece, strand, stepId, [fix])) single.push([fix]);
  if (single.length > 0) return single;
  return (await closesWith(piece, strand, stepId, candidates)) ? [candidates] : [];
}

/** What a step that is worked out over the loop says would close it. */
async function closingOverLoop(piece: Piece, strand: string, step: Step): Promise<Mend[]> {
  const analysis = analyse(piece);
  const index = loopSteps(piece, analysis).findIndex((s) => s.strand === strand && s.row.step.id === step.id);
  if (index < 0) return [];
  const { results } = (await OverLoop.of(piece, analysis)).table(piece);
  // Several numbers that run through one step do not come out whole by one value.
  if (results[index]!.length > 1) return [];
  return (results[index]![0]!.closing ?? []).flatMap((values) => {
    const fixes = Object.entries(values).map(([id, value]) =>
      fixOf(
        strand,
        step,
        definitionOf(step.op)!.params.find((p) => p.id === id)!,
        value,
      ),
    );
    return fixes.every((f) => f !== null) ? [fixes] : [];
  });
}

/** A fix that sets a parameter; null where there is no value, or something else says it. */
export function fixOf(strand: string, step: Step, param: Param, value: number | Vector | null): Fix | null {
  if (value === null || isDriven(step.params[param.id])) return null;
  const unit = 'unit' in param && param.unit && param.unit !== param.name.toLowerCase() ? ` ${param.unit}` : '';
  const shown = Array.isArray(value) ? value.join(', ') : String(value);
  return {
    strand,
    step: step.id,
    param: param.id,
    sentence: `Set ${param.name.toLowerCase()} to ${shown}${unit}`,
    value,
  };
}

/** The nearest whole value; null where it is whole, or need not be. */
function closing(param: Param, value: unknown): number | Vector | null {
  if (!('closes' in param) || !param.closes) return null;
  if (param.type === 'number' && typeof value === 'number') return Number.isInteger(value) ? null : Math.round(value);
  if (param.type === 'vector' && Array.isArray(value))
    return value.every(Number.isInteger) ? null : (value.map((v) => Math.round(v as number)) as Vector);
  return null;
}

const companionOf = (param: Param) => (param.type === 'vector' ? param.closesWith : undefined);

/** What a parameter becomes that must not be 0 while another moves: whole, and no less than that moves by. */
function companion(value: unknown, moving: unknown): number | null {
  const most = Array.isArray(moving) ? Math.max(...moving.map((v) => Math.abs(Number(v)))) : 0;
  return value === 0 && most > 0 ? Math.max(2, Math.ceil(most)) : null;
}

async function closesWith(piece: Piece, strand: Strand, step: string, mend: Mend): Promise<boolean> {
  if (mend.length === 0) return false;
  const mended = mend.reduce((p, f) => setParam(p, f.strand, f.step, f.param, f.value), piece);
  const evaluator = await Evaluator.make(mended, [{ strand: strand.id, step }]);
  return compare(evaluator, 0, mended.loop.frames, movesOn(mended, analyse(mended).types.get(strand.id) ?? [])).closes;
}
