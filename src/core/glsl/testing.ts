import { compile } from './wasm/compile';
import { Processor } from './run';

/** For tests: compiles a text and gives a function that calls `name` with scalars in order. */
export function call(source: string, name: string): (...inputs: number[]) => number[] {
  const compiled = compile(source, [name]);
  const processor = Processor.loadNow(compiled);
  const { inputs: types, outputs } = compiled.entries.get(name)!;
  return (...inputs) => {
    const row = new DataView(new ArrayBuffer(4 * types.length));
    types.forEach((type, i) =>
      type === 'float' ? row.setFloat32(4 * i, inputs[i]!, true) : row.setInt32(4 * i, inputs[i]! | 0, true),
    );
    const result = processor.run(name, new Float32Array(row.buffer), 1);
    const bits = new DataView(result.buffer);
    return outputs.map((type, i) =>
      type === 'float'
        ? bits.getFloat32(4 * i, true)
        : type === 'uint'
          ? bits.getUint32(4 * i, true)
          : bits.getInt32(4 * i, true),
    );
  };
}
