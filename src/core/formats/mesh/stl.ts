import { MeshError } from '../../mesh/mesh';
import { triangleCorners } from '../../mesh/triangulate';
import { faceNormal } from '../../mesh/vectors';
import type { FileMesh } from './shape';

const HEAD_BYTES = 84;
const TRIANGLE_BYTES = 50;

/** STL, binary: triangles alone, with the normal of each. */
export function writeStl(mesh: FileMesh): Uint8Array<ArrayBuffer> {
  const cut = triangleCorners(mesh).map((c) => mesh.corners[c]!);
  const count = cut.length / 3;
  const triangles = {
    positions: mesh.positions,
    corners: cut,
    faceStarts: Uint32Array.from({ length: count + 1 }, (_, i) => 3 * i),
  };
  const bytes = new Uint8Array(HEAD_BYTES + TRIANGLE_BYTES * count);
  const view = new DataView(bytes.buffer);
  view.setUint32(80, count, true);
  for (let t = 0; t < count; t++) {
    const values = [
      ...faceNormal(triangles, t),
      ...[0, 1, 2].flatMap((k) => [...mesh.positions.subarray(3 * cut[3 * t + k]!, 3 * cut[3 * t + k]! + 3)]),
    ];
    values.forEach((v, i) => view.setFloat32(HEAD_BYTES + TRIANGLE_BYTES * t + 4 * i, v, true));
  }
  return bytes;
}

/** Triangles of an STL file, binary or text; corners at one place become one point. @throws MeshError */
export function readStl(bytes: Uint8Array): FileMesh {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const count = bytes.length >= HEAD_BYTES ? view.getUint32(80, true) : -1;
  const binary = count >= 0 && bytes.length >= HEAD_BYTES + TRIANGLE_BYTES * count && count > 0;
  const values = binary
    ? Array.from({ length: 9 * count }, (_, i) =>
        view.getFloat32(HEAD_BYTES + TRIANGLE_BYTES * Math.floor(i / 9) + 12 + 4 * (i % 9), true),
      )
    : [...new TextDecoder('latin1').decode(bytes).matchAll(/vertex\s+(\S+)\s+(\S+)\s+(\S+)/g)].flatMap((m) => [
        Number(m[1]),
        Number(m[2]),
        Number(m[3]),
      ]);
  if (values.length === 0 || values.length % 9 !== 0)
    throw new MeshError('This is not a whole STL file: it ends in the middle or has no triangles.');
  const numbers = new Map<string, number>();
  const positions: number[] = [];
  const corners = new Uint32Array(values.length / 3);
  for (let c = 0; c < corners.length; c++) {
    const key = `${values[3 * c]} ${values[3 * c + 1]} ${values[3 * c + 2]}`;
    const known = numbers.get(key);
    corners[c] = known ?? positions.length / 3;
    if (known === undefined) {
      numbers.set(key, positions.length / 3);
      positions.push(values[3 * c]!, values[3 * c + 1]!, values[3 * c + 2]!);
    }
  }
  return {
    positions: new Float32Array(positions),
    corners,
    faceStarts: Uint32Array.from({ length: corners.length / 3 + 1 }, (_, i) => 3 * i),
  };
}
