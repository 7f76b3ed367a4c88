import { checkProgram } from '../check';
import type { Func, Uniform } from '../ir';
import { TABLE_BYTES } from '../pictures';
import type { ScalarName } from '../types';
import { F32, I32, moduleBytes, unsigned, type FunctionCode, type ValType } from './encode';
import { valType, type Scalar } from './scalars';
import type { Module } from './value-writer';
import { FunctionWriter } from './writer';

/** A function that can be run over arrays: one row of inputs gives one row of outputs. */
export interface ModuleEntry {
  inputs: ScalarName[];
  outputs: ScalarName[];
}

export interface CompiledModule {
  bytes: Uint8Array<ArrayBuffer>;
  entries: ReadonlyMap<string, ModuleEntry>;
  /** Byte address and scalars of every uniform. */
  uniforms: ReadonlyMap<string, { address: number; flat: readonly ScalarName[] }>;
  /** Address of the pictures' table. */
  pictures: number;
  /** First byte that is free for pictures, inputs and outputs. */
  heap: number;
}

/** Functions up to this size are written into their callers. */
const INLINE_WEIGHT = 140;
/** A function with a single caller is written into it up to this size. */
const INLINE_ONCE_WEIGHT = 3000;
const UNIFORM_BASE = 16;

/**
 * Compiles GLSL text to WebAssembly. Code is emitted from the checked tree alone.
 * @param names functions to export for running over arrays.
 * @throws GlslError on a mistake in the text; Error if a named function is missing.
 */
export function compile(source: string, names: string[]): CompiledModule {
  const program = checkProgram(source);
  const roots = names.map((name) => {
    const func = program.functions.find((f) => f.name === name);
    if (!func) throw new Error(`There is no function "${name}" to export.`);
    return func;
  });
  const uniforms = new Map<string, { address: number; flat: readonly ScalarName[] }>();
  let address = UNIFORM_BASE;
  for (const u of program.uniforms) {
    uniforms.set(u.name, { address, flat: u.type.flat });
    address += 4 * u.type.flat.length;
  }
  const pictures = Math.ceil(address / 16) * 16;
  const calls = countCalls(roots);
  const inlines = inlining(calls);
  const real = [...calls.keys()].filter((f) => !inlines(f) && !roots.includes(f));
  const module: Module = {
    indexOf: (func) => roots.length + real.indexOf(func),
    addressOf: (uniform: Uniform) => uniforms.get(uniform.name)!.address,
    inlines: (func) => inlines(func) || roots.includes(func),
    pictures,
  };
  const functions = [...roots.map((f) => batch(f, module)), ...real.map((f) => plain(f, module))];
  return {
    bytes: moduleBytes(
      functions,
      names.map((name, index) => ({ name, index })),
    ),
    entries: new Map(roots.map((f, i) => [names[i]!, { inputs: inputsOf(f), outputs: outputsOf(f) }])),
    uniforms,
    pictures,
    heap: pictures + TABLE_BYTES,
  };
}

function inputsOf(func: Func): ScalarName[] {
  return func.params.flatMap((p) => (p.in ? p.local.type.flat : []));
}

function outputsOf(func: Func): ScalarName[] {
  return [...func.returns.flat, ...func.params.flatMap((p) => (p.out ? p.local.type.flat : []))];
}

function plain(func: Func, module: Module): FunctionCode {
  const params = inputsOf(func).map(valType);
  const writer = new FunctionWriter(module, params.length);
  writer.function(func);
  writer.checkSize(func.name);
  return { params, results: outputsOf(func).map(valType), locals: writer.locals, code: writer.code };
}

/** `(count, inputs, outputs)`: runs the function over rows of 4-byte scalars in memory. */
function batch(func: Func, module: Module): FunctionCode {
  const params: ValType[] = [I32, I32, I32];
  const writer = new FunctionWriter(module, params.length);
  const [count, from, to] = [0, 1, 2].map((index): Scalar => ({ kind: 'local', type: I32, index })) as [
    Scalar,
    Scalar,
    Scalar,
  ];
  const inputs = inputsOf(func);
  const outputs = outputsOf(func);
  const advance = (pointer: Scalar, bytes: number) =>
    writer.set(pointer, {
      kind: 'op',
      type: I32,
      op: [0x6a],
      args: [pointer, { kind: 'const', type: I32, value: bytes }],
    });
  writer.control(0x02, () => {
    const leave = writer.level;
    writer.control(0x03, () => {
      const again = writer.level;
      writer.emit({ kind: 'op', type: I32, op: [0x45], args: [count] });
      writer.branch(leave, true);
      let offset = 0;
      const read = (s: ScalarName): Scalar => {
        const type = valType(s);
        const place = writer.fresh(type);
        writer.set(place, { kind: 'op', type, op: [type === F32 ? 0x2a : 0x28, 2, ...unsigned(offset)], args: [from] });
        offset += 4;
        return place;
      };
      const args = func.params.map((p) => p.local.type.flat.map((s) => (p.in ? read(s) : writer.fresh(valType(s)))));
      const results = writer.invoke(func, args);
      for (const [i, value] of results.entries()) {
        writer.emit(to);
        writer.emit(value);
        writer.code.push(value.type === F32 ? 0x38 : 0x36, 2, ...unsigned(4 * i));
      }
      advance(from, 4 * inputs.length);
      advance(to, 4 * outputs.length);
      advance(count, -1);
      writer.branch(again);
    });
  });
  writer.checkSize(func.name);
  return { params, results: [], locals: writer.locals, code: writer.code };
}

/** Every function that the roots reach, with the number of places that call it. */
function countCalls(roots: Func[]): Map<Func, number> {
  const calls = new Map<Func, number>();
  const seen = new Set<Func>();
  const reach = (func: Func) => {
    if (seen.has(func)) return;
    seen.add(func);
    for (const callee of func.callees) {
      calls.set(callee, (calls.get(callee) ?? 0) + 1);
      reach(callee);
    }
  };
  roots.forEach(reach);
  return calls;
}

function inlining(calls: Map<Func, number>): (func: Func) => boolean {
  const full = new Map<Func, number>();
  const answer = new Map<Func, boolean>();
  const inlines = (func: Func): boolean => {
    const known = answer.get(func);
    if (known !== undefined) return known;
    const weight = fullWeight(func);
    const result = weight <= INLINE_WEIGHT || (calls.get(func) === 1 && weight <= INLINE_ONCE_WEIGHT);
    answer.set(func, result);
    return result;
  };
  const fullWeight = (func: Func): number => {
    const known = full.get(func);
    if (known !== undefined) return known;
    let weight = func.weight;
    for (const callee of func.callees) if (inlines(callee)) weight += fullWeight(callee);
    full.set(func, weight);
    return weight;
  };
  return inlines;
}
