import { adjacencyOf, cornersAround, pointCorners } from '../adjacency';
import { MeshBuilder } from '../builder';
import { faceCount, pointCount, refuseTooMany, type Mesh } from '../mesh';
import { add, at3, cross, dot, length, scale, sub, unit, type Vec } from '../vectors';
import { cornersOf } from './extrude';

/** Part of an edge that a bevel may take from each end. */
const MAX_EDGE_SHARE = 0.49;

/**
 * Cuts every edge between two faces off: each face shrinks by `width` (metres, as far as there
 * is room), edges become strips of `segments` faces, points become faces. The strips are
 * quadratic curves that leave both faces smoothly.
 */
export function bevel(mesh: Mesh, width: number, segments: number): Mesh {
  const { next, prev, twin, faceOf } = adjacencyOf(mesh);
  refuseTooMany(
    'This bevel',
    mesh.corners.length * (segments + 1) + pointCount(mesh),
    faceCount(mesh) + mesh.corners.length * (segments + 1),
    'Use fewer segments.',
  );
  const builder = new MeshBuilder(mesh);
  const at = (c: number) => at3(mesh.positions, mesh.corners[c]!);
  const widths = Array.from({ length: faceCount(mesh) }, (_, f) =>
    Math.min(width, ...cornersOf(mesh, f).map((c) => room(at(prev[c]!), at(c), at(next[c]!)))),
  );
  const inset = cornersIn(mesh, widths);
  const inner = inset.map((p, c) => builder.point(...p, mesh.corners[c]!));
  for (let f = 0; f < faceCount(mesh); f++) {
    const corners = cornersOf(mesh, f);
    builder.face(
      corners.map((c) => inner[c]!),
      corners,
      f,
    );
  }
  /** Points from the face of corner `c` to the face before it around its point, across the edge that begins at `c`. */
  const profiles = new Map<number, number[]>();
  const controls = new Map<number, Vec>();
  const profile = (c: number): number[] => {
    const known = profiles.get(c);
    if (known) return known;
    const other = next[twin[c]!]!;
    const [from, to] = [inset[c]!, inset[other]!];
    const along = unit(sub(at(next[c]!), at(c)));
    const middle = scale(add(from, to), 0.5);
    const control = add(at(c), scale(along, dot(sub(middle, at(c)), along)));
    controls.set(c, control);
    const points = Array.from({ length: segments + 1 }, (_, j) => {
      if (j === 0) return inner[c]!;
      if (j === segments) return inner[other]!;
      const s = j / segments;
      return builder.point(
        ...add(add(scale(from, (1 - s) ** 2), scale(control, 2 * s * (1 - s))), scale(to, s * s)),
        mesh.corners[c]!,
      );
    });
    profiles.set(c, points);
    return points;
  };
  for (let c = 0; c < mesh.corners.length; c++) {
    const t = twin[c]!;
    if (t < c) continue;
    // Both run from the face of c to the face of t: one at each end of the edge.
    const [here, there] = [profile(c), profile(t).slice().reverse()];
    for (let j = 0; j < segments; j++)
      builder.face([here[j]!, here[j + 1]!, there[j + 1]!, there[j]!], [c, c, next[c]!, next[c]!], faceOf[c]!);
  }
  for (const start of pointCorners(mesh))
    if (start >= 0) fillPoint({ mesh, builder, profile, controls, inset, inner }, start);
  return builder.done();
}

/** Widest bevel that leaves both edges of a corner more than half of their length. */
function room(before: Vec, here: Vec, after: Vec): number {
  const [a, b] = [sub(before, here), sub(after, here)];
  const angle = Math.acos(Math.max(-1, Math.min(1, dot(unit(a), unit(b)))));
  return MAX_EDGE_SHARE * Math.min(length(a), length(b)) * Math.tan(angle / 2);
}

/** Each corner moved into its face, away from the edges that are cut. */
function cornersIn(mesh: Mesh, widths: number[]): Vec[] {
  const { next, prev, twin, faceOf } = adjacencyOf(mesh);
  const at = (c: number) => at3(mesh.positions, mesh.corners[c]!);
  return Array.from(mesh.corners, (_, c) => {
    const [a, b] = [unit(sub(at(prev[c]!), at(c))), unit(sub(at(next[c]!), at(c)))];
    const sine = Math.max(1e-6, length(cross(a, b)));
    const width = widths[faceOf[c]!]!;
    const [fromNext, fromPrev] = [twin[c]! < 0 ? 0 : width, twin[prev[c]!]! < 0 ? 0 : width];
    return add(at(c), add(scale(a, fromNext / sine), scale(b, fromPrev / sine)));
  });
}

/** What stands of a bevel before its points are closed; all by corner of the mesh that is bevelled. */
interface Strips {
  mesh: Mesh;
  builder: MeshBuilder;
  /** New points across the edge that begins at a corner, from its face to the other. */
  profile: (corner: number) => number[];
  /** Where the rounding of each edge is pulled to. */
  controls: Map<number, Vec>;
  /** Each corner moved into its face, and the new point there. */
  inset: Vec[];
  inner: number[];
}

/** Closes the gap where the strips of all edges of a point meet. @param start a corner at the point */
function fillPoint({ mesh, builder, profile, controls, inset, inner }: Strips, start: number): void {
  const { faceOf } = adjacencyOf(mesh);
  const { corners, closed } = cornersAround(mesh, start);
  if (corners.length < 2) return;
  // Counter-clockwise: from each corner's face to the one after it, across the edge between them.
  const crossings = closed ? corners.map((_, k) => corners[(k + 1) % corners.length]!) : corners.slice(1);
  const ring = crossings.flatMap((c) => profile(c).slice().reverse().slice(0, -1));
  const from = (point: number[]) => point.map(() => start);
  if (!closed) {
    const whole = [...ring, inner[corners[corners.length - 1]!]!, builder.same(mesh.corners[start]!)];
    builder.face(whole, from(whole), faceOf[start]!);
    return;
  }
  if (ring.length < 3) return;
  if (ring.length === corners.length) {
    builder.face(ring, from(ring), faceOf[start]!);
    return;
  }
  // The middle of a quadratic patch whose rim the strips are: a third of its corners, two thirds of its controls.
  const n = corners.length;
  let middle: Vec = [0, 0, 0];
  for (const c of corners) middle = add(middle, scale(inset[c]!, 1 / (3 * n)));
  for (const c of crossings) middle = add(middle, scale(controls.get(c)!, 2 / (3 * n)));
  const centre = builder.point(...middle, mesh.corners[start]!);
  for (let k = 0; k < ring.length; k++)
    builder.face([ring[k]!, ring[(k + 1) % ring.length]!, centre], [start, start, start], faceOf[start]!);
}
