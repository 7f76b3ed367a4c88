import { placeText, PLACE_SIZE } from '../glsl/lib';
import { bake, liveSkin } from '../mesh/bake';
import { placesOf } from '../mesh/place-rows';
import type { Skin } from '../mesh/skin';
import type { Mesh } from '../mesh/mesh';
import { isControlRef, isLink, strandById, type Piece, type Strand } from '../piece/types';
import type { NumberParam } from '../steps';
import { analyse, Evaluator, literalOf, type Analysis } from '../weave';
import type { StepTypes } from '../weave/analyse';
import { placeFieldOf, setPhase, setPlaceFields } from '../weave/places';
import { slopesProgram } from '../weave/slopes';
import { lastReshape } from '../weave/weave';
import type { Fix } from './seam';

/**
 * Edges that the shortest wave needs. Two are the limit below which a wave shows as another one
 * (C. E. Shannon, "Communication in the Presence of Noise", 1949); with four, straight edges keep
 * at least 0.71 of its height wherever it stands, so it does not beat with the mesh.
 */
export const EDGES_PER_WAVE = 4;
/** Edges looked at, and phases at which they are. */
const EDGES = 2048;
const PHASES = [0, 0.25, 0.5, 0.75];
/** What a mesh may fall short by before it is said. */
const SLACK = 1.15;
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

type Way = 'across' | 'along';

/** Some edges of a skin: pairs of vertices, and which way of the sheet each runs. */
interface Edges {
  from: Uint32Array;
  to: Uint32Array;
  way: Way[];
}

/** Edges spread evenly over all corners; each runs from a corner to the next of its face. */
function someEdges(skin: Skin, most: number): Edges {
  const { corners, faceStarts } = skin;
  const faces = faceStarts.length - 1;
  const next = new Uint32Array(corners.length);
  for (let f = 0; f < faces; f++) for (let c = faceStarts[f]!; c < faceStarts[f + 1]!; c++) next[c] = c + 1 < faceStarts[f + 1]! ? c + 1 : faceStarts[f]!;
  const count = Math.min(most, corners.length);
  const from = new Uint32Array(count);
  const to = new Uint32Array(count);
  const way: Way[] = [];
  for (let i = 0; i < count; i++) {
    // The golden section goes round all corners without falling into step with a grid.
    const c = count === corners.length ? i : Math.floor(((i * 0.6180339887498949) % 1) * corners.length);
    from[i] = corners[c]!;
    to[i] = corners[next[c]!]!;
    const uv = skin.points.uv;
    const [du, dv] = [0, 1].map((k) => Math.abs(uv[2 * to[i]! + k]! - uv[2 * from[i]! + k]!)) as [number, number];
    way.push(du >= dv ? 'across' : 'along');
  }
  return { from, to, way };
}

const WRAPPER = (slopes: string) => `
vec3 clAlongEdge(Place p, vec3 way, vec3 turn, vec2 slide) {
  vec3 along;
  vec3 nowhere;
  ${slopes}(p, ${placeText({ rest: 'way', world: 'way', normal: 'turn', uv: 'slide' }, true)}, ${placeText({}, true)}, along, nowhere);
  return along;
}
`;
const EDGE_WIDTH = 8;
/** Part of an edge over which a difference is taken where there is no derivative. */
const BIT = 1 / 64;

/** Runs a form up to one step: where points are moved to, and how fast that changes along edges. */
class Moving {
  private constructor(
    private readonly evaluator: Evaluator | null,
    private readonly slopes: ((rows: Float32Array, count: number) => Float32Array) | null,
  ) {}

  /** @param step null for the form at rest */
  static async make(piece: Piece, strand: Strand, step: string | null, analysis: Analysis): Promise<Moving> {
    if (step === null) return new Moving(null, null);
    const evaluator = await Evaluator.make(piece, [{ strand: strand.id, step }], analysis);
    return new Moving(evaluator, await slopesProgram(evaluator, 'clAlongEdge', WRAPPER));
  }

  get glsl(): string {
    return this.evaluator?.woven.glsl ?? '';
  }

  /** Where places are moved to; three floats each. */
  to(rows: Float32Array, count: number): Float32Array {
    if (this.evaluator) return this.evaluator.run(0, rows, count);
    const out = new Float32Array(3 * count);
    for (let i = 0; i < count; i++) out.set(rows.subarray(i * PLACE_SIZE, i * PLACE_SIZE + 3), 3 * i);
    return out;
  }

  /** Derivative of that along each edge, for its whole length. `ways` holds rest, normal and uv of each. */
  along(rows: Float32Array, ways: Float32Array, count: number): Float32Array {
    if (!this.evaluator) return Float32Array.from({ length: 3 * count }, (_, i) => ways[EDGE_WIDTH * Math.floor(i / 3) + (i % 3)]!);
    if (!this.slopes) {
      const [before, after] = [-BIT, BIT].map((by) => this.to(shifted(rows, ways, count, by), count)) as [Float32Array, Float32Array];
      return after.map((v, i) => (v - before[i]!) / (2 * BIT));
    }
    const width = PLACE_SIZE + EDGE_WIDTH;
    const both = new Float32Array(count * width);
    for (let i = 0; i < count; i++) {
      both.set(rows.subarray(i * PLACE_SIZE, (i + 1) * PLACE_SIZE), i * width);
      both.set(ways.subarray(i * EDGE_WIDTH, (i + 1) * EDGE_WIDTH), i * width + PLACE_SIZE);
    }
    return this.slopes(both, count);
  }
}

/** Rows of places moved by a part of each edge. */
function shifted(rows: Float32Array, ways: Float32Array, count: number, by: number): Float32Array {
  const out = rows.slice();
  for (let i = 0; i < count; i++) {
    const at = (name: 'rest' | 'normal' | 'uv') => placeFieldOf(rows, i, name);
    const moved = (name: 'rest' | 'normal' | 'uv', from: number) => [...at(name)].map((v, k) => v + by * ways[EDGE_WIDTH * i + from + k]!);
    setPlaceFields(out, i, { rest: moved('rest', 0), world: moved('rest', 0), normal: moved('normal', 3), uv: moved('uv', 6) });
  }
  return out;
}

/** Rows of places: at both ends of each edge and at a place on it; and how rest, normal and uv change along each. */
interface Spots {
  from: Float32Array;
  to: Float32Array;
  on: Float32Array;
  ways: Float32Array;
}

function spotsOf(skin: Skin, edges: Edges): Spots {
  const [from, to] = [edges.from, edges.to].map((ends) => placesOf(skin, 0, undefined, ends)) as [Float32Array, Float32Array];
  const ways = new Float32Array(edges.from.length * EDGE_WIDTH);
  const sources = [[skin.positions, 3, 0], [skin.points.normal, 3, 3], [skin.points.uv, 2, 6]] as const;
  edges.from.forEach((a, i) => {
    for (const [data, size, at] of sources) for (let k = 0; k < size; k++) ways[i * EDGE_WIDTH + at + k] = data[size * edges.to[i]! + k]! - data[size * a + k]!;
  });
  // The place differs from edge to edge, so that a wave is not always met at its crests.
  const parts = ways.map((w, j) => w * ((0.5 + Math.floor(j / EDGE_WIDTH) * 0.7548776662466927) % 1));
  return { from, to, on: shifted(from, parts, edges.from.length, 1), ways };
}

function gathered(rows: Float32Array, indices: Uint32Array): Float32Array {
  const out = new Float32Array(indices.length * PLACE_SIZE);
  indices.forEach((v, i) => out.set(rows.subarray(v * PLACE_SIZE, (v + 1) * PLACE_SIZE), i * PLACE_SIZE));
  return out;
}

/** A live step with what stands before it, on some edges of its form. */
interface Subject {
  row: StepTypes;
  before: Moving;
  after: Moving;
}

interface Form {
  strand: Strand;
  rows: StepTypes[];
  way: Way[];
  spots: Spots;
  subjects: Subject[];
}

/** A form with its live steps that move it, and edges to look at; null where nothing can be measured. */
async function formOf(piece: Piece, strand: Strand, analysis: Analysis, only?: string): Promise<Form | null> {
  const rows = analysis.types.get(strand.id) ?? [];
  const placed = rows.findIndex((r) => r.active && r.definition!.place);
  const end = placed < 0 ? rows.length : placed;
  const live = rows.slice(lastReshape(rows), end).filter((r) => r.active && r.definition!.glsl && r.definition!.gives === 'form');
  if (live.length === 0) return null;
  const mesh: Mesh | null = await bake(piece, strand, undefined, analysis);
  if (!mesh || mesh.corners.length === 0) return null;
  const movings: Moving[] = [await Moving.make(piece, strand, null, analysis)];
  for (const row of live) movings.push(await Moving.make(piece, strand, row.step.id, analysis));
  const skin = liveSkin(mesh, movings.at(-1)!.glsl);
  const subjects = live.map((row, i) => ({ row, before: movings[i]!, after: movings[i + 1]! })).filter((s) => only === undefined || s.row.step.id === only);
  const edges = someEdges(skin, EDGES);
  return { strand, rows: rows.slice(0, end), way: edges.way, spots: spotsOf(skin, edges), subjects };
}

/** Waves that fall on each edge, at each of some phases: one row of edges for each phase. */
function wavesOf({ before, after }: Subject, { from, to, on, ways }: Spots, phases: readonly number[]): Float32Array[] {
  const count = ways.length / EDGE_WIDTH;
  const low = [Infinity, Infinity, Infinity];
  const high = [-Infinity, -Infinity, -Infinity];
  const moves = (at: Float32Array) => difference(after.to(at, count), before.to(at, count));
  const rates = phases.map((phase) => {
    for (const rows of [from, to, on]) setPhase(rows, phase);
    const move = moves(on);
    move.forEach((v, i) => {
      low[i % 3] = Math.min(low[i % 3]!, v);
      high[i % 3] = Math.max(high[i % 3]!, v);
    });
    const [a, b] = [moves(from), moves(to)];
    const along = difference(after.along(on, ways, count), before.along(on, ways, count));
    return Float32Array.from({ length: count }, (_, i) => bentRate(along, a, b, i));
  });
  // A wave of one frequency and height A rises by at most 2 pi A a wave, and none of a lower one rises faster
  // (S. Bernstein's inequality), so rise over height bounds the waves on an edge.
  const height = Math.max(...high.map((h, k) => h - low[k]!)) / 2;
  return rates.map((rate) => rate.map((r) => (height > 1e-7 ? r / (2 * Math.PI * height) : 0)));
}

/** How fast an edge's move changes along it, 0 where it changes evenly: an edge follows that however long it is. */
function bentRate(along: Float32Array, a: Float32Array, b: Float32Array, i: number): number {
  const three = (data: Float32Array) => [data[3 * i]!, data[3 * i + 1]!, data[3 * i + 2]!] as const;
  const [slope, from, to] = [three(along), three(a), three(b)];
  const rate = Math.hypot(...slope);
  const bend = Math.hypot(...slope.map((s, k) => s - (to[k]! - from[k]!)));
  return Number.isFinite(rate) && bend > 0.1 * rate ? rate : 0;
}

const difference = (a: Float32Array, b: Float32Array) => a.map((v, i) => v - b[i]!);

function quantile(values: number[], part: number): number {
  const sorted = values.toSorted((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))] ?? 0;
}

/** Every live step of every form whose pattern its mesh is too coarse for. */
export async function measureSampling(piece: Piece): Promise<SamplingReading[]> {
  const analysis = analyse(piece);
  const readings: SamplingReading[] = [];
  for (const strand of piece.strands) {
    const form = strand.kind === 'form' ? await formOf(piece, strand, analysis) : null;
    for (const subject of form?.subjects ?? []) {
      const waves = wavesOf(subject, form!.spots, PHASES);
      const factor = (way: Way) => EDGES_PER_WAVE * Math.max(...waves.map((w) => quantile([...w].filter((_, i) => form!.way[i] === way), QUANTILE)));
      const [across, along] = [factor('across'), factor('along')];
      if (Math.max(across, along) < SLACK) continue;
      const { step, definition } = subject.row;
      readings.push({ strand: strand.id, name: strand.name, step: step.id, stepName: definition!.name, factor: Math.max(across, along), ...remedy(piece, form!, across, along) });
    }
  }
  return readings;
}

/** The edges that are too long for a step at a phase, where they then stand: six floats each. */
export async function samplingMarks(piece: Piece, strandId: string, step: string, phase: number): Promise<Float32Array> {
  const strand = strandById(piece, strandId);
  const analysis = analyse(piece);
  const form = strand && (await formOf(piece, strand, analysis, step));
  if (!form || form.subjects.length === 0) return new Float32Array(0);
  const { spots, subjects: [subject] } = form;
  const now = wavesOf(subject!, spots, [...PHASES, phase]).at(-1)!;
  const found = Uint32Array.from(now.keys()).filter((i) => now[i]! * EDGES_PER_WAVE > SLACK);
  const whole = await Moving.make(piece, strand!, strand!.steps.at(-1)!.id, analysis);
  const [a, b] = [spots.from, spots.to].map((ends) => whole.to(gathered(ends, found), found.length)) as [Float32Array, Float32Array];
  return Float32Array.from({ length: 6 * found.length }, (_, i) => (i % 6 < 3 ? a : b)[3 * Math.floor(i / 6) + (i % 3)]!);
}

/** Upwards to two figures: what is said is about right. */
function about(n: number): number {
  const unit = 10 ** Math.max(0, Math.floor(Math.log10(n)) - 1);
  return Math.ceil(n / unit) * unit;
}

/** What the mesh would need, by the numbers of the steps that make it. */
function remedy(piece: Piece, { strand, rows }: Form, across: number, along: number): { sentence: string; fixes: Fix[] } {
  const worst = Math.max(across, along);
  for (const row of rows.filter((r) => r.active)) {
    const finer = row.definition!.params.filter((p): p is NumberParam => p.type === 'number' && p.finer !== undefined);
    const wants = finer.flatMap((param) => {
      const has = Number(literalOf(piece, row.step, param));
      const factor = param.finer === 'across' ? across : param.finer === 'along' ? along : worst;
      if (factor < SLACK) return [];
      const needs = param.finer === 'halves' ? has + Math.ceil(Math.log2(factor)) : about(has * factor);
      return [{ param, has, needs, most: param.hard?.[1] ?? Infinity }];
    });
    if (wants.length === 0) continue;
    const sentence = `needs about ${wants.map((w) => `${w.needs.toLocaleString('en')} ${w.param.name.toLowerCase()}, has ${w.has.toLocaleString('en')}`).join(', and ')}`;
    const free = wants.filter(({ param }) => !isLink(row.step.params[param.id]) && !isControlRef(row.step.params[param.id]));
    const fixes = free.map(({ param, needs, most }): Fix => {
      const value = Math.min(needs, most);
      return { strand: strand.id, step: row.step.id, param: param.id, value, sentence: `${param.name.toLowerCase()} to ${value.toLocaleString('en')}` };
    });
    return { sentence, fixes };
  }
  return { sentence: `needs edges ${about(worst)} times shorter; put a Subdivide step before it`, fixes: [] };
}
