import type { PathFrames } from './frames';

/** Values that points, corners or faces carry: `size` floats each. */
export interface Attribute {
  size: number;
  data: Float32Array;
}

export type Attributes = Readonly<Record<string, Attribute>>;

/**
 * A polygon mesh; a cloud of points where it has no faces. Faces are runs of corners in
 * counter-clockwise order seen from outside. Nothing in it is ever written to once it is made.
 */
export interface Mesh {
  /** xyz of each point, in metres. */
  positions: Float32Array;
  /** First corner of each face, and one more entry for the end. */
  faceStarts: Uint32Array;
  /** Point of each corner. */
  corners: Uint32Array;
  pointData: Attributes;
  cornerData: Attributes;
  faceData: Attributes;
  /** How the surface runs where that is known exactly; without it, it is measured. */
  frames?: PathFrames;
  shading: Shading;
  copies?: Copies;
}

/** Where copies of a form are put: places and the directions in which they stand up, three floats each. */
export interface Copies {
  at: Float32Array;
  normal: Float32Array;
  /** Of copies of copies: how many each of up to three steps makes, from the first on. */
  counts?: readonly number[];
  /** Of copies of copies: where the first step puts each that puts copies on another form. */
  first?: { at: Float32Array; normal: Float32Array };
}

/** Smooth up to an angle between neighbouring faces (degrees), or every face flat. */
export interface Shading {
  facets: boolean;
  angle: number;
}

export const SMOOTH: Shading = { facets: false, angle: 35 };

/** Most points and faces a form may have here; beyond it the browser's memory is at risk. */
export const MAX_POINTS = 2_000_000;
export const MAX_FACES = 2_000_000;

/** A mesh that cannot be made as asked, said for the artist. */
export class MeshError extends Error {
  override readonly name = 'MeshError';
}

const said = (count: number) => Math.round(count).toLocaleString('en');

/** @throws MeshError beyond what a form may have. `what` is the subject of the sentence. */
export function refuseTooMany(what: string, points: number, faces = 0, remedy = 'Use fewer.'): void {
  if (points > MAX_POINTS)
    throw new MeshError(`${what} needs ${said(points)} points; at most ${said(MAX_POINTS)} are possible. ${remedy}`);
  if (faces > MAX_FACES)
    throw new MeshError(`${what} needs ${said(faces)} faces; at most ${said(MAX_FACES)} are possible. ${remedy}`);
}

export const pointCount = (mesh: Pick<Mesh, 'positions'>) => mesh.positions.length / 3;
export const faceCount = (mesh: Pick<Mesh, 'faceStarts'>) => mesh.faceStarts.length - 1;
export const cornerCount = (mesh: Pick<Mesh, 'corners'>) => mesh.corners.length;
/** Corners of one face. */
export const faceSize = (mesh: Pick<Mesh, 'faceStarts'>, face: number) =>
  mesh.faceStarts[face + 1]! - mesh.faceStarts[face]!;

/** A mesh from plain lists; what is not given is empty. */
export function meshOf(
  parts: { positions: Float32Array; faceStarts?: Uint32Array; corners?: Uint32Array } & Partial<
    Pick<Mesh, 'pointData' | 'cornerData' | 'faceData' | 'frames' | 'shading'>
  >,
): Mesh {
  return {
    faceStarts: new Uint32Array(1),
    corners: new Uint32Array(0),
    pointData: {},
    cornerData: {},
    faceData: {},
    shading: SMOOTH,
    ...parts,
  };
}

/**
 * A mesh from points and faces written out.
 * @example fromFaces([[0, 0, 0], [1, 0, 0], [0, 1, 0]], [[0, 1, 2]]); // one triangle
 */
export function fromFaces(
  points: readonly (readonly number[])[],
  faces: readonly (readonly number[])[],
  rest: Partial<Mesh> = {},
): Mesh {
  const faceStarts = new Uint32Array(faces.length + 1);
  faces.forEach((f, i) => (faceStarts[i + 1] = faceStarts[i]! + f.length));
  return meshOf({
    positions: new Float32Array(points.flat()),
    faceStarts,
    corners: new Uint32Array(faces.flat()),
    ...rest,
  });
}

/** Rows of an attribute by number. */
function gather({ size, data }: Attribute, rows: ArrayLike<number>): Attribute {
  const out = new Float32Array(rows.length * size);
  for (let i = 0; i < rows.length; i++) for (let k = 0; k < size; k++) out[i * size + k] = data[rows[i]! * size + k]!;
  return { size, data: out };
}

export function gatherAll(attributes: Attributes, rows: ArrayLike<number>): Attributes {
  return Object.fromEntries(Object.entries(attributes).map(([name, a]) => [name, gather(a, rows)]));
}

/** Farthest from the origin that a point lies, in metres; the same bound as that of the language's `finite`. */
const MAX_COORDINATE_METRES = 1e9;

/** Points and values that are numbers of a size to reckon with: steps may be given anything. */
export function heldWithin(mesh: Mesh): Mesh {
  const clamped = (data: Float32Array): Float32Array =>
    data.every((v) => Math.abs(v) <= MAX_COORDINATE_METRES)
      ? data
      : data.map((v) =>
          v > MAX_COORDINATE_METRES
            ? MAX_COORDINATE_METRES
            : v < -MAX_COORDINATE_METRES
              ? -MAX_COORDINATE_METRES
              : v || 0,
        );
  const all = (attributes: Attributes): Attributes =>
    Object.fromEntries(Object.entries(attributes).map(([name, a]) => [name, { ...a, data: clamped(a.data) }]));
  return {
    ...mesh,
    positions: clamped(mesh.positions),
    pointData: all(mesh.pointData),
    cornerData: all(mesh.cornerData),
    faceData: all(mesh.faceData),
  };
}

/** The same mesh with its points elsewhere: what was known of how it runs no longer holds. */
export function moved(mesh: Mesh, positions: Float32Array): Mesh {
  return { ...mesh, positions, frames: undefined };
}
