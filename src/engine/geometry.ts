import * as THREE from 'three';
import { POINT_ATTRIBUTES, triangles, type Mesh, type PointAttributes } from '@/core/mesh/mesh';

/** A baked mesh as buffers for the graphics card. `uv` goes by a name of its own; see `place-glsl.ts`. */
export function geometryOf(mesh: Mesh): THREE.BufferGeometry {
  const geometry = new THREE.BufferGeometry();
  geometry.setAttribute('position', new THREE.BufferAttribute(mesh.positions, 3));
  for (const [name, size] of Object.entries(POINT_ATTRIBUTES)) {
    geometry.setAttribute(name === 'uv' ? 'clUvIn' : name, new THREE.BufferAttribute(mesh.points[name as keyof PointAttributes], size));
  }
  geometry.setIndex(new THREE.BufferAttribute(triangles(mesh), 1));
  geometry.computeBoundingSphere();
  return geometry;
}
