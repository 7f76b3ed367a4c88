import type { Assets } from '../assets/assets';
import { bake } from '../forms/bake';
import { liveSkin } from '../forms/live-skin';
import { MeshError, type Mesh } from '../mesh/mesh';
import { isDriven, strandById, type Piece, type Strand } from '../piece/types';
import type { NumberParam } from '../steps';
import { analyse, literalOf, type Analysis } from '../weave';
import { isActive, type ActiveStep, type StepTypes } from '../weave/analysis/types';
import { setPhase } from '../weave/running/places';
import { lastReshape } from '../weave/writing/plan';
import { EDGE_WIDTH, gathered, PointMover, someEdges, spotsOf, type Spots, type Way } from './sampling-edges';
import type { Fix } from './mends';

/**
 * Edges that the shortest wave needs. Two are the limit below which a wave shows as another one
 * (C. E. Shannon, "Communication in the Presence of Noise", 1949); with four, straight edges keep
 * at least 0.71 of its height wherever it stands, so it does not beat with the mesh.
 */
export const EDGES_PER_WAVE = 4;
/** Edges looked at, and phases at which they are. */
const SAMPLED_EDGES = 2048;
const PHASES = [0, 0.25, 0.5, 0.75];
/** What a mesh may fall short by before it is said. */
const ALLOWED_FACTOR = 1.15;
/** Part of where places lie below which what a step does is the rounding of 32-bit floats, and no wave. */
const ROUNDING = 1e-5;
/** The rate that all edges but one in a hundred stay under counts, so that a lone crease does not. */
const QUANTILE = 0.99;

/** A live step whose pattern is too fine for the mesh that it moves. */
export interface SamplingReading {
  strand: string;
  name: string;
  step: string;
  stepName: string;
  /** How many times shorter edges would have to be. */
  factor: number;
  sentence: string;
  fixes: Fix[];
}

/** A live step with what stands before it, on some edges of its form. */
interface Subject {
  row: ActiveStep;
  before: PointMover;
  after: PointMover;
}

interface Form {
  strand: Strand;
  rows: StepTypes[];
  way: Way[];
  spots: Spots;
  subjects: Subject[];
}

/** A form with its live steps that move it, and edges to look at; null where nothing can be measured. */
async function formOf(
  piece: Piece,
  assets: Assets,
  strand: Strand,
  analysis: Analysis,
  only?: string,
): Promise<Form | null> {
  const rows = analysis.types.get(strand.id) ?? [];
  const placed = rows.findIndex((r) => r.active && r.definition.place);
  const end = placed < 0 ? rows.length : placed;
  const live = rows
    .slice(lastReshape(rows), end)
    .filter(isActive)
    .filter((r) => r.definition.glsl && r.definition.gives === 'form');
  if (live.length === 0) return null;
  const mesh: Mesh | null = await bake(piece, assets, strand, undefined, analysis);
  if (!mesh || mesh.corners.length === 0) return null;
  const movers: PointMover[] = [await PointMover.make(piece, assets, strand, null, analysis)];
  for (const row of live) movers.push(await PointMover.make(piece, assets, strand, row.step.id, analysis));
  const skin = liveSkin(mesh, movers.at(-1)!.glsl);
  const subjects = live
    .map((row, i) => ({ row, before: movers[i]!, after: movers[i + 1]! }))
    .filter((s) => only === undefined || s.row.step.id === only);
  const edges = someEdges(skin, SAMPLED_EDGES);
  return { strand, rows: rows.slice(0, end), way: edges.way, spots: spotsOf(skin, edges), subjects };
}

/** What the move of a step does along some edges: one row of edges for each phase. */
interface SampledReading {
  /** How fast it changes there, for the whole edge: by the derivative at one place on it. */
  rise: Float32Array[];
  /** How far that is from the even change that the edge shows. */
  missed: Float32Array[];
  /** Half of the way between the lowest and the highest. */
  height: number;
  /** Farthest that any place lies from the origin before the step. */
  reach: number;
}

function readAlong(
  { before, after }: Subject,
  { start, end, between, ways }: Spots,
  phases: readonly number[],
): SampledReading {
  const count = ways.length / EDGE_WIDTH;
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  const reading: SampledReading = { rise: [], missed: [], height: 0, reach: 0 };
  const moves = (at: Float32Array) => {
    const stood = before.moved(at, count);
    reading.reach = stood.reduce((most, v) => Math.max(most, Math.abs(v)), reading.reach);
    return difference(after.moved(at, count), stood);
  };
  for (const phase of phases) {
    for (const rows of [start, end, between]) setPhase(rows, phase);
    const move = moves(between);
    move.forEach((v, i) => {
      low[i % 3] = Math.min(low[i % 3]!, v);
      high[i % 3] = Math.max(high[i % 3]!, v);
    });
    const along = difference(after.along(between, ways, count), before.along(between, ways, count));
    reading.rise.push(lengths(along));
    reading.missed.push(lengths(difference(along, difference(moves(end), moves(start)))));
  }
  reading.height = Math.max(...high.map((h, k) => h - low[k]!)) / 2;
  return reading;
}

/** Lengths of vectors; 0 where one is not a number. */
function lengths(vectors: Float32Array): Float32Array {
  return Float32Array.from({ length: vectors.length / 3 }, (_, i) => {
    const length = Math.hypot(vectors[3 * i]!, vectors[3 * i + 1]!, vectors[3 * i + 2]!);
    return Number.isFinite(length) ? length : 0;
  });
}

/**
 * Waves on an edge of one way, by two measures of which the larger counts. A wave of height A
 * rises by at most 2 pi A a wave, and none of a lower frequency rises faster (S. Bernstein's
 * inequality), so rise over height bounds the waves. And of a wave of which an edge takes in k
 * radians, a straight edge misses 1 - sinc^2(k / 2) of the slope's power (the mean over all
 * places on all edges), so the power that is missed tells k: this hears fine waves of little height.
 */
function wavesOn(reading: SampledReading, of: (edge: number) => boolean): number {
  const edges = [...reading.rise[0]!.keys()].filter(of);
  if (edges.length === 0 || reading.height <= ROUNDING * Math.max(reading.reach, 1e-2)) return 0;
  return Math.max(wavesByRise(reading, edges), wavesByMissedPower(reading, edges));
}

function wavesByRise({ rise, missed, height }: SampledReading, edges: readonly number[]): number {
  const steepest = rise.map((rates, n) => {
    // An edge that a move follows evenly shows it, however long it is.
    const bent = edges.map((i) => (missed[n]![i]! > 0.1 * rates[i]! ? rates[i]! : 0));
    return quantile(bent, QUANTILE);
  });
  return Math.max(...steepest) / (2 * Math.PI * height);
}

function wavesByMissedPower({ rise, missed, height }: SampledReading, edges: readonly number[]): number {
  const power = (phases: readonly Float32Array[]) =>
    phases.reduce((sum, rates) => sum + edges.reduce((own, i) => own + rates[i]! ** 2, 0), 0);
  const all = power(rise);
  const isStill = all / (edges.length * rise.length) < (1e-3 * height) ** 2;
  return isStill ? 0 : radiansMissing(power(missed) / all) / (2 * Math.PI);
}

/** Beyond this part the power that is missed hardly tells waves apart. */
const MAX_MISSED_POWER = 0.95;

/** k, where 1 - sinc^2(k / 2) is a part; by halving. */
function radiansMissing(part: number): number {
  let [low, high] = [0, 2 * Math.PI];
  for (let i = 0; i < 40; i++) {
    const half = (low + high) / 4;
    if (1 - (Math.sin(half) / half) ** 2 < Math.min(part, MAX_MISSED_POWER)) low = 2 * half;
    else high = 2 * half;
  }
  return low;
}

const difference = (a: Float32Array, b: Float32Array) => a.map((v, i) => v - b[i]!);

function quantile(values: number[], part: number): number {
  const sorted = values.toSorted((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))] ?? 0;
}

/** The same; null as well where its mesh cannot be made, which is said where it is made. */
const measurableForm = (piece: Piece, assets: Assets, strand: Strand, analysis: Analysis): Promise<Form | null> =>
  formOf(piece, assets, strand, analysis).catch((error: unknown) => {
    if (error instanceof MeshError) return null;
    throw error;
  });

/** Every live step of every form whose pattern its mesh is too coarse for. */
export async function measureSampling(piece: Piece, assets: Assets): Promise<SamplingReading[]> {
  const analysis = analyse(piece);
  const readings: SamplingReading[] = [];
  for (const strand of piece.strands) {
    const form = strand.kind === 'form' ? await measurableForm(piece, assets, strand, analysis) : null;
    for (const subject of form?.subjects ?? []) {
      const reading = readAlong(subject, form!.spots, PHASES);
      const factor = (way: Way) => EDGES_PER_WAVE * wavesOn(reading, (i) => form!.way[i] === way);
      const [across, along] = [factor('across'), factor('along')];
      if (Math.max(across, along) < ALLOWED_FACTOR) continue;
      const { step, definition } = subject.row;
      readings.push({
        strand: strand.id,
        name: strand.name,
        step: step.id,
        stepName: definition.name,
        factor: Math.max(across, along),
        ...remedy(piece, form!, across, along),
      });
    }
  }
  return readings;
}

/** Edges are marked that miss more than this part of the usual rise: as much as four to a wave miss. */
const MARKED_PART = 0.45;

/** The edges that are too long for a step at a phase, where they then stand: six floats each. */
export async function samplingMarks(
  piece: Piece,
  assets: Assets,
  strandId: string,
  step: string,
  phase: number,
): Promise<Float32Array> {
  const strand = strandById(piece, strandId);
  const analysis = analyse(piece);
  const form = strand && (await formOf(piece, assets, strand, analysis, step));
  if (!form || form.subjects.length === 0) return new Float32Array(0);
  const {
    way,
    spots,
    subjects: [subject],
  } = form;
  const { rise, missed } = readAlong(subject!, spots, [phase]);
  const usual = (of: Way) => {
    const rates = rise[0]!.filter((_, i) => way[i] === of);
    return Math.sqrt(rates.reduce((sum, r) => sum + r * r, 0) / Math.max(1, rates.length));
  };
  // Along a pattern that only runs across, nothing rises, and nothing is missed.
  const most = Math.max(usual('across'), usual('along'));
  const limit = { across: Math.max(usual('across'), 0.1 * most), along: Math.max(usual('along'), 0.1 * most) };
  const found = Uint32Array.from(missed[0]!.keys()).filter((i) => missed[0]![i]! > MARKED_PART * limit[way[i]!]);
  const whole = await PointMover.make(piece, assets, strand!, strand!.steps.at(-1)!.id, analysis);
  const [a, b] = [spots.start, spots.end].map((ends) => whole.moved(gathered(ends, found), found.length)) as [
    Float32Array,
    Float32Array,
  ];
  return Float32Array.from(
    { length: 6 * found.length },
    (_, i) => (i % 6 < 3 ? a : b)[3 * Math.floor(i / 6) + (i % 3)]!,
  );
}

/** Upwards to two figures: what is said is about right. */
function about(n: number): number {
  const unit = 10 ** Math.max(0, Math.floor(Math.log10(n)) - 1);
  return Math.ceil(n / unit) * unit;
}

/** What the mesh would need, by the numbers of the steps that make it. */
function remedy(
  piece: Piece,
  { strand, rows }: Form,
  across: number,
  along: number,
): { sentence: string; fixes: Fix[] } {
  const worst = Math.max(across, along);
  for (const row of rows.filter(isActive)) {
    const finer = row.definition.params.filter((p): p is NumberParam => p.type === 'number' && p.finer !== undefined);
    const wants = finer.flatMap((param) => {
      const has = Number(literalOf(piece, row.step, param));
      const factor = param.finer === 'across' ? across : param.finer === 'along' ? along : worst;
      if (factor < ALLOWED_FACTOR) return [];
      const needs = param.finer === 'halves' ? has + Math.ceil(Math.log2(factor)) : about(has * factor);
      return [{ param, has, needs, most: param.hard?.[1] ?? Infinity }];
    });
    if (wants.length === 0) continue;
    const counts = wants.map(
      ({ param, needs, has }) =>
        `${needs.toLocaleString('en')} ${param.name.toLowerCase()}, has ${has.toLocaleString('en')}`,
    );
    const sentence = `needs about ${counts.join(', and ')}`;
    const free = wants.filter(({ param }) => !isDriven(row.step.params[param.id]));
    const fixes = free.map(({ param, needs, most }): Fix => {
      const value = Math.min(needs, most);
      return {
        strand: strand.id,
        step: row.step.id,
        param: param.id,
        value,
        sentence: `${param.name.toLowerCase()} to ${value.toLocaleString('en')}`,
      };
    });
    return { sentence, fixes };
  }
  return { sentence: `needs edges ${about(worst)} times shorter; put a Subdivide step before it`, fixes: [] };
}
