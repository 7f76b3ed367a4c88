import { PLACE_SIZE } from '../glsl/lib';
import { writePlace } from '../weave/places';

/**
 * The R2 sequence: points that fill a square evenly (M. Roberts, "The Unreasonable Effectiveness of Quasirandom
 * Sequences", 2018).
 */
const R2 = [0.7548776662466927, 0.5698402909980532];
/** Scalars of a place with a picture colour after it. */
export const PICTURED_SIZE = PLACE_SIZE + 4;
const GOLDEN = 0.6180339887498949;

/**
 * Places spread evenly over what a piece is likely to show: points within 2 m of the origin,
 * uv over the unit square, normals and views all around.
 * @param pictured adds a mid-grey picture colour to each row's end, as finish functions take it.
 */
export function samplePlaces(count: number, pictured = false): Float32Array {
  const width = pictured ? PICTURED_SIZE : PLACE_SIZE;
  const rows = new Float32Array(count * width);
  const one = new Float32Array(PLACE_SIZE);
  for (let i = 0; i < count; i++) {
    const u = (0.5 + i * R2[0]!) % 1;
    const v = (0.5 + i * R2[1]!) % 1;
    const w = (0.5 + i * GOLDEN) % 1;
    const height = 1 - 2 * w;
    const ring = Math.sqrt(1 - height * height);
    const normal = [ring * Math.cos(2 * Math.PI * u), height, ring * Math.sin(2 * Math.PI * u)];
    const rest = [4 * u - 2, 4 * w - 2, 4 * v - 2];
    writePlace(one, 0, { rest, world: rest, normal, view: [0, 0, 1], uv: [u, v], screen: [u, v] });
    rows.set(one, i * width);
    if (!pictured) continue;
    rows.fill(0.18, i * width + PLACE_SIZE, (i + 1) * width);
    rows[(i + 1) * width - 1] = 1;
  }
  return rows;
}
