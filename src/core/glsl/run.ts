import { LOOP_OFFSET, SLOT_BYTES, writeTable, type Pixels } from './pictures';
import type { CompiledModule } from './wasm/compile';

const PAGE_BYTES = 65536;

/**
 * A compiled program on the processor. Not safe for use by two callers at once: inputs and
 * outputs share its memory.
 * @example
 * const square = compile('float square(float x) { return x * x; }', ['square']);
 * (await Processor.load(square)).run('square', Float32Array.of(3), 1); // [9]
 */
export class Processor {
  private pictures: Pixels[] = [];
  /** Numbers over the loop; see `loop-values.ts`. */
  private loop: Float32Array = new Float32Array();
  /** First byte behind the pictures and the numbers over the loop. */
  private free: number;

  private constructor(
    readonly compiled: CompiledModule,
    private readonly instance: WebAssembly.Instance,
  ) {
    this.free = compiled.heap;
    writeTable(this.memory.buffer, compiled.pictures);
  }

  static async load(compiled: CompiledModule): Promise<Processor> {
    const { instance } = await WebAssembly.instantiate(compiled.bytes);
    return new Processor(compiled, instance);
  }

  /** For Node and workers; browsers refuse large modules on the main thread. */
  static loadNow(compiled: CompiledModule): Processor {
    return new Processor(compiled, new WebAssembly.Instance(new WebAssembly.Module(compiled.bytes)));
  }

  private get memory(): WebAssembly.Memory {
    return this.instance.exports.memory as WebAssembly.Memory;
  }

  /** Sets a uniform from its scalars in order; names the program does not have are ignored. */
  setUniform(name: string, values: ArrayLike<number>): void {
    const uniform = this.compiled.uniforms.get(name);
    if (!uniform) return;
    const view = new DataView(this.memory.buffer, uniform.address, 4 * uniform.flat.length);
    uniform.flat.forEach((scalar, i) => {
      const value = values[i] ?? 0;
      if (scalar === 'float') view.setFloat32(4 * i, value, true);
      else view.setInt32(4 * i, value | 0, true);
    });
  }

  /** Lays pictures, one a slot, and numbers over the loop into memory; does nothing where they already lie there. */
  setData(pictures: Pixels[], loop: Float32Array): void {
    const same = pictures.length === this.pictures.length && pictures.every((p, i) => p === this.pictures[i]);
    if (same && loop === this.loop) return;
    this.pictures = [...pictures];
    this.loop = loop;
    const { heap, pictures: table } = this.compiled;
    this.free = pictures.reduce((sum, p) => sum + p.data.length, heap + loop.byteLength);
    this.reserve(this.free);
    writeTable(this.memory.buffer, table);
    let at = heap;
    if (loop.length > 0) {
      new Float32Array(this.memory.buffer, at, loop.length).set(loop);
      new Uint32Array(this.memory.buffer, table + LOOP_OFFSET, 2).set([at, loop.length]);
      at += loop.byteLength;
    }
    for (const [slot, p] of pictures.entries()) {
      new Uint8Array(this.memory.buffer, at, p.data.length).set(p.data);
      new Uint32Array(this.memory.buffer, table + SLOT_BYTES * slot, 3).set([at, p.width, p.height]);
      at += p.data.length;
    }
  }

  private reserve(end: number): void {
    const missing = Math.ceil(end / PAGE_BYTES) - this.memory.buffer.byteLength / PAGE_BYTES;
    if (missing > 0) this.memory.grow(missing);
  }

  /**
   * Runs an exported function over rows.
   * @param rows `count` rows of the entry's inputs; whole-number inputs as their bit patterns
   *   (see `rowsOf`).
   * @returns `count` rows of outputs, a copy; whole-number outputs as bit patterns.
   */
  run(name: string, rows: Float32Array, count: number): Float32Array {
    const entry = this.compiled.entries.get(name);
    if (!entry) throw new Error(`There is no entry "${name}".`);
    const inputs = this.free;
    const outputs = inputs + 4 * count * entry.inputs.length;
    const end = outputs + 4 * count * entry.outputs.length;
    this.reserve(end);
    // Copied as bits: a float copy could rewrite the bit patterns of NaNs that stand for integers.
    const words = count * entry.inputs.length;
    new Uint32Array(this.memory.buffer, inputs, words).set(new Uint32Array(rows.buffer, rows.byteOffset, words));
    (this.instance.exports[name] as (count: number, from: number, to: number) => void)(count, inputs, outputs);
    const bits = new Uint32Array(this.memory.buffer, outputs, count * entry.outputs.length).slice();
    return new Float32Array(bits.buffer);
  }
}
