import type { Assets } from '../assets/assets';
import { dependenciesOf } from '../piece/links';
import { isKeyed, isLink, strandById, type Link, type Piece, type Step, type Strand } from '../piece/types';
import {
  analyse,
  Evaluator,
  loopSteps,
  shownBy,
  OverLoop,
  plainParams,
  allDependencies,
  type Analysis,
  type Target,
} from '../weave';
import { isActive, type ActiveStep } from '../weave/analysis/types';
import { fittingStep } from '../weave/writing/params-over';
import { setPhase } from '../weave/running/places';
import { setParam } from '../piece/edit';
import { valueOf } from '../steps';
import { samplePlaces } from './sample-places';
import { fixOf, type Fix } from './mends';

/** How long a step of a finish remembers. */
export interface MemoryReading {
  strand: string;
  step: string;
  name: string;
  /** Frames after which what came before them no longer shows; null where it never fades. */
  frames: number | null;
  /** How many frames back it reads what came into it; 0 where it reads its own result alone. */
  reach: number;
}

/** The same, with a value that lets it fade where it never does. */
export interface MemoryCheck extends MemoryReading {
  kind: 'signal' | 'finish';
  mend?: Fix;
}

/**
 * What is left of full light when it no longer shows: half of a step of 8 bits in sRGB, where that is steepest
 * (IEC 61966-2-1: 12.92 near black).
 */
const UNSEEN_LIGHT = 0.5 / 255 / 12.92;
/** Places at which fields are looked at, that say how much stays. */
const SAMPLED_POINTS = 48;

/**
 * Measures every step of the output, and of what it takes in, that reads earlier frames, over the frames of the loop.
 */
export function measureMemory(
  piece: Piece,
  assets: Assets,
  analysis: Analysis = analyse(piece),
): Promise<MemoryReading[]> {
  return Promise.all(
    remembering(piece, analysis).map(async ({ strand, row }) => ({
      strand: strand.id,
      step: row.step.id,
      name: row.definition.name,
      ...(await framesOf(piece, assets, analysis, row)),
    })),
  );
}

/** Measures them, and looks for what mends those that never fade. */
export async function checkMemory(piece: Piece, assets: Assets): Promise<MemoryCheck[]> {
  const analysis = analyse(piece);
  const readings = await measureMemory(piece, assets, analysis);
  const rows = remembering(piece, analysis);
  const finishes = readings.map(async (reading, i): Promise<MemoryCheck> => ({
    ...reading,
    kind: 'finish',
    ...(reading.frames === null && { mend: await mendFor(piece, assets, rows[i]!.strand, rows[i]!.row) }),
  }));
  return [...(await signalMemory(piece, assets, analysis)), ...(await Promise.all(finishes))];
}

/** Steps of signals that run through the loop before its first frame, and for how many frames they do. */
async function signalMemory(piece: Piece, assets: Assets, analysis: Analysis): Promise<MemoryCheck[]> {
  const steps = loopSteps(piece, analysis);
  if (steps.length === 0) return [];
  const { results } = (await OverLoop.forPiece(piece, analysis)).table(piece, assets);
  return steps.flatMap(({ strand, row }, i) => {
    const runs = results[i]!.map((r) => r.runs);
    const most = runs.some((r) => r === null) ? null : Math.max(...(runs as number[]));
    const frames = most === null ? null : most * piece.loop.frames;
    return frames === 0
      ? []
      : [{ strand, step: row.step.id, name: row.definition.name, frames, reach: 0, kind: 'signal' as const }];
  });
}

function remembering(piece: Piece, analysis: Analysis): { strand: Strand; row: ActiveStep }[] {
  const { finish } = shownBy(piece);
  const shown = finish ? allDependencies(piece, finish).add(finish.id) : new Set<string>();
  return piece.strands
    .filter((s) => s.kind === 'finish' && shown.has(s.id))
    .flatMap((strand) =>
      analysis.types
        .get(strand.id)!
        .filter(isActive)
        .map((row) => ({ strand, row })),
    )
    .filter(({ row }) => row.definition.stays || row.definition.reaches);
}

/**
 * Frames that have to be drawn before one, so that it is what it would be had the loop run forever: those of all its
 * steps, one after the other; null where one never fades.
 */
export const settlingFrames = (readings: readonly MemoryReading[]): number | null =>
  readings.reduce<number | null>((sum, r) => (sum === null || r.frames === null ? null : sum + r.frames), 0);

type FramesToMeasure = Pick<MemoryReading, 'frames' | 'reach'>;

/** What was worked out last for a step, and what of the piece that took in. */
const known = new WeakMap<Step, { dependsOn: readonly unknown[]; frames: Promise<FramesToMeasure> }>();

/** The same for a step as long as nothing changes that it takes in: pieces share what stayed as it was. */
function framesOf(piece: Piece, assets: Assets, analysis: Analysis, row: ActiveStep): Promise<FramesToMeasure> {
  const taken = dependenciesOf(piece, [row.step]);
  // A picture may be decoded later.
  if (taken.size > 0 && piece.assets.length > 0) return workedOut(piece, assets, analysis, row);
  const dependsOn = [piece.controls, piece.loop, ...piece.strands.filter((s) => taken.has(s.id))];
  const last = known.get(row.step);
  if (last && last.dependsOn.length === dependsOn.length && last.dependsOn.every((part, i) => part === dependsOn[i]))
    return last.frames;
  const frames = workedOut(piece, assets, analysis, row);
  known.set(row.step, { dependsOn, frames });
  return frames;
}

async function workedOut(piece: Piece, assets: Assets, analysis: Analysis, row: ActiveStep): Promise<FramesToMeasure> {
  const { stays, reaches } = row.definition;
  const params = await paramsOver(piece, assets, analysis, row);
  const most = (value: (params: Params) => number) => params.map((places) => Math.max(...places.map(value)));
  const reach = reaches ? Math.ceil(Math.max(...most(reaches))) : 0;
  const faded = stays ? fadedAfter(most(stays)) : 0;
  return { frames: faded === null ? null : reach + faded, reach };
}

/** The first of its numbers that lets it fade where it has its first value. */
async function mendFor(
  piece: Piece,
  assets: Assets,
  { id: strand }: Strand,
  { step, definition }: ActiveStep,
): Promise<Fix | undefined> {
  for (const param of definition.params) {
    if (param.type !== 'number' || typeof valueOf(step, param) !== 'number') continue;
    const mended = setParam(piece, strand, step.id, param.id, param.default);
    const analysis = analyse(mended);
    const row = analysis.types
      .get(strand)!
      .filter(isActive)
      .find((r) => r.step.id === step.id)!;
    if ((await framesOf(mended, assets, analysis, row)).frames !== null)
      return fixOf(strand, step, param, param.default) ?? undefined;
  }
  return undefined;
}

/**
 * After how many frames nothing shows, whichever frame of the loop is the last of them.
 * @param stays part that stays in each frame of the loop, 0 to 1
 * @returns null where more than that stays over a whole loop
 */
function fadedAfter(stays: readonly number[]): number | null {
  const logs = stays.map((part) => Math.log(Math.max(0, part)));
  const least = Math.log(UNSEEN_LIGHT);
  if (!(logs.reduce((a, b) => a + b) < -1e-6)) return null;
  let most = 0;
  for (let end = 0; end < logs.length; end++) {
    let left = 0;
    let count = 0;
    while (left > least) left += logs[(((end - count++) % logs.length) + logs.length) % logs.length]!;
    most = Math.max(most, count);
  }
  return most;
}

type Params = ReturnType<typeof plainParams>;

/** The parameters of a step in every frame of the loop; where a field says one, at places all over the picture. */
async function paramsOver(piece: Piece, assets: Assets, analysis: Analysis, row: ActiveStep): Promise<Params[][]> {
  const definition = row.definition;
  const step = fittingStep(piece, analysis, row);
  const links = Object.values(step.params).filter(isLink);
  const evaluator = links.length > 0 ? await Evaluator.make(piece, assets, links.map(targetOf), analysis) : null;
  const points = links.some(({ link }) => strandById(piece, link)!.kind === 'field') ? SAMPLED_POINTS : 1;
  const moves = evaluator !== null || Object.values(step.params).some(isKeyed);
  const frames = moves ? piece.loop.frames : 1;
  const rows = samplePlaces(points);
  return Array.from({ length: frames }, (_, frame) => {
    setPhase(rows, frame / piece.loop.frames);
    const values = links.map((_, i) => evaluator!.run(i, rows, points).slice());
    return Array.from({ length: points }, (_, point) =>
      plainParams(
        piece,
        step,
        definition,
        (link) => {
          const at = links.indexOf(link);
          const width = evaluator!.width(at);
          const all = [...values[at]!.subarray(point * width, (point + 1) * width)];
          return link.swizzle ? [all['xyz'.indexOf(link.swizzle)] ?? 0] : all;
        },
        frame / piece.loop.frames,
      ),
    );
  });
}

const targetOf = ({ link, step }: Link): Target => ({ strand: link, step });
