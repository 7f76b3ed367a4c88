import { spreadBare } from '../mesh/skin';
import type { StandingForm } from './standing';
import { faceNormal } from '../mesh/vectors';

/** The same with every face shaded flat: corners are vertices of their own, with the face's normal. */
export function flatNormals(stands: StandingForm): StandingForm {
  const { skin, positions, tint } = stands;
  if (skin.corners.length === 0) return stands;
  const whole = spreadBare(skin);
  const moved = gatherRows(positions, skin.corners);
  const normals = new Float32Array(moved.length);
  const shape = { positions: moved, faceStarts: whole.faceStarts, corners: whole.corners };
  for (let f = 0; f + 1 < whole.faceStarts.length; f++) {
    const normal = faceNormal(shape, f);
    for (let c = whole.faceStarts[f]!; c < whole.faceStarts[f + 1]!; c++) normals.set(normal, 3 * whole.corners[c]!);
  }
  return { ...stands, skin: whole, positions: moved, normals, tint: tint && gatherRows(tint, skin.corners) };
}

function gatherRows(data: Float32Array, rows: Uint32Array): Float32Array {
  const out = new Float32Array(3 * rows.length);
  for (let i = 0; i < rows.length; i++) out.set(data.subarray(3 * rows[i]!, 3 * rows[i]! + 3), 3 * i);
  return out;
}
