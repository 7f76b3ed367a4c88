import { PLACE_SIZE } from '../glsl/lib';
import { bareRows, setColumn, setPhase, setPlaceFields, writePlace, type PlaceValues } from '../weave/running/places';
import { skinOf, vertexCount, type Skin } from '../mesh/skin';
import { faceCount, pointCount, type Copies, type Mesh } from '../mesh/mesh';
import { copyCount, countsOf, firstOf, numbersOf } from '../mesh/topology/copy-levels';
import { faceMiddle, faceNormal } from '../mesh/vectors';

const two = (data: Float32Array, i: number) => data.subarray(2 * i, 2 * i + 2) as unknown as number[];

/** Which copy of a form is meant: what the places on it know of it. */
export type CopyPlace = Pick<
  PlaceValues,
  'copy' | 'copies' | 'copyAt' | 'copyNormal' | 'copyIn' | 'copiesIn' | 'firstAt' | 'firstNormal'
>;

/** What the places on one copy know of it. @param copy its number among all */
export function copyPlace(copies: Copies, copy: number): CopyPlace {
  const three = (data: Float32Array) => data.subarray(3 * copy, 3 * copy + 3) as unknown as number[];
  const first = firstOf(copies);
  return {
    copy,
    copies: copyCount(copies),
    copyAt: three(copies.at),
    copyNormal: three(copies.normal),
    copyIn: numbersOf(copies, copy),
    copiesIn: countsOf(copies),
    firstAt: three(first.at),
    firstNormal: three(first.normal),
  };
}

/**
 * Places at the vertices of a skin, at rest, in its own space. Where each vertex belongs to one
 * face (see `spread`), it knows that face.
 * @param only vertices that are wanted; all where it is not given
 */
export function placesOf(skin: Skin, phase: number, copy?: CopyPlace, only?: Uint32Array): Float32Array {
  const rows = bareRows(only?.length ?? vertexCount(skin));
  setPhase(rows, phase);
  setColumn(rows, 'rest', skin.positions, only);
  setColumn(rows, 'world', skin.positions, only);
  setColumn(rows, 'normal', skin.points.normal, only);
  setColumn(rows, 'uv', skin.points.uv, only);
  if (skin.tint) setColumn(rows, 'tint', skin.tint, only);
  if (skin.faceOf) {
    const { faceOf } = skin;
    const faces = only ? Uint32Array.from(only, (i) => faceOf[i]!) : faceOf;
    setColumn(rows, 'face', skin.faces.number, faces);
    setColumn(rows, 'faceMiddle', skin.faces.middle, faces);
    setColumn(rows, 'faceWorld', skin.faces.middle, faces);
    setColumn(rows, 'faceNormal', skin.faces.facing, faces);
    setColumn(rows, 'faceUv', faceUvs(skin), faces);
    if (skin.lift) setColumn(rows, 'lift', skin.lift, only);
  }
  if (copy) for (let row = 0; row < rows.length / PLACE_SIZE; row++) setPlaceFields(rows, row, copy);
  return rows;
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
