import { once } from '../once';
import { pointCount, type Mesh } from './mesh';

/** Which faces meet where. Built once for each mesh and kept with it. */
export interface Adjacency {
  /** Face of each corner. */
  faceOf: Uint32Array;
  /** Corner after and before each corner, around its face. */
  next: Uint32Array;
  prev: Uint32Array;
  /** Corner that begins the same edge in the neighbouring face, running the other way; -1 at a border. */
  twin: Int32Array;
  /** Number of the edge that begins at each corner; both sides have the same. */
  edge: Uint32Array;
  /** First corner of each edge. */
  edgeCorners: Uint32Array;
  /** Edges where more than two faces meet, or two that face opposite ways. */
  broken: number;
}

export const adjacencyOf = once(build);

function build(mesh: Mesh): Adjacency {
  const { corners, faceStarts } = mesh;
  const count = corners.length;
  const faceOf = new Uint32Array(count);
  const next = new Uint32Array(count);
  const prev = new Uint32Array(count);
  for (let f = 0; f + 1 < faceStarts.length; f++) {
    const [from, to] = [faceStarts[f]!, faceStarts[f + 1]!];
    for (let c = from; c < to; c++) {
      faceOf[c] = f;
      next[c] = c + 1 < to ? c + 1 : from;
      prev[c] = c > from ? c - 1 : to - 1;
    }
  }
  const twin = new Int32Array(count).fill(-1);
  const edge = new Uint32Array(count);
  const edgeCorners = new Uint32Array(count);
  // Edges hang in a list at the lower of their two points.
  const heads = new Int32Array(pointCount(mesh)).fill(-1);
  const links = new Int32Array(count).fill(-1);
  const uses = new Uint8Array(count);
  let edges = 0;
  let broken = 0;
  for (let c = 0; c < count; c++) {
    const [a, b] = [corners[c]!, corners[next[c]!]!];
    const [low, high] = a < b ? [a, b] : [b, a];
    let at = heads[low]!;
    while (at >= 0) {
      const first = edgeCorners[at]!;
      const [p, q] = [corners[first]!, corners[next[first]!]!];
      if ((p < q ? q : p) === high) break;
      at = links[at]!;
    }
    if (at < 0) {
      edge[c] = edges;
      edgeCorners[edges] = c;
      uses[edges] = 1;
      links[edges] = heads[low]!;
      heads[low] = edges++;
      continue;
    }
    const first = edgeCorners[at]!;
    edge[c] = at;
    if (uses[at] === 1 && corners[first] === b) {
      twin[c] = first;
      twin[first] = c;
      uses[at] = 2;
    } else if (uses[at]! < 3) {
      uses[at] = 3;
      broken++;
    }
  }
  return { faceOf, next, prev, twin, edge, edgeCorners: edgeCorners.slice(0, edges), broken };
}

/**
 * First corner of each point; -1 where no face uses it. At a border it is the one whose own edge
 * is open, so that one walk around the point meets all of its faces.
 */
export function pointCorners(mesh: Mesh): Int32Array {
  const { twin } = adjacencyOf(mesh);
  const first = new Int32Array(pointCount(mesh)).fill(-1);
  for (let c = 0; c < mesh.corners.length; c++) {
    const p = mesh.corners[c]!;
    if (first[p]! < 0 || twin[c]! < 0) first[p] = c;
  }
  return first;
}

/**
 * Corners at the point of `start`, turning from face to face counter-clockwise seen from outside;
 * `closed` where the walk comes round.
 */
export function cornersAround(mesh: Mesh, start: number): { corners: number[]; closed: boolean } {
  const { twin, prev } = adjacencyOf(mesh);
  const corners = [start];
  for (let at = twin[prev[start]!]!; at >= 0 && at !== start && corners.length < 10_000; at = twin[prev[at]!]!)
    corners.push(at);
  return { corners, closed: corners.length > 0 && twin[prev[corners[corners.length - 1]!]!] === start };
}
