/** Numbers and sections of the WebAssembly binary format (W3C WebAssembly Core 2.0, chapter 5). */
export const F32 = 0x7d;
export const I32 = 0x7f;
export type ValType = typeof F32 | typeof I32;

export function unsigned(value: number): number[] {
  const bytes: number[] = [];
  let rest = value >>> 0;
  do {
    const byte = rest & 0x7f;
    rest >>>= 7;
    bytes.push(rest ? byte | 0x80 : byte);
  } while (rest);
  return bytes;
}

export function signed(value: number): number[] {
  const bytes: number[] = [];
  let rest = value | 0;
  for (;;) {
    const byte = rest & 0x7f;
    rest >>= 7;
    const last = (rest === 0 && !(byte & 0x40)) || (rest === -1 && (byte & 0x40) !== 0);
    bytes.push(last ? byte : byte | 0x80);
    if (last) return bytes;
  }
}

export function float32(value: number): number[] {
  const bytes = new Uint8Array(4);
  new DataView(bytes.buffer).setFloat32(0, value, true);
  return [...bytes];
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
