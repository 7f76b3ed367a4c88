import { MeshError } from '../../mesh/mesh';
import type { FileMesh } from './shape';

/** PLY (G. Turk, Stanford, 1994), binary and little-endian: positions, normals, colours as bytes, faces of any size. */
export function writePly(
  { positions, faceStarts, corners, normals, colours }: FileMesh,
  encoded: (linear: number) => number,
): Uint8Array<ArrayBuffer> {
  const count = positions.length / 3;
  const faces = faceStarts.length - 1;
  const head = [
    'ply',
    'format binary_little_endian 1.0',
    `element vertex ${count}`,
    ...['x', 'y', 'z'].map((n) => `property float ${n}`),
    ...(normals ? ['nx', 'ny', 'nz'].map((n) => `property float ${n}`) : []),
    ...(colours ? ['red', 'green', 'blue'].map((n) => `property uchar ${n}`) : []),
    `element face ${faces}`,
    'property list uint int vertex_indices',
    'end_header',
    '',
  ].join('\n');
  const begin = new TextEncoder().encode(head);
  const stride = 12 + (normals ? 12 : 0) + (colours ? 3 : 0);
  const bytes = new Uint8Array(begin.length + count * stride + 4 * faces + 4 * corners.length);
  bytes.set(begin);
  const view = new DataView(bytes.buffer);
  let at = begin.length;
  const float = (v: number) => {
    view.setFloat32(at, v, true);
    at += 4;
  };
  for (let v = 0; v < count; v++) {
    for (let k = 0; k < 3; k++) float(positions[3 * v + k]!);
    if (normals) for (let k = 0; k < 3; k++) float(normals[3 * v + k]!);
    if (colours) for (let k = 0; k < 3; k++) view.setUint8(at++, encoded(colours[3 * v + k]!));
  }
  for (let f = 0; f < faces; f++) {
    view.setUint32(at, faceStarts[f + 1]! - faceStarts[f]!, true);
    at += 4;
    for (let c = faceStarts[f]!; c < faceStarts[f + 1]!; c++, at += 4) view.setInt32(at, corners[c]!, true);
  }
  return bytes;
}

type Get = (view: DataView, at: number, little: boolean) => number;
const KINDS: ReadonlyMap<string, [size: number, get: Get]> = new Map(
  (
    [
      [['char', 'int8'], 1, (v, at) => v.getInt8(at)],
      [['uchar', 'uint8'], 1, (v, at) => v.getUint8(at)],
      [['short', 'int16'], 2, (v, at, l) => v.getInt16(at, l)],
      [['ushort', 'uint16'], 2, (v, at, l) => v.getUint16(at, l)],
      [['int', 'int32'], 4, (v, at, l) => v.getInt32(at, l)],
      [['uint', 'uint32'], 4, (v, at, l) => v.getUint32(at, l)],
      [['float', 'float32'], 4, (v, at, l) => v.getFloat32(at, l)],
      [['double', 'float64'], 8, (v, at, l) => v.getFloat64(at, l)],
    ] as [string[], number, Get][]
  ).flatMap(([names, size, get]) => names.map((n) => [n, [size, get]] as const)),
);

interface Property {
  name: string;
  kind: string;
  /** Kind of the count, for lists. */
  list?: string;
}

/** Points, normals, colours and faces of a PLY file, text or binary. @throws MeshError */
export function readPly(bytes: Uint8Array, decoded: (byte: number) => number): FileMesh {
  const text = new TextDecoder('latin1').decode(bytes.subarray(0, 65_536));
  const end = /end_header\r?\n/.exec(text);
  if (!text.startsWith('ply') || !end) throw new MeshError('This is not a PLY file: its header has no end.');
  const format = /format (\S+)/.exec(text)?.[1];
  const elements: { name: string; count: number; properties: Property[] }[] = [];
  for (const line of text.slice(0, end.index).split(/\r?\n/)) {
    const words = line.trim().split(/\s+/);
    if (words[0] === 'element') elements.push({ name: words[1]!, count: Number(words[2]), properties: [] });
    if (words[0] === 'property')
      elements[elements.length - 1]?.properties.push(
        words[1] === 'list'
          ? { list: words[2]!, kind: words[3]!, name: words[4]! }
          : { kind: words[1]!, name: words[2]! },
      );
  }
  const read =
    format === 'ascii'
      ? wordsOf(bytes, end.index + end[0].length)
      : binaryOf(bytes, end.index + end[0].length, format === 'binary_little_endian');
  const columns = new Map<string, number[]>();
  const [corners, starts]: [number[], number[]] = [[], [0]];
  for (const { name, count, properties } of elements) {
    // Nothing is read for such, however many are said to come.
    if (properties.length === 0) continue;
    for (let i = 0; i < count; i++) {
      for (const p of properties) {
        if (p.list === undefined) {
          const value = read(p.kind);
          if (name !== 'vertex') continue;
          const column = columns.get(p.name) ?? [];
          columns.set(p.name, column);
          column.push(value);
          continue;
        }
        const size = read(p.list);
        const run = Array.from({ length: Math.min(size, 1e6) }, () => read(p.kind));
        if (name === 'face' && /^vertex_ind/.test(p.name) && size >= 3) {
          for (const v of run) corners.push(v);
          starts.push(corners.length);
        }
      }
    }
  }
  const count = columns.get('x')?.length ?? 0;
  if (count === 0) throw new MeshError('The PLY file has no points.');
  if (corners.some((c) => !(c >= 0 && c < count)))
    throw new MeshError('A face of the PLY file names a point that is not there.');
  const rows = (names: string[], of = (v: number) => v) =>
    names.every((n) => columns.has(n))
      ? Float32Array.from({ length: 3 * count }, (_, i) => of(columns.get(names[i % 3]!)![Math.floor(i / 3)]!))
      : undefined;
  const positions = rows(['x', 'y', 'z']);
  if (!positions) throw new MeshError('The points of the PLY file do not say x, y and z.');
  return {
    positions,
    faceStarts: new Uint32Array(starts),
    corners: new Uint32Array(corners),
    normals: rows(['nx', 'ny', 'nz']),
    colours: rows(['red', 'green', 'blue'], decoded),
  };
}

function wordsOf(bytes: Uint8Array, from: number): (kind: string) => number {
  const words = new TextDecoder('latin1').decode(bytes.subarray(from)).split(/\s+/).filter(Boolean);
  let at = 0;
  return () => {
    if (at >= words.length) throw new MeshError('The PLY file ends in the middle.');
    return Number(words[at++]);
  };
}

function binaryOf(bytes: Uint8Array, from: number, little: boolean): (kind: string) => number {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let at = from;
  return (kind) => {
    const [size, get] = KINDS.get(kind) ?? [0, null];
    if (!get) throw new MeshError(`The PLY file has values of a kind that is not known: ${kind}.`);
    if (at + size > bytes.length) throw new MeshError('The PLY file ends in the middle.');
    const value = get(view, at, little);
    at += size;
    return value;
  };
}
