import type { FrameRows } from './frames';
import { measureFrames } from './measure-frames';
import { faceCount, pointCount, type Copies, type Mesh } from './mesh';
import { triangleCorners } from './triangulate';
import { faceMiddle, faceNormal } from './vectors';

/**
 * A mesh ready to be drawn or evaluated: points are split into vertices where the way the
 * surface runs differs between the faces that meet there.
 */
export interface Skin {
  /** xyz of each vertex at rest. */
  positions: Float32Array;
  /** How the surface runs at each vertex. */
  points: FrameRows;
  faceStarts: Uint32Array;
  /** Vertex of each corner. */
  corners: Uint32Array;
  /** Triangles of all faces: three corner numbers each. */
  cut: Uint32Array;
  /** Point of the mesh that each vertex stands for. */
  origin: Uint32Array;
  faces: FaceRows;
  /** 0..1 for each corner: 1 where raising faces lifts it. */
  lift?: Float32Array;
  /** Linear rgb of each vertex. */
  tint?: Float32Array;
  /** Every face is shaded flat. */
  facets: boolean;
  /** Face of each vertex, where every vertex belongs to one alone; see `spread`. */
  faceOf?: Uint32Array;
  /** Where it is put, if it is there more than once. */
  copies?: Copies;
}

/** Vertices and how faces lie on them: a skin without what it knows of each face and copy. */
export type BareSkin = Omit<Skin, 'faces' | 'lift' | 'tint' | 'faceOf' | 'copies'>;

/** For each face: its number, mean point and normal; faces made by raising one keep its. */
export interface FaceRows {
  number: Float32Array;
  middle: Float32Array;
  facing: Float32Array;
}

/**
 * A mesh ready to be drawn: its points split where uv or a sharp edge asks for it.
 * @example skinOf(fromFaces([[0, 0, 0], [1, 0, 0], [0, 1, 0]], [[0, 1, 2]])).positions.length; // 9
 */
export function skinOf(mesh: Mesh): Skin {
  const cloud = faceCount(mesh) === 0;
  const { rows, values } = mesh.frames ?? measureFrames(mesh);
  const byFace = mesh.faceData.colour;
  const corners = byFace ? Uint32Array.from(mesh.corners.keys()) : rows;
  const vertices = cloud ? pointCount(mesh) : byFace ? corners.length : values.normal.length / 3;
  const origin = new Uint32Array(vertices);
  if (cloud) for (let p = 0; p < vertices; p++) origin[p] = p;
  else for (let c = 0; c < corners.length; c++) origin[corners[c]!] = mesh.corners[c]!;
  return {
    positions: gatherFloats(mesh.positions, 3, origin),
    points: byFace ? spreadRows(values, rows) : values,
    faceStarts: mesh.faceStarts,
    corners,
    cut: triangleCorners(mesh),
    origin,
    faces: faceRows(mesh),
    lift: mesh.cornerData.lift?.data,
    tint: tintOf(mesh, origin),
    facets: mesh.shading.facets,
    copies: mesh.copies,
  };
}

/** The same with every corner a vertex of its own, so that each knows its face. A cloud stays as it is. */
export function spread(skin: Skin): Skin {
  if (skin.corners.length === 0) return skin;
  const { corners, faceStarts } = skin;
  const faceOf = new Uint32Array(corners.length);
  for (let f = 0; f + 1 < faceStarts.length; f++) faceOf.fill(f, faceStarts[f]!, faceStarts[f + 1]!);
  return { ...skin, ...spreadBare(skin), tint: skin.tint && gatherFloats(skin.tint, 3, corners), faceOf };
}

/** The same of a skin that knows nothing of each face. */
export function spreadBare(skin: BareSkin): BareSkin {
  const { positions, points, faceStarts, corners, cut, origin, facets } = skin;
  return {
    positions: gatherFloats(positions, 3, corners),
    points: spreadRows(points, corners),
    faceStarts,
    corners: Uint32Array.from(corners.keys()),
    cut,
    origin: corners.map((v) => origin[v]!),
    facets,
  };
}

/** A skin so many times over, one after the other; how it runs is that of the first. */
export function manyOf(skin: BareSkin, copies: number): BareSkin {
  const times = <T extends Float32Array | Uint32Array>(data: T, make: new (n: number) => T, shift = 0): T => {
    const out = new make(data.length * copies);
    for (let n = 0; n < copies; n++)
      for (let i = 0; i < data.length; i++) out[n * data.length + i] = data[i]! + shift * n;
    return out;
  };
  const { corners, facets } = skin;
  const faces = skin.faceStarts.length - 1;
  const faceStarts = new Uint32Array(faces * copies + 1);
  for (let n = 0; n < copies; n++)
    for (let f = 0; f <= faces; f++) faceStarts[n * faces + f] = n * corners.length + skin.faceStarts[f]!;
  return {
    positions: times(skin.positions, Float32Array),
    points: Object.fromEntries(
      Object.entries(skin.points).map(([name, data]: [string, Float32Array]) => [name, times(data, Float32Array)]),
    ) as unknown as FrameRows,
    faceStarts,
    corners: times(corners, Uint32Array, vertexCount(skin)),
    cut: times(skin.cut, Uint32Array, corners.length),
    origin: times(skin.origin, Uint32Array),
    facets,
  };
}

function gatherFloats(data: Float32Array, size: number, rows: Uint32Array): Float32Array {
  const out = new Float32Array(rows.length * size);
  for (let i = 0; i < rows.length; i++) for (let k = 0; k < size; k++) out[i * size + k] = data[rows[i]! * size + k]!;
  return out;
}

function spreadRows(values: FrameRows, rows: Uint32Array): FrameRows {
  const count = values.normal.length / 3;
  return Object.fromEntries(
    Object.entries(values).map(([name, data]: [string, Float32Array]) => [
      name,
      gatherFloats(data, data.length / count, rows),
    ]),
  ) as unknown as FrameRows;
}

function faceRows(mesh: Mesh): FaceRows {
  const count = faceCount(mesh);
  const { number, middle, facing } = mesh.faceData;
  const measured = (of: typeof faceMiddle) => {
    const out = new Float32Array(3 * count);
    for (let f = 0; f < count; f++) out.set(of(mesh, f), 3 * f);
    return out;
  };
  return {
    number: number?.data ?? Float32Array.from({ length: count }, (_, f) => f),
    middle: middle?.data ?? measured(faceMiddle),
    facing: facing?.data ?? measured(faceNormal),
  };
}

function tintOf(mesh: Mesh, origin: Uint32Array): Float32Array | undefined {
  const byFace = mesh.faceData.colour?.data;
  if (!byFace) return mesh.pointData.colour && gatherFloats(mesh.pointData.colour.data, 3, origin);
  const out = new Float32Array(3 * mesh.corners.length);
  for (let f = 0; f < faceCount(mesh); f++)
    for (let c = mesh.faceStarts[f]!; c < mesh.faceStarts[f + 1]!; c++)
      out.set(byFace.subarray(3 * f, 3 * f + 3), 3 * c);
  return out;
}

export const vertexCount = (skin: BareSkin) => skin.positions.length / 3;

/** Triangles of all faces: three vertex numbers each. */
export function triangles({ cut, corners }: BareSkin): Uint32Array {
  const out = new Uint32Array(cut.length);
  for (let i = 0; i < cut.length; i++) out[i] = corners[cut[i]!]!;
  return out;
}

/** A copy of a skin, and its buffers: a thread that keeps the skin hands the copy over without another. */
export function copyToHandOver(skin: Skin): { skin: Skin; buffers: ArrayBuffer[] } {
  const buffers: ArrayBuffer[] = [];
  const copies = new Map<unknown, unknown>();
  const copyOf = (value: unknown): unknown => {
    if (typeof value !== 'object' || value === null) return value;
    if (Array.isArray(value)) return value.map(copyOf);
    if (!ArrayBuffer.isView(value))
      return Object.fromEntries(Object.entries(value).map(([name, part]) => [name, copyOf(part)]));
    const known = copies.get(value);
    if (known) return known;
    const copy = (value as Float32Array<ArrayBuffer>).slice();
    buffers.push(copy.buffer);
    copies.set(value, copy);
    return copy;
  };
  return { skin: copyOf(skin) as Skin, buffers };
}
