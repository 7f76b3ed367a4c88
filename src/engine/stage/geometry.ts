import * as THREE from 'three';
import { FRAME_SIZES, type FrameRows } from '@/core/mesh/frames';
import { faceUvs } from '@/core/forms/place-rows';
import { copyCount, firstOf, numbersOf } from '@/core/mesh/topology/copy-levels';
import { triangles, type Skin } from '@/core/mesh/skin';

/** Attributes that are one value for a whole copy; the last three where there are copies of copies. */
export const PER_COPY = [
  'clCopyIn',
  'clCopyAtIn',
  'clCopyNormalIn',
  'clCopyNumbersIn',
  'clFirstAtIn',
  'clFirstNormalIn',
] as const;

const attributeName = (name: string) => (name === 'uv' ? 'clUvIn' : name);

/**
 * Position and the way the surface runs at each vertex, and its colour. `uv` goes by a name of its own; see
 * `place-glsl.ts`.
 */
function attributesOf(skin: Skin, rows?: Uint32Array): [string, THREE.BufferAttribute][] {
  const put = (name: string, data: Float32Array, size: number): [string, THREE.BufferAttribute] => [
    name,
    new THREE.BufferAttribute(rows ? spreadBy(data, size, rows) : data, size),
  ];
  return [
    put('position', skin.positions, 3),
    ...Object.entries(FRAME_SIZES).map(([name, size]) =>
      put(attributeName(name), skin.points[name as keyof FrameRows], size),
    ),
    ...(skin.tint ? [put('clTintIn', skin.tint, 3)] : []),
  ];
}

function spreadBy(data: Float32Array, size: number, rows: Uint32Array): Float32Array {
  const out = new Float32Array(rows.length * size);
  for (let i = 0; i < rows.length; i++) for (let k = 0; k < size; k++) out[i * size + k] = data[rows[i]! * size + k]!;
  return out;
}

function begin(skin: Skin): THREE.BufferGeometry {
  if (!skin.copies) return new THREE.BufferGeometry();
  const geometry = new THREE.InstancedBufferGeometry();
  const { copies } = skin;
  geometry.instanceCount = copyCount(copies);
  const put = (name: (typeof PER_COPY)[number], data: Float32Array, size: number) =>
    geometry.setAttribute(name, new THREE.InstancedBufferAttribute(data, size));
  const numbers = Float32Array.from({ length: geometry.instanceCount }, (_, n) => n);
  put('clCopyIn', numbers, 1);
  put('clCopyAtIn', copies.at, 3);
  put('clCopyNormalIn', copies.normal, 3);
  if (!copies.counts) return geometry;
  const among = new Float32Array(3 * geometry.instanceCount);
  for (const n of numbers) among.set(numbersOf(copies, n), 3 * n);
  put('clCopyNumbersIn', among, 3);
  put('clFirstAtIn', firstOf(copies).at, 3);
  put('clFirstNormalIn', firstOf(copies).normal, 3);
  return geometry;
}

/** Bounds at rest; of all copies where there are some. */
function bound(geometry: THREE.BufferGeometry, skin: Skin): THREE.BufferGeometry {
  geometry.computeBoundingSphere();
  if (!Number.isFinite(geometry.boundingSphere!.radius))
    geometry.boundingSphere = new THREE.Sphere(new THREE.Vector3(), 1);
  if (!skin.copies) return geometry;
  const one = geometry.boundingSphere!;
  const all = new THREE.Sphere().setFromPoints(
    Array.from({ length: copyCount(skin.copies) }, (_, i) => new THREE.Vector3().fromArray(skin.copies!.at, 3 * i)),
  );
  geometry.boundingSphere = new THREE.Sphere(all.center.add(one.center), all.radius + one.radius);
  return geometry;
}

/** A skin as buffers for the graphics card. */
export function geometryOf(skin: Skin): THREE.BufferGeometry {
  const geometry = begin(skin);
  for (const [name, attribute] of attributesOf(skin)) geometry.setAttribute(name, attribute);
  if (skin.corners.length > 0) geometry.setIndex(new THREE.BufferAttribute(triangles(skin), 1));
  return bound(geometry, skin);
}

/**
 * The same with every corner on its own. `clFaceIn` is the number of its face, whether it rises
 * with it, and the face's uv; `clEdgeIn` is 0 on one edge of the face each and grows away from
 * it, and is 1 throughout for the edges that only cut a face into triangles.
 */
export function expandedGeometryOf(skin: Skin): THREE.BufferGeometry {
  if (skin.corners.length === 0) return geometryOf(skin);
  const corners = skin.cut;
  const geometry = begin(skin);
  for (const [name, attribute] of attributesOf(
    skin,
    corners.map((c) => skin.corners[c]!),
  ))
    geometry.setAttribute(name, attribute);
  const faceOf = new Uint32Array(skin.corners.length);
  for (let f = 0; f + 1 < skin.faceStarts.length; f++) faceOf.fill(f, skin.faceStarts[f]!, skin.faceStarts[f + 1]!);
  const uvs = faceUvs(skin);
  const faces = new Float32Array(corners.length * 4);
  const edges = new Float32Array(corners.length * 3);
  for (let i = 0; i < corners.length; i++) {
    const f = faceOf[corners[i]!]!;
    faces.set([skin.faces.number[f]!, skin.lift?.[corners[i]!] ?? 0, uvs[2 * f]!, uvs[2 * f + 1]!], 4 * i);
  }
  for (let t = 0; t < corners.length; t += 3) {
    // The edge across from each corner is drawn where its two ends follow each other around the face.
    for (let k = 0; k < 3; k++) {
      const drawn = follows(skin, faceOf, corners[t + ((k + 1) % 3)]!, corners[t + ((k + 2) % 3)]!);
      for (let c = 0; c < 3; c++) edges[3 * (t + c) + k] = !drawn || c === k ? 1 : 0;
    }
  }
  const rows = corners.map((c) => faceOf[c]!);
  geometry.setAttribute('clFaceIn', new THREE.BufferAttribute(faces, 4));
  geometry.setAttribute('clEdgeIn', new THREE.BufferAttribute(edges, 3));
  geometry.setAttribute('clFaceMiddleIn', new THREE.BufferAttribute(spreadBy(skin.faces.middle, 3, rows), 3));
  geometry.setAttribute('clFaceNormalIn', new THREE.BufferAttribute(spreadBy(skin.faces.facing, 3, rows), 3));
  return bound(geometry, skin);
}

function follows({ faceStarts }: Skin, faceOf: Uint32Array, a: number, b: number): boolean {
  const f = faceOf[a]!;
  const size = faceStarts[f + 1]! - faceStarts[f]!;
  const apart = Math.abs(a - b);
  return apart === 1 || apart === size - 1;
}
