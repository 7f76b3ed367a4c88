import { MAX_FACES, MAX_POINTS, MeshError } from '../../mesh/mesh';

/** Most nodes of a scene, and how many may stand one inside the other. */
const MAX_NODES = 50_000;
const MAX_DEPTH = 256;
/** Bytes of values that a file may ask for without holding them: accessors without data are all zeros. */
const MAX_EMPTY_BYTES = 32 * 1024 * 1024;

const COMPONENT_BYTES: ReadonlyMap<number, number> = new Map([
  [5120, 1],
  [5121, 1],
  [5122, 2],
  [5123, 2],
  [5125, 4],
  [5126, 4],
]);
const COMPONENTS: ReadonlyMap<string, number> = new Map([
  ['SCALAR', 1],
  ['VEC2', 2],
  ['VEC3', 3],
  ['VEC4', 4],
  ['MAT2', 4],
  ['MAT3', 9],
  ['MAT4', 16],
]);

type Json = Record<string, unknown>;
const records = (value: unknown): Json[] =>
  Array.isArray(value) ? value.filter((v): v is Json => typeof v === 'object' && v !== null) : [];
const counts = (value: unknown): number[] =>
  Array.isArray(value) ? value.filter((v): v is number => Number.isInteger(v) && (v as number) >= 0) : [];

/** The JSON of a GLB or glTF file. @throws MeshError where there is none */
export function gltfJson(bytes: Uint8Array, binary: boolean): Json {
  try {
    const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
    const text = binary ? bytes.subarray(20, 20 + view.getUint32(12, true)) : bytes;
    const json: unknown = JSON.parse(new TextDecoder().decode(text));
    if (typeof json === 'object' && json !== null) return json as Json;
  } catch {
    // Said below.
  }
  throw new MeshError(
    binary
      ? 'This is not a whole GLB file: it is cut off, broken, or needs something that is not in it.'
      : 'This glTF file is broken, or its data lie in other files. Save it as one .glb where it comes from.',
  );
}

/**
 * Counts what a glTF file says that it holds, before any of it is read: numbers in it may promise
 * far more than the file has.
 * @throws MeshError
 */
export function checkGltf(json: Json): void {
  const accessors = records(json.accessors);
  let empty = 0;
  for (const accessor of accessors) {
    const count = Number(accessor.count);
    if (!(count >= 0 && count <= 3 * MAX_FACES))
      throw new MeshError(
        `This file speaks of ${String(accessor.count)} values in one row, which is more than a form ` +
          'may have. Make it simpler where it comes from.',
      );
    if (accessor.bufferView === undefined)
      empty +=
        count *
        (COMPONENT_BYTES.get(Number(accessor.componentType)) ?? 4) *
        (COMPONENTS.get(String(accessor.type)) ?? 16);
  }
  if (empty > MAX_EMPTY_BYTES)
    throw new MeshError('This file promises values that it does not hold. Save it again where it comes from.');
  const nodes = records(json.nodes);
  if (nodes.length > MAX_NODES)
    throw new MeshError(
      `This file has ${nodes.length.toLocaleString('en')} nodes; at most ` +
        `${MAX_NODES.toLocaleString('en')} are imported. Join parts where it comes from.`,
    );
  checkDepth(nodes.map((n) => counts(n.children)));
  checkPoints(json, accessors, nodes);
}

/** Walks down level by level; a circle never ends, so it counts as too deep. */
function checkDepth(children: number[][]): void {
  const below = new Set(children.flat());
  let level = [...children.keys()].filter((n) => !below.has(n));
  if (level.length === 0 && children.length > 0)
    throw new MeshError('The nodes of this file stand inside each other in a circle.');
  for (let depth = 1; level.length > 0; depth++) {
    if (depth > MAX_DEPTH || level.length > MAX_NODES)
      throw new MeshError(
        `The nodes of this file stand more than ${MAX_DEPTH} deep inside each other. Join them where it comes from.`,
      );
    level = level.flatMap((n) => children[n] ?? []);
  }
}

/** Points of all parts, each counted as often as it is shown. */
function checkPoints(json: Json, accessors: Json[], nodes: Json[]): void {
  const meshes = records(json.meshes).map((mesh) =>
    records(mesh.primitives).reduce(
      (sum, p) => sum + Number(accessors[Number((p.attributes as Json | undefined)?.POSITION)]?.count ?? 0),
      0,
    ),
  );
  const points = nodes.reduce((sum, node) => sum + (typeof node.mesh === 'number' ? (meshes[node.mesh] ?? 0) : 0), 0);
  if (points > MAX_POINTS)
    throw new MeshError(
      `This file needs ${points.toLocaleString('en')} points; at most ` +
        `${MAX_POINTS.toLocaleString('en')} are possible. Make it simpler where it comes from.`,
    );
}
