import { fromFaces, meshOf, refuseTooMany, type Mesh } from '../mesh';
import { basis, frameRows } from '../frames';
import { subdivide } from '../topology/subdivide';
import { at3, scale, unit, type Vec } from '../vectors';

/** A box about the origin, each side a grid of `segments` by `segments` faces. */
export function box(size: readonly number[], segments: number): Mesh {
  refuseTooMany('This box', 6 * (segments + 1) ** 2, 6 * segments * segments, 'Use fewer segments.');
  const numbers = new Map<string, number>();
  const points: number[][] = [];
  const at = (p: number[]) => {
    const key = p.join();
    const known = numbers.get(key);
    if (known !== undefined) return known;
    numbers.set(key, points.length);
    points.push(p.map((v, k) => (v / segments - 0.5) * size[k]!));
    return points.length - 1;
  };
  const faces: number[][] = [];
  const uv: number[] = [];
  for (let axis = 0; axis < 3; axis++) {
    for (const side of [0, 1]) {
      // Across and along so that their cross product looks out of the box.
      const [u, v] = side ? [(axis + 1) % 3, (axis + 2) % 3] : [(axis + 2) % 3, (axis + 1) % 3];
      for (let j = 0; j < segments; j++) {
        for (let i = 0; i < segments; i++) {
          const square = [
            [i, j],
            [i + 1, j],
            [i + 1, j + 1],
            [i, j + 1],
          ] as const;
          faces.push(
            square.map(([a, b]) => {
              const p = [0, 0, 0];
              p[axis] = side * segments;
              p[u] = a;
              p[v] = b;
              return at(p);
            }),
          );
          for (const [a, b] of square) uv.push(a / segments, b / segments);
        }
      }
    }
  }
  return fromFaces(points, faces, { cornerData: { uv: { size: 2, data: new Float32Array(uv) } } });
}

const GOLDEN = (1 + Math.sqrt(5)) / 2;
const ICOSAHEDRON: Vec[] = [
  [-1, GOLDEN, 0],
  [1, GOLDEN, 0],
  [-1, -GOLDEN, 0],
  [1, -GOLDEN, 0],
  [0, -1, GOLDEN],
  [0, 1, GOLDEN],
  [0, -1, -GOLDEN],
  [0, 1, -GOLDEN],
  [GOLDEN, 0, -1],
  [GOLDEN, 0, 1],
  [-GOLDEN, 0, -1],
  [-GOLDEN, 0, 1],
];
const ICOSAHEDRON_FACES = [
  [0, 11, 5],
  [0, 5, 1],
  [0, 1, 7],
  [0, 7, 10],
  [0, 10, 11],
  [1, 5, 9],
  [5, 11, 4],
  [11, 10, 2],
  [10, 7, 6],
  [7, 1, 8],
  [3, 9, 4],
  [3, 4, 2],
  [3, 2, 6],
  [3, 6, 8],
  [3, 8, 9],
  [4, 9, 5],
  [2, 4, 11],
  [6, 2, 10],
  [8, 6, 7],
  [9, 8, 1],
];

/** A ball of even triangles: an icosahedron, each face cut in four `times` times, put on the sphere each time. */
export function icosphere(radius: number, times: number): Mesh {
  refuseTooMany('This ball', 10 * 4 ** times + 2, 20 * 4 ** times, 'Use fewer subdivisions.');
  let mesh = onSphere(fromFaces(ICOSAHEDRON, ICOSAHEDRON_FACES), 1);
  for (let i = 0; i < times; i++) mesh = onSphere(subdivide(mesh, 1, 'triangles'), 1);
  const count = mesh.positions.length / 3;
  const values = frameRows(count);
  const positions = new Float32Array(3 * count);
  for (let p = 0; p < count; p++) {
    const normal = unit(at3(mesh.positions, p));
    const [a, b] = basis(normal);
    positions.set(scale(normal, radius), 3 * p);
    values.normal.set(normal, 3 * p);
    values.tangentA.set(a, 3 * p);
    values.tangentB.set(b, 3 * p);
    values.normalA.set(scale(a, 1 / radius), 3 * p);
    values.normalB.set(scale(b, 1 / radius), 3 * p);
    values.uv.set(
      [Math.atan2(normal[0], normal[2]) / (2 * Math.PI) + 0.5, Math.asin(normal[1]) / Math.PI + 0.5],
      2 * p,
    );
  }
  return meshOf({
    positions,
    faceStarts: mesh.faceStarts,
    corners: mesh.corners,
    frames: { rows: mesh.corners, values },
  });
}

function onSphere(mesh: Mesh, radius: number): Mesh {
  const positions = new Float32Array(mesh.positions.length);
  for (let p = 0; p < positions.length / 3; p++) positions.set(scale(unit(at3(mesh.positions, p)), radius), 3 * p);
  return { ...mesh, positions, frames: undefined };
}

/** A cylinder, or a cone where the upper radius is 0, closed at both ends, upright about the origin. */
export function cylinder(low: number, high: number, height: number, columns: number, rows: number): Mesh {
  refuseTooMany('This cylinder', columns * (rows + 1), columns * rows + 2, 'Use fewer columns or rows.');
  const points: number[][] = [];
  const faces: number[][] = [];
  const uv: number[] = [];
  const pointed = high === 0;
  for (let j = 0; j <= rows; j++) {
    const r = low + ((high - low) * j) / rows;
    const y = (j / rows - 0.5) * height;
    if (pointed && j === rows) points.push([0, y, 0]);
    else
      for (let k = 0; k < columns; k++)
        points.push([r * Math.sin((2 * Math.PI * k) / columns), y, r * Math.cos((2 * Math.PI * k) / columns)]);
  }
  for (let j = 0; j < rows; j++) {
    for (let k = 0; k < columns; k++) {
      const n = (k + 1) % columns;
      const tip = pointed && j === rows - 1;
      faces.push(
        tip
          ? [j * columns + k, j * columns + n, rows * columns]
          : [j * columns + k, j * columns + n, (j + 1) * columns + n, (j + 1) * columns + k],
      );
      const square = [
        [k, j],
        [k + 1, j],
        [k + 1, j + 1],
        [k, j + 1],
      ] as const;
      for (const [a, b] of tip ? square.slice(0, 3) : square) uv.push(a / columns, b / rows);
    }
  }
  const cap = (ring: number[]) => {
    faces.push(ring);
    for (const p of ring)
      uv.push(0.5 + points[p]![0]! / (2 * Math.max(low, high)), 0.5 + points[p]![2]! / (2 * Math.max(low, high)));
  };
  if (low > 0) cap(Array.from({ length: columns }, (_, k) => columns - 1 - k));
  if (!pointed) cap(Array.from({ length: columns }, (_, k) => rows * columns + k));
  return fromFaces(points, faces, { cornerData: { uv: { size: 2, data: new Float32Array(uv) } } });
}

/** One flat face in the plane z = 0 through points about the origin; radii alternate for a star. */
export function outline(corners: number, radiusOf: (k: number) => number): Mesh {
  const points = Array.from({ length: corners }, (_, k) => {
    const angle = (2 * Math.PI * k) / corners + Math.PI / 2;
    return [radiusOf(k) * Math.cos(angle), radiusOf(k) * Math.sin(angle), 0];
  });
  const most = Math.max(...points.map((p) => Math.hypot(p[0]!, p[1]!)), 1e-9);
  const uv = points.flatMap((p) => [0.5 + p[0]! / (2 * most), 0.5 + p[1]! / (2 * most)]);
  return fromFaces(points, [points.map((_, k) => k)], { cornerData: { uv: { size: 2, data: new Float32Array(uv) } } });
}
