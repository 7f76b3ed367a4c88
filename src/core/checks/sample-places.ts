import { PLACE_SIZE } from '../glsl/lib';
import { setPlaceFields, writePlace } from '../weave/running/places';

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

/** Copies among which the places are counted out, for a form that is not there yet; and faces of each. */
const COPIES = 24;
const FACES = 40;

/**
 * The same places as those of a form with copies and faces: each has a copy, a face with its own middle, and a
 * colour. There are two counts of copies, for a text that divides by how many there are.
 */
export function instancePlaces(count: number): Float32Array {
  const rows = samplePlaces(count);
  for (let i = 0; i < count; i++) {
    const [u, v, w] = [(i * R2[0]!) % 1, (i * R2[1]!) % 1, (i * GOLDEN) % 1];
    const copies = i % 2 === 0 ? COPIES : 5;
    setPlaceFields(rows, i, {
      copy: i % copies,
      copies,
      copyIn: [i % copies, i % 3, i % 2],
      copiesIn: [copies, 3, 2],
      copyAt: [4 * v - 2, 4 * u - 2, 4 * w - 2],
      face: i % FACES,
      faceMiddle: [4 * w - 2, 4 * u - 2, 4 * v - 2],
      faceWorld: [4 * w - 2, 4 * u - 2, 4 * v - 2],
      faceUv: [w, u],
      tint: [u, v, w],
      lift: i % 3 === 0 ? 1 : 0,
    });
  }
  return rows;
}
