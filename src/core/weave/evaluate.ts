import { compile, Processor } from '../glsl';
import type { Piece } from '../piece/types';
import { Recent } from '../recent';
import type { Aside, RunType } from '../steps';
import { analyse } from './analyse';
import type { Analysis, Target, WeaveOptions, Woven } from './types';
import { slotValues } from './values';
import { pixelsOf } from './pixels';
import { processorText, weave } from './weave';

/** Programs compiled lately, so that a change of one strand compiles that strand alone. */
const compiled = new Recent<Processor>(24);

/** Targets of a piece, compiled for the processor, with the piece's present values. */
export class Evaluator {
  private values: { name: string; scalars: number[] }[] = [];

  private constructor(
    readonly woven: Woven,
    private readonly processor: Processor,
  ) {}

  /** @throws GlslError if a step's text does not compile. */
  static async make(
    piece: Piece,
    targets: Target[],
    analysis: Analysis = analyse(piece),
    options: Pick<WeaveOptions, 'pass'> = {},
  ): Promise<Evaluator> {
    const woven = weave(piece, analysis, targets, options);
    const { key, names } = keyOf(woven);
    const processor =
      compiled.get(key) ?? compiled.put(key, await Processor.load(compile(processorText(woven), names)));
    return new Evaluator(woven, processor).with(piece);
  }

  /** Takes the present literal values of a piece whose woven text is the same. */
  with(piece: Piece): this {
    this.values = this.woven.uniforms.map((slot) => ({ name: slot.name, scalars: slotValues(piece, slot) }));
    return this;
  }

  /** Its uniforms with their present values. */
  get uniforms(): readonly { name: string; scalars: number[] }[] {
    return this.values;
  }

  gives(index: number): RunType {
    return this.woven.functions[index]!.gives;
  }

  /** Scalars a row of results has. */
  width(index: number): number {
    return this.processor.compiled.entries.get(this.woven.functions[index]!.name)!.outputs.length;
  }

  /** Runs target number `index` over rows of places. */
  run(index: number, rows: Float32Array, count: number): Float32Array {
    return this.call(this.woven.functions[index]!.name, rows, count);
  }

  /** What a step says beside the running value, for each place; null where none does. */
  aside(name: Aside, rows: Float32Array, count: number): Float32Array | null {
    const own = this.woven.asides[name];
    return own ? this.call(own, rows, count) : null;
  }

  private call(name: string, rows: Float32Array, count: number): Float32Array {
    // Pieces with the same text share one processor, so each run brings its own values.
    for (const { name, scalars } of this.values) this.processor.setUniform(name, scalars);
    this.processor.setPictures(this.woven.pictures.map(pixelsOf));
    return this.processor.run(name, rows, count);
  }
}

function keyOf(woven: Woven): { key: string; names: string[] } {
  const names = [...new Set([...woven.functions.map((f) => f.name), ...Object.values(woven.asides)])];
  return { key: `${names.join()}\n${woven.glsl}`, names };
}
