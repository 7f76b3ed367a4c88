import { MeshError } from '../../mesh/mesh';
import type { FileMesh } from './shape';

/** Bytes of the largest file that is written. */
const MAX_FILE_BYTES = 256 * 1024 * 1024;

/** What the size of a file follows from, before it is made. */
export interface MeshExtent {
  vertices: number;
  faces: number;
  corners: number;
  /** What vertices carry beside their position. */
  normals: boolean;
  colours: boolean;
  uv: boolean;
}

export const extentOf = (
  { positions, faceStarts, corners, normals, colours, uv }: FileMesh,
  copies = 1,
): MeshExtent => ({
  vertices: (positions.length / 3) * copies,
  faces: (faceStarts.length - 1) * copies,
  corners: corners.length * copies,
  normals: normals !== undefined,
  colours: colours !== undefined,
  uv: uv !== undefined,
});

const triangles = ({ corners, faces }: MeshExtent) => Math.max(0, corners - 2 * faces);
const floats = (count: number) => 4 * count;
/** Values of a vertex that are written as they are: position, normal, colour, uv. */
const vertexFloats = ({ normals, colours, uv }: MeshExtent) => 3 + (normals ? 3 : 0) + (colours ? 3 : 0) + (uv ? 2 : 0);

/** JSON of a GLB, and of each frame of a loop in it; measured on files of 2 to 240 frames. */
const GLB_HEAD_BYTES = 1600;
const GLB_FRAME_BYTES = 270;
/** Characters of a number and of a corner in an OBJ file; measured on the starters. */
const OBJ_NUMBER_BYTES = 12;
const OBJ_CORNER_BYTES = 16;

/** Bytes of a GLB with so many frames of its loop; 0 or 1 for one that stands. */
export function glbBytes(extent: MeshExtent, frames: number): number {
  const standing = GLB_HEAD_BYTES + floats(vertexFloats(extent) * extent.vertices + 3 * triangles(extent));
  const more = Math.max(0, frames - 1);
  return (
    standing + more * (floats(3 * extent.vertices) + GLB_FRAME_BYTES) + (more > 0 ? floats((frames + 1) * frames) : 0)
  );
}

/** Bytes of a form that stands, about. */
export function fileBytes(format: 'glb' | 'gltf' | 'obj' | 'ply' | 'stl', extent: MeshExtent): number {
  const { vertices, faces, corners, normals, colours } = extent;
  switch (format) {
    case 'glb':
      return glbBytes(extent, 0);
    case 'gltf':
      return (glbBytes(extent, 0) * 4) / 3;
    case 'ply':
      return 400 + vertices * (12 + (normals ? 12 : 0) + (colours ? 3 : 0)) + 4 * (faces + corners);
    case 'stl':
      return 84 + 50 * triangles(extent);
    case 'obj':
      return OBJ_NUMBER_BYTES * vertexFloats(extent) * vertices + OBJ_CORNER_BYTES * corners + 2 * faces;
  }
}

/** @throws MeshError beyond what is written */
export function refuseTooLarge(what: string, bytes: number, remedy: string): void {
  if (bytes > MAX_FILE_BYTES)
    throw new MeshError(
      `${what} would take about ${Math.round(bytes / 2 ** 20)} MB; at most ` +
        `${MAX_FILE_BYTES / 2 ** 20} MB go into a file. ${remedy}`,
    );
}
