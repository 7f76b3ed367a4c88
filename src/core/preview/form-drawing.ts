import { toByte } from '../colour';
import { triangles, type BareSkin } from '../mesh/skin';
import { GROUND, lightOf } from './shade';
import type { Preview, PreviewSize } from './types';

const TURN_RADIANS = 0.5;
const TILT_RADIANS = 0.5;
/** Colour, roughness, metal and glow of the clay that forms are drawn in. */
const CLAY = [0.26, 0.29, 0.26, 0.8, 0, 0, 0, 0];

/**
 * A small shaded drawing of a mesh, seen from above at an angle.
 * @param positions xyz for each point, where they stand now
 */
export function formDrawing(mesh: BareSkin, positions: Float32Array, { width, height }: PreviewSize): Preview {
  const view = turned(positions);
  const pixels = new Uint8ClampedArray(width * height * 4);
  for (let i = 0; i < width * height; i++) pixels.set([...GROUND, 255], 4 * i);
  const depth = new Float32Array(width * height).fill(-Infinity);
  const sheet: Sheet = { view, scale: fit(view, width, height), width, height, pixels, depth };
  if (mesh.corners.length === 0) dots(sheet);
  const index = triangles(mesh);
  for (let t = 0; t < index.length; t += 3) fill(sheet, [3 * index[t]!, 3 * index[t + 1]!, 3 * index[t + 2]!]);
  return { kind: 'picture', width, height, pixels };
}

const DOT = CLAY.slice(0, 3).map((c) => toByte(c * 2.4));

/** A cloud: one pixel for each point. */
function dots({ view, scale, width, height, pixels }: Sheet): void {
  for (let i = 0; i < view.length; i += 3) {
    const [x, y] = [Math.floor(scale.x + scale.factor * view[i]!), Math.floor(scale.y - scale.factor * view[i + 1]!)];
    if (x >= 0 && y >= 0 && x < width && y < height) pixels.set(DOT, 4 * (y * width + x));
  }
}

/** Rotated about the upright axis, then tilted towards the viewer, who looks along -z. */
function turned(positions: Float32Array): Float32Array {
  const out = new Float32Array(positions.length);
  const [sa, ca, sb, cb] = [
    Math.sin(TURN_RADIANS),
    Math.cos(TURN_RADIANS),
    Math.sin(TILT_RADIANS),
    Math.cos(TILT_RADIANS),
  ];
  for (let i = 0; i < positions.length; i += 3) {
    const x = positions[i]! * ca + positions[i + 2]! * sa;
    const z = -positions[i]! * sa + positions[i + 2]! * ca;
    const y = positions[i + 1]!;
    out[i] = x;
    out[i + 1] = y * cb - z * sb;
    out[i + 2] = y * sb + z * cb;
  }
  return out;
}

/** What is drawn on: the places of the mesh as they are seen, how they lie in the picture, its pixels and depths. */
interface Sheet extends PreviewSize {
  view: Float32Array;
  scale: Fit;
  pixels: Uint8ClampedArray;
  depth: Float32Array;
}

interface Fit {
  factor: number;
  x: number;
  y: number;
}

function fit(view: Float32Array, width: number, height: number): Fit {
  const low = [Infinity, Infinity];
  const high = [-Infinity, -Infinity];
  for (let i = 0; i < view.length; i += 3) {
    for (const k of [0, 1]) {
      low[k] = Math.min(low[k]!, view[i + k]!);
      high[k] = Math.max(high[k]!, view[i + k]!);
    }
  }
  const [wide, tall] = [0, 1].map((k) => Math.max(1e-6, high[k]! - low[k]!));
  const factor = 0.92 * Math.min(width / wide!, height / tall!);
  const [x, y] = [0, 1].map((k) => (factor * (low[k]! + high[k]!)) / 2);
  return { factor, x: width / 2 - x!, y: height / 2 + y! };
}

function fill(sheet: Sheet, corners: [number, number, number]): void {
  const { view, scale, width, height, pixels, depth } = sheet;
  const points = corners.map((c) => [
    scale.x + scale.factor * view[c]!,
    scale.y - scale.factor * view[c + 1]!,
    view[c + 2]!,
  ]) as [number[], number[], number[]];
  const [a, b, c] = points;
  const area = (b[0]! - a[0]!) * (c[1]! - a[1]!) - (b[1]! - a[1]!) * (c[0]! - a[0]!);
  if (!area) return;
  const shade = lightOf(CLAY, 0, facing(view, corners)).map(toByte);
  const left = Math.max(0, Math.floor(Math.min(a[0]!, b[0]!, c[0]!)));
  const right = Math.min(width - 1, Math.ceil(Math.max(a[0]!, b[0]!, c[0]!)));
  const top = Math.max(0, Math.floor(Math.min(a[1]!, b[1]!, c[1]!)));
  const bottom = Math.min(height - 1, Math.ceil(Math.max(a[1]!, b[1]!, c[1]!)));
  for (let y = top; y <= bottom; y++) {
    for (let x = left; x <= right; x++) {
      const [px, py] = [x + 0.5, y + 0.5];
      const wb = ((px - a[0]!) * (c[1]! - a[1]!) - (py - a[1]!) * (c[0]! - a[0]!)) / area;
      const wc = ((b[0]! - a[0]!) * (py - a[1]!) - (b[1]! - a[1]!) * (px - a[0]!)) / area;
      if (wb < 0 || wc < 0 || wb + wc > 1) continue;
      const z = a[2]! * (1 - wb - wc) + b[2]! * wb + c[2]! * wc;
      const at = y * width + x;
      if (z <= depth[at]!) continue;
      depth[at] = z;
      pixels.set(shade, 4 * at);
    }
  }
}

function facing(view: Float32Array, [a, b, c]: [number, number, number]): number[] {
  const u = [0, 1, 2].map((k) => view[b + k]! - view[a + k]!);
  const v = [0, 1, 2].map((k) => view[c + k]! - view[a + k]!);
  const n = [u[1]! * v[2]! - u[2]! * v[1]!, u[2]! * v[0]! - u[0]! * v[2]!, u[0]! * v[1]! - u[1]! * v[0]!];
  const length = Math.hypot(...n) || 1;
  const side = n[2]! < 0 ? -1 : 1;
  return n.map((x) => (x / length) * side);
}
