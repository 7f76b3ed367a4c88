import * as THREE from 'three';
import { POINT_ATTRIBUTES, faceCount, triangles, type Mesh, type PointAttributes } from '@/core/mesh/mesh';

const attributeName = (name: string) => (name === 'uv' ? 'clUvIn' : name);

/** A baked mesh as buffers for the graphics card. `uv` goes by a name of its own; see `place-glsl.ts`. */
export function geometryOf(mesh: Mesh): THREE.BufferGeometry {
  const geometry = new THREE.BufferGeometry();
  geometry.setAttribute('position', new THREE.BufferAttribute(mesh.positions, 3));
  for (const [name, size] of Object.entries(POINT_ATTRIBUTES)) {
    geometry.setAttribute(attributeName(name), new THREE.BufferAttribute(mesh.points[name as keyof PointAttributes], size));
  }
  geometry.setIndex(new THREE.BufferAttribute(triangles(mesh), 1));
  geometry.computeBoundingSphere();
  return geometry;
}

/**
 * The same with every corner on its own: `clFaceIn` is the number of its face; `clEdgeIn` is 0
 * on one edge of the face each and grows away from it, and is 1 throughout for the edges that
 * only cut a face into triangles.
 */
export function expandedGeometryOf(mesh: Mesh): THREE.BufferGeometry {
  const corners = triangles(mesh);
  const geometry = new THREE.BufferGeometry();
  const spread = (from: Float32Array, size: number) => {
    const out = new Float32Array(corners.length * size);
    for (let i = 0; i < corners.length; i++) for (let k = 0; k < size; k++) out[i * size + k] = from[corners[i]! * size + k]!;
    return new THREE.BufferAttribute(out, size);
  };
  geometry.setAttribute('position', spread(mesh.positions, 3));
  for (const [name, size] of Object.entries(POINT_ATTRIBUTES)) geometry.setAttribute(attributeName(name), spread(mesh.points[name as keyof PointAttributes], size));
  const faces = new Float32Array(corners.length);
  const edges = new Float32Array(corners.length * 3);
  for (let f = 0, at = 0; f < faceCount(mesh); f++) {
    const count = mesh.faceStarts[f + 1]! - mesh.faceStarts[f]! - 2;
    for (let t = 0; t < count; t++, at += 3) {
      // The fan's triangle is the first corner and two that follow each other.
      const hidden = [false, t < count - 1, t > 0];
      for (let c = 0; c < 3; c++) {
        faces[at + c] = f;
        for (let k = 0; k < 3; k++) edges[3 * (at + c) + k] = hidden[k] || c === k ? 1 : 0;
      }
    }
  }
  geometry.setAttribute('clFaceIn', new THREE.BufferAttribute(faces, 1));
  geometry.setAttribute('clEdgeIn', new THREE.BufferAttribute(edges, 3));
  geometry.computeBoundingSphere();
  return geometry;
}
