import type { Assets } from '../assets/assets';
import type { Piece, Strand } from '../piece/types';
import { analyse } from '../weave/analysis/analyse';
import type { Analysis } from '../weave/analysis/types';
import { Evaluator } from '../weave/running/evaluate';
import { setPlaceFields } from '../weave/running/places';
import { liveSkin } from './live-skin';
import { LiveNormals } from './live-normals';
import type { Mesh } from '../mesh/mesh';
import { copyCount } from '../mesh/topology/copy-levels';
import { copyPlace, placesOf, type CopyPlace } from './place-rows';
import { manyOf, vertexCount, type BareSkin, type Skin } from '../mesh/skin';

/** A form as it stands at a phase. */
export interface StandingForm {
  /** Of all copies, one after the other, at rest. */
  skin: BareSkin;
  /** xyz of each vertex now. */
  positions: Float32Array;
  /** Normals of the moved surface; those at rest where there is nothing to work them out by. */
  normals: Float32Array;
  tint: Float32Array | null;
  /** Of one copy, at rest. */
  once: Skin;
  /** The copies; a single one without a place where the form is there once. */
  copies: (CopyPlace | undefined)[];
}

interface PlacementOptions {
  /** The live part up to this step. */
  step?: string;
  analysis?: Analysis;
  /** Most copies that are worked out. */
  most?: number;
  /** Numbers of the copies that are worked out; the first ones where it is not given. */
  only?: readonly number[];
  /** Leaves the normals at rest, which is much faster. */
  still?: boolean;
}

/** Runs the live part of a form on the processor: what the vertex shader does, for drawings, checks and files. */
export async function standing(
  piece: Piece,
  assets: Assets,
  strand: Strand,
  mesh: Mesh,
  phase: number,
  { step, analysis = analyse(piece), most = Infinity, only, still = false }: PlacementOptions = {},
): Promise<StandingForm> {
  const evaluator = await Evaluator.make(piece, assets, [{ strand: strand.id, step }], analysis);
  const skin = liveSkin(mesh, evaluator.woven.glsl);
  const count = vertexCount(skin);
  const slopes = still || skin.corners.length === 0 ? null : await LiveNormals.make(evaluator);
  const copies = copyPlaces(skin, most, only);
  const move = (copy?: CopyPlace) => moveOne({ evaluator, slopes, skin, count }, placesOf(skin, phase, copy), phase);
  if (!skin.copies) return { skin, ...move(), once: skin, copies };
  const positions = new Float32Array(3 * count * copies.length);
  const normals = new Float32Array(3 * count * copies.length);
  const tint = new Float32Array(3 * count * copies.length);
  let coloured = false;
  for (const [n, copy] of copies.entries()) {
    const one = move(copy);
    positions.set(one.positions, 3 * count * n);
    normals.set(one.normals, 3 * count * n);
    if (one.tint) {
      tint.set(one.tint, 3 * count * n);
      coloured = true;
    }
  }
  const all = manyOf(skin, copies.length);
  return { skin: all, positions, normals, tint: coloured ? tint : null, once: skin, copies };
}

/** The first copies of a form, or those of some numbers; one `undefined` where the form is there once. */
export function copyPlaces({ copies }: Skin, most = Infinity, only?: readonly number[]): StandingForm['copies'] {
  if (!copies) return [undefined];
  const numbers = only ?? Array.from({ length: Math.min(most, copyCount(copies)) }, (_, n) => n);
  return numbers.map((n) => copyPlace(copies, n));
}

function moveOne(
  { evaluator, slopes, skin, count }: { evaluator: Evaluator; slopes: LiveNormals | null; skin: Skin; count: number },
  rows: Float32Array,
  phase: number,
): Pick<StandingForm, 'positions' | 'normals' | 'tint'> {
  delayed(evaluator, rows, count, phase);
  const by = evaluator.attribute('tint', rows, count);
  const tint = by ? by.map((v, i) => v * (skin.tint?.[i] ?? 1)) : (skin.tint ?? null);
  return {
    positions: evaluator.run(0, rows, count),
    normals: slopes ? slopes.normals(skin, rows) : skin.points.normal,
    tint,
  };
}

/** Sets each place's own phase: what is late shows what was before, in a loop that plays once its beginning. */
export function delayed(evaluator: Evaluator, rows: Float32Array, count: number, phase: number): void {
  const delay = evaluator.attribute('delay', rows, count);
  if (!delay) return;
  const own = evaluator.woven.play === 'once' ? (v: number) => Math.max(v, 0) : (v: number) => v - Math.floor(v);
  for (let i = 0; i < count; i++) setPlaceFields(rows, i, { phase: own(phase - delay[i]!) });
}
