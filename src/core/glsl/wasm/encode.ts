/** Numbers and sections of the WebAssembly binary format (W3C WebAssembly Core 2.0, chapter 5). */
export const F32 = 0x7d;
export const I32 = 0x7f;
export type ValType = typeof F32 | typeof I32;

/** Appends a whole number of 0 to 2^32 - 1 in LEB128 (5.2.2). */
export function pushUnsigned(bytes: number[], value: number): void {
  let rest = value >>> 0;
  while (rest > 0x7f) {
    bytes.push((rest & 0x7f) | 0x80);
    rest >>>= 7;
  }
  bytes.push(rest);
}

export function unsigned(value: number): number[] {
  const bytes: number[] = [];
  pushUnsigned(bytes, value);
  return bytes;
}

/** Appends a whole number of -2^31 to 2^31 - 1 in LEB128 (5.2.2). */
export function pushSigned(bytes: number[], value: number): void {
  let rest = value | 0;
  while (rest < -0x40 || rest > 0x3f) {
    bytes.push((rest & 0x7f) | 0x80);
    rest >>= 7;
  }
  bytes.push(rest & 0x7f);
}

const scratch = new DataView(new ArrayBuffer(4));

/** Appends the four bytes of a number in single precision (5.2.3). */
export function pushFloat32(bytes: number[], value: number): void {
  scratch.setFloat32(0, value, true);
  bytes.push(scratch.getUint8(0), scratch.getUint8(1), scratch.getUint8(2), scratch.getUint8(3));
}

function text(value: string): number[] {
  const bytes = [...new TextEncoder().encode(value)];
  return [...unsigned(bytes.length), ...bytes];
}

export interface Signature {
  params: ValType[];
  results: ValType[];
}

export interface FunctionCode extends Signature {
  locals: ValType[];
  code: number[];
}

/** A module with one memory called `memory` and the given functions, some of them exported. */
export function moduleBytes(
  functions: FunctionCode[],
  exported: { name: string; index: number }[],
): Uint8Array<ArrayBuffer> {
  const types: string[] = [];
  const typeOf = (s: Signature) => {
    const key = [0x60, ...unsigned(s.params.length), ...s.params, ...unsigned(s.results.length), ...s.results].join();
    if (!types.includes(key)) types.push(key);
    return types.indexOf(key);
  };
  const typeIndices = functions.map(typeOf);
  const parts: number[][] = [[0, 0x61, 0x73, 0x6d, 1, 0, 0, 0]];
  const section = (id: number, items: number[][]) => {
    const count = unsigned(items.length);
    const size = items.reduce((sum, item) => sum + item.length, count.length);
    parts.push([id, ...unsigned(size)], count, ...items);
  };
  section(
    1,
    types.map((t) => t.split(',').map(Number)),
  );
  section(3, typeIndices.map(unsigned));
  section(5, [[0, 1]]);
  section(7, [[...text('memory'), 2, 0], ...exported.map((e) => [...text(e.name), 0, ...unsigned(e.index)])]);
  section(10, functions.map(body));
  const bytes = new Uint8Array(parts.reduce((sum, p) => sum + p.length, 0));
  let at = 0;
  for (const part of parts) {
    bytes.set(part, at);
    at += part.length;
  }
  return bytes;
}

function body(f: FunctionCode): number[] {
  const runs: [number, ValType][] = [];
  for (const type of f.locals) {
    const last = runs[runs.length - 1];
    if (last?.[1] === type) last[0]++;
    else runs.push([1, type]);
  }
  const head = [...unsigned(runs.length), ...runs.flatMap(([count, type]) => [...unsigned(count), type])];
  return unsigned(head.length + f.code.length + 1).concat(head, f.code, [0x0b]);
}
