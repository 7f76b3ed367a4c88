import { NO_ASSETS, type Assets } from '../../assets/assets';
import { compile, Processor, readsLoop } from '../../glsl';
import type { Piece } from '../../piece/types';
import { Recent } from '../../recent';
import type { SoundTrack } from '../../sound/track';
import type { PlaceAttribute, RunType } from '../../steps';
import { analyse } from '../analysis/analyse';
import { loopSteps, loopTable, type LoopTable } from '../writing/over-loop';
import type { Analysis, Target, WeaveOptions, Woven } from '../analysis/types';
import { slotValues } from '../writing/values';
import { bareRows, setColumn } from './places';
import { processorText, weave } from '../writing/weave';

/** Programs compiled lately, so that a change of one strand compiles that strand alone. */
const compiled = new Recent<Processor>(24);
/** What is asked of each text, which is long: found once. */
interface TextFacts {
  key: string;
  /** Functions that can be run. */
  names: string[];
  /** It reads numbers over the loop. */
  readsLoop: boolean;
}
const facts = new WeakMap<Woven, TextFacts>();

/** Values that lie in each processor: those with the same text share one. */
const uniformsIn = new WeakMap<Processor, object>();

const NO_NUMBERS = new Float32Array();

/** What the steps of a piece come to that are worked out over the loop. */
export class OverLoop {
  private static readonly byStructure = new WeakMap<object, Promise<OverLoop>>();
  private readonly tables = new WeakMap<Piece, { table: LoopTable; track: SoundTrack | null }>();

  private constructor(
    private readonly targets: Target[],
    private readonly evaluator: Evaluator,
  ) {}

  /** Of a piece, and of all that have the same text: made once. */
  static forPiece(piece: Piece, analysis: Analysis): Promise<OverLoop> {
    const known = this.byStructure.get(analysis.structure);
    if (known) return known;
    const targets = loopSteps(piece, analysis).flatMap(({ before, links }) => [...(before ? [before] : []), ...links]);
    const made = Evaluator.bare(piece, targets, analysis).then((e) => new OverLoop(targets, e));
    this.byStructure.set(analysis.structure, made);
    return made;
  }

  /** With the present values of a piece. */
  table(piece: Piece, assets: Assets): LoopTable {
    const known = this.tables.get(piece);
    // A sound may have been read since.
    const track = assets.track(piece.loop.sound?.asset);
    if (known?.track === track) return known.table;
    const { frames } = piece.loop;
    const rows = bareRows(frames);
    const phases = Float32Array.from({ length: frames }, (_, frame) => frame / frames);
    setColumn(rows, 'phase', phases);
    setColumn(rows, 'globalPhase', phases);
    this.evaluator.with(piece);
    const table = loopTable(piece, track, analyse(piece), (target, values) => {
      const index = this.targets.findIndex((t) => t.strand === target.strand && t.step === target.step);
      return this.evaluator.reading(values).run(index, rows, frames);
    });
    this.tables.set(piece, { table, track });
    return table;
  }
}

/** Targets of a piece, compiled for the processor, with the piece's present values. */
export class Evaluator {
  private values: { name: string; scalars: number[] }[] = [];
  /** The piece whose values these are. */
  private piece: Piece | null = null;
  /** Numbers over the loop; worked out when they are first read. */
  private loop: () => Float32Array = () => NO_NUMBERS;

  private constructor(
    readonly woven: Woven,
    private readonly processor: Processor,
    private readonly overLoop: OverLoop | null,
    private readonly assets: Assets,
  ) {}

  /** @throws GlslError if a step's text does not compile. */
  static async make(
    piece: Piece,
    assets: Assets,
    targets: Target[],
    analysis: Analysis = analyse(piece),
    options: Pick<WeaveOptions, 'pass'> = {},
  ): Promise<Evaluator> {
    const woven = weave(piece, analysis, targets, options);
    const overLoop = factsOf(woven).readsLoop ? await OverLoop.forPiece(piece, analysis) : null;
    return Evaluator.over(woven, overLoop, assets).then((e) => e.with(piece));
  }

  /** One of signals, which read no pictures, whose numbers over the loop are given to it: see `reading`. */
  static async bare(piece: Piece, targets: Target[], analysis: Analysis): Promise<Evaluator> {
    return Evaluator.over(weave(piece, analysis, targets), null, NO_ASSETS);
  }

  private static async over(woven: Woven, overLoop: OverLoop | null, assets: Assets): Promise<Evaluator> {
    const { key, names } = factsOf(woven);
    const processor =
      compiled.get(key) ?? compiled.put(key, await Processor.load(compile(processorText(woven), names)));
    return new Evaluator(woven, processor, overLoop, assets);
  }

  /** Takes the present literal values of a piece whose woven text is the same. */
  with(piece: Piece): this {
    if (piece === this.piece) return this;
    this.piece = piece;
    this.values = this.woven.uniforms.map((slot) => ({ name: slot.name, scalars: slotValues(piece, slot) }));
    if (this.overLoop) this.loop = () => this.overLoop!.table(piece, this.assets).values;
    return this;
  }

  /** Takes numbers over the loop. */
  reading(values: Float32Array): this {
    this.loop = () => values;
    return this;
  }

  /** Its uniforms with their present values. */
  get uniforms(): readonly { name: string; scalars: number[] }[] {
    return this.values;
  }

  /** Brings the present values and pictures to a processor: those with the same text share one. */
  bring(processor: Processor): void {
    if (uniformsIn.get(processor) !== this.values) {
      for (const { name, scalars } of this.values) processor.setUniform(name, scalars);
      uniformsIn.set(processor, this.values);
    }
    processor.setData(
      this.woven.pictures.map((asset) => this.assets.pixels(asset)),
      this.loop(),
    );
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
  attribute(name: PlaceAttribute, rows: Float32Array, count: number): Float32Array | null {
    const own = this.woven.attributes[name];
    return own ? this.call(own, rows, count) : null;
  }

  /** What steps say beside the running value. */
  get attributeNames(): PlaceAttribute[] {
    return Object.keys(this.woven.attributes) as PlaceAttribute[];
  }

  private call(name: string, rows: Float32Array, count: number): Float32Array {
    this.bring(this.processor);
    return this.processor.run(name, rows, count);
  }
}

function factsOf(woven: Woven): TextFacts {
  const known = facts.get(woven);
  if (known) return known;
  const names = [...new Set([...woven.functions.map((f) => f.name), ...Object.values(woven.attributes)])];
  const made = { key: `${names.join()}\n${woven.glsl}`, names, readsLoop: readsLoop(woven.glsl) };
  facts.set(woven, made);
  return made;
}
