import type { Piece, Strand } from '../piece/types';
import { analyse } from '../weave/analyse';
import type { Analysis } from '../weave/types';
import { Evaluator } from '../weave/evaluate';
import { setPlaceFields } from '../weave/places';
import { liveSkin } from './live-skin';
import { LiveNormals } from './live-normals';
import type { Mesh } from '../mesh/mesh';
import { placesOf } from './place-rows';
import { vertexCount, type Skin } from '../mesh/skin';

/** A form as it stands at a phase: its skin (of all copies), and where each vertex is now. */
export interface StandingForm {
  skin: Skin;
  positions: Float32Array;
  /** Normals of the moved surface; those at rest where there is nothing to work them out by. */
  normals: Float32Array;
  tint: Float32Array | null;
}

interface Options {
  /** The live part up to this step. */
  step?: string;
  analysis?: Analysis;
  /** Most copies that are worked out. */
  most?: number;
  /** Leaves the normals at rest, which is much faster. */
  still?: boolean;
}

/** Runs the live part of a form on the processor: what the vertex shader does, for drawings, checks and files. */
export async function standing(
  piece: Piece,
  strand: Strand,
  mesh: Mesh,
  phase: number,
  { step, analysis = analyse(piece), most = Infinity, still = false }: Options = {},
): Promise<StandingForm> {
  const evaluator = await Evaluator.make(piece, [{ strand: strand.id, step }], analysis);
  const skin = liveSkin(mesh, evaluator.woven.glsl);
  const count = vertexCount(skin);
  const slopes = still || skin.corners.length === 0 ? null : await LiveNormals.make(evaluator);
  if (!skin.copies) {
    const one = moveOne(evaluator, slopes, placesOf(skin, phase), count, phase, skin);
    return { skin, ...one };
  }
  const copies = Math.min(most, skin.copies.at.length / 3);
  const positions = new Float32Array(3 * count * copies);
  const normals = new Float32Array(3 * count * copies);
  const tint = new Float32Array(3 * count * copies);
  let coloured = false;
  for (let n = 0; n < copies; n++) {
    const at = {
      number: n,
      count: skin.copies.at.length / 3,
      at: skin.copies.at.subarray(3 * n, 3 * n + 3) as unknown as number[],
      normal: skin.copies.normal.subarray(3 * n, 3 * n + 3) as unknown as number[],
    };
    const one = moveOne(evaluator, slopes, placesOf(skin, phase, at), count, phase, skin);
    positions.set(one.positions, 3 * count * n);
    normals.set(one.normals, 3 * count * n);
    if (one.tint) {
      tint.set(one.tint, 3 * count * n);
      coloured = true;
    }
  }
  return { skin: many(skin, copies), positions, normals, tint: coloured ? tint : null };
}

function moveOne(
  evaluator: Evaluator,
  slopes: LiveNormals | null,
  rows: Float32Array,
  count: number,
  phase: number,
  skin: Skin,
): Omit<StandingForm, 'skin'> {
  delayed(evaluator, rows, count, phase);
  const by = evaluator.attribute('tint', rows, count);
  const tint = by ? by.map((v, i) => v * (skin.tint?.[i] ?? 1)) : (skin.tint ?? null);
  return {
    positions: evaluator.run(0, rows, count),
    normals: slopes ? slopes.normals(skin, rows) : skin.points.normal,
    tint,
  };
}

const fraction = (v: number) => v - Math.floor(v);

/** Sets each place's own moment in the loop. */
export function delayed(evaluator: Evaluator, rows: Float32Array, count: number, phase: number): void {
  const delay = evaluator.attribute('delay', rows, count);
  if (delay) for (let i = 0; i < count; i++) setPlaceFields(rows, i, { phase: fraction(phase - delay[i]!) });
}

/** A skin so many times over, one after the other; how it runs is that of the first. */
function many(skin: Skin, copies: number): Skin {
  const count = vertexCount(skin);
  const times = <T extends Float32Array | Uint32Array>(data: T, make: new (n: number) => T, shift = 0): T => {
    const out = new make(data.length * copies);
    for (let n = 0; n < copies; n++)
      for (let i = 0; i < data.length; i++) out[n * data.length + i] = data[i]! + shift * n;
    return out;
  };
  const faces = skin.faceStarts.length - 1;
  const faceStarts = new Uint32Array(faces * copies + 1);
  for (let n = 0; n < copies; n++)
    for (let f = 0; f <= faces; f++) faceStarts[n * faces + f] = n * skin.corners.length + skin.faceStarts[f]!;
  return {
    ...skin,
    positions: times(skin.positions, Float32Array),
    faceStarts,
    corners: times(skin.corners, Uint32Array, count),
    origin: times(skin.origin, Uint32Array),
    points: Object.fromEntries(
      Object.entries(skin.points).map(([name, data]: [string, Float32Array]) => [name, times(data, Float32Array)]),
    ) as unknown as Skin['points'],
    copies: undefined,
  };
}
