import type { Assets } from '../assets/assets';
import { placeText, PLACE_SIZE } from '../glsl/lib';
import { placesOf } from '../forms/place-rows';
import type { Skin } from '../mesh/skin';
import type { Piece, Strand } from '../piece/types';
import { Evaluator, type Analysis } from '../weave';
import { placeFieldOf, setPlaceFields } from '../weave/running/places';
import { slopesProgram } from '../weave/running/slopes';

export type Way = 'across' | 'along';

/** Some edges of a skin: pairs of vertices, and which way of the sheet each runs. */
export interface Edges {
  start: Uint32Array;
  end: Uint32Array;
  way: Way[];
}

/** Edges spread evenly over all corners; each runs from a corner to the next of its face. */
export function someEdges(skin: Skin, most: number): Edges {
  const { corners, faceStarts } = skin;
  const faces = faceStarts.length - 1;
  const next = new Uint32Array(corners.length);
  for (let f = 0; f < faces; f++)
    for (let c = faceStarts[f]!; c < faceStarts[f + 1]!; c++)
      next[c] = c + 1 < faceStarts[f + 1]! ? c + 1 : faceStarts[f]!;
  const count = Math.min(most, corners.length);
  const start = new Uint32Array(count);
  const end = new Uint32Array(count);
  const way: Way[] = [];
  for (let i = 0; i < count; i++) {
    // The golden section goes round all corners without falling into step with a grid.
    const c = count === corners.length ? i : Math.floor(((i * 0.6180339887498949) % 1) * corners.length);
    start[i] = corners[c]!;
    end[i] = corners[next[c]!]!;
    const uv = skin.points.uv;
    const [du, dv] = [0, 1].map((k) => Math.abs(uv[2 * end[i]! + k]! - uv[2 * start[i]! + k]!)) as [number, number];
    way.push(du >= dv ? 'across' : 'along');
  }
  return { start, end, way };
}

const WRAPPER = (slopes: string) => `
vec3 clAlongEdge(Place p, vec3 way, vec3 turn, vec2 slide) {
  vec3 along;
  vec3 nowhere;
  ${slopes}(p, ${placeText({ rest: 'way', world: 'way', normal: 'turn', uv: 'slide' }, true)},
    ${placeText({}, true)}, along, nowhere);
  return along;
}
`;
/** Floats of a way: rest, normal and uv. */
export const EDGE_WIDTH = 8;
/** Part of an edge over which a difference is taken where there is no derivative. */
const STEP_OF_EDGE = 1 / 64;

/** Runs a form up to one step: where points are moved to, and how fast that changes along edges. */
export class PointMover {
  private constructor(
    private readonly evaluator: Evaluator | null,
    private readonly slopes: ((rows: Float32Array, count: number) => Float32Array) | null,
  ) {}

  /** @param step null for the form at rest */
  static async make(
    piece: Piece,
    assets: Assets,
    strand: Strand,
    step: string | null,
    analysis: Analysis,
  ): Promise<PointMover> {
    if (step === null) return new PointMover(null, null);
    const evaluator = await Evaluator.make(piece, assets, [{ strand: strand.id, step }], analysis);
    return new PointMover(evaluator, await slopesProgram(evaluator, 'clAlongEdge', WRAPPER));
  }

  get glsl(): string {
    return this.evaluator?.woven.glsl ?? '';
  }

  /** Where places are moved to; three floats each. */
  moved(rows: Float32Array, count: number): Float32Array {
    if (this.evaluator) return this.evaluator.run(0, rows, count);
    const out = new Float32Array(3 * count);
    for (let i = 0; i < count; i++) out.set(rows.subarray(i * PLACE_SIZE, i * PLACE_SIZE + 3), 3 * i);
    return out;
  }

  /** Derivative of that along each edge, for its whole length. `ways` holds rest, normal and uv of each. */
  along(rows: Float32Array, ways: Float32Array, count: number): Float32Array {
    if (!this.evaluator)
      return Float32Array.from({ length: 3 * count }, (_, i) => ways[EDGE_WIDTH * Math.floor(i / 3) + (i % 3)]!);
    if (!this.slopes) {
      const [before, after] = [-STEP_OF_EDGE, STEP_OF_EDGE].map((by) =>
        this.moved(shifted(rows, ways, count, by), count),
      ) as [Float32Array, Float32Array];
      return after.map((v, i) => (v - before[i]!) / (2 * STEP_OF_EDGE));
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
    const moved = (name: 'rest' | 'normal' | 'uv', from: number) =>
      [...at(name)].map((v, k) => v + by * ways[EDGE_WIDTH * i + from + k]!);
    setPlaceFields(out, i, {
      rest: moved('rest', 0),
      world: moved('rest', 0),
      normal: moved('normal', 3),
      uv: moved('uv', 6),
    });
  }
  return out;
}

/** Rows of places: at both ends of each edge and at a place on it; and how rest, normal and uv change along each. */
export interface Spots {
  start: Float32Array;
  end: Float32Array;
  between: Float32Array;
  ways: Float32Array;
}

export function spotsOf(skin: Skin, edges: Edges): Spots {
  const [start, end] = [edges.start, edges.end].map((ends) => placesOf(skin, 0, undefined, ends)) as [
    Float32Array,
    Float32Array,
  ];
  const ways = new Float32Array(edges.start.length * EDGE_WIDTH);
  const sources = [
    [skin.positions, 3, 0],
    [skin.points.normal, 3, 3],
    [skin.points.uv, 2, 6],
  ] as const;
  edges.start.forEach((a, i) => {
    for (const [data, size, at] of sources)
      for (let k = 0; k < size; k++)
        ways[i * EDGE_WIDTH + at + k] = data[size * edges.end[i]! + k]! - data[size * a + k]!;
  });
  // The place differs from edge to edge, so that a wave is not always met at its crests.
  const parts = ways.map((w, j) => w * ((0.5 + Math.floor(j / EDGE_WIDTH) * 0.7548776662466927) % 1));
  return { start, end, between: shifted(start, parts, edges.start.length, 1), ways };
}

export function gathered(rows: Float32Array, indices: Uint32Array): Float32Array {
  const out = new Float32Array(indices.length * PLACE_SIZE);
  indices.forEach((v, i) => out.set(rows.subarray(v * PLACE_SIZE, (v + 1) * PLACE_SIZE), i * PLACE_SIZE));
  return out;
}
