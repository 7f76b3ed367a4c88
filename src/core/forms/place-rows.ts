import { PLACE_SIZE } from '../glsl/lib';
import { writePlace } from '../weave/places';
import { skinOf, vertexCount, type Skin } from '../mesh/skin';
import { faceCount, pointCount, type Mesh } from '../mesh/mesh';
import { faceMiddle, faceNormal } from '../mesh/vectors';

const three = (data: Float32Array, i: number) => data.subarray(3 * i, 3 * i + 3) as unknown as number[];
const two = (data: Float32Array, i: number) => data.subarray(2 * i, 2 * i + 2) as unknown as number[];

/** Which copy of a skin is meant. */
export interface CopyPlace {
  number: number;
  count: number;
  at: readonly number[];
  normal: readonly number[];
}

/**
 * Places at the vertices of a skin, at rest, in its own space. Where each vertex belongs to one
 * face (see `spread`), it knows that face.
 * @param only vertices that are wanted; all where it is not given
 */
export function placesOf(skin: Skin, phase: number, copy?: CopyPlace, only?: Uint32Array): Float32Array {
  const count = only?.length ?? vertexCount(skin);
  const rows = new Float32Array(count * PLACE_SIZE);
  const face = skin.faceOf;
  const uvs = face && faceUvs(skin);
  for (let row = 0; row < count; row++) {
    const i = only ? only[row]! : row;
    const rest = three(skin.positions, i);
    writePlace(rows, row, {
      rest,
      world: rest,
      normal: three(skin.points.normal, i),
      uv: two(skin.points.uv, i),
      phase,
      ...(skin.tint ? { tint: three(skin.tint, i) } : {}),
      ...(face ? facePlace(skin, face[i]!, uvs!) : {}),
      ...(face && skin.lift ? { lift: skin.lift[i]! } : {}),
      ...(copy ? { copy: copy.number, copies: copy.count, copyAt: copy.at, copyNormal: copy.normal } : {}),
    });
  }
  return rows;
}

function facePlace(skin: Skin, f: number, uvs: Float32Array) {
  const middle = three(skin.faces.middle, f);
  return {
    face: skin.faces.number[f]!,
    faceMiddle: middle,
    faceWorld: middle,
    faceNormal: three(skin.faces.facing, f),
    faceUv: two(uvs, f),
  };
}

/** Mean uv of each face's corners. */
export function faceUvs(skin: Skin): Float32Array {
  const faces = skin.faceStarts.length - 1;
  const out = new Float32Array(2 * faces);
  for (let f = 0; f < faces; f++) {
    const [from, to] = [skin.faceStarts[f]!, skin.faceStarts[f + 1]!];
    for (let c = from; c < to; c++)
      for (let k = 0; k < 2; k++) out[2 * f + k]! += skin.points.uv[2 * skin.corners[c]! + k]! / (to - from);
  }
  return out;
}

/** Places at the points of a mesh, and at the middles of its faces, for values that go into the making of a mesh. */
export function pointPlaces(mesh: Mesh): Float32Array {
  const skin = skinOf(mesh);
  const whole = placesOf(skin, 0);
  const rows = new Float32Array(pointCount(mesh) * PLACE_SIZE);
  for (let v = 0; v < skin.origin.length; v++)
    rows.set(whole.subarray(v * PLACE_SIZE, (v + 1) * PLACE_SIZE), skin.origin[v]! * PLACE_SIZE);
  return rows;
}

export function facePlaces(mesh: Mesh): Float32Array {
  const rows = new Float32Array(faceCount(mesh) * PLACE_SIZE);
  const uvs = faceUvs(skinOf(mesh));
  for (let f = 0; f < faceCount(mesh); f++) {
    const [middle, normal] = [faceMiddle(mesh, f), faceNormal(mesh, f)];
    writePlace(rows, f, {
      rest: middle,
      world: middle,
      normal,
      uv: two(uvs, f),
      face: f,
      faceMiddle: middle,
      faceWorld: middle,
      faceNormal: normal,
      faceUv: two(uvs, f),
    });
  }
  return rows;
}
