import { floatText, library } from '../../glsl';
import type { Piece, Strand } from '../../piece/types';
import type { RunType } from '../../steps';
import type { Plan } from './plan';
import { glslType } from '../analysis/step-function';
import { StepWriter } from './step-writer';
import type { StepTypes, Target, UniformSlot, WeaveOptions, Woven } from '../analysis/types';
import { slotValues } from './values';

/** What runs into the first step: a form's point at rest, a finish's picture. */
const START: Partial<Record<RunType, string>> = { form: 'p.rest', image: 'v' };
const NOTHING: Partial<Record<RunType, string>> = {
  surface: 'bareSurface(vec3(0.18), 1.0, 0.0)',
  form: 'p.rest',
  image: 'v',
};
const TOGETHER = 'clTogether';

/** What a step gives stays a number, however large what came in was: see `finite` in the library. */
const finiteText = ({ gives, step }: StepTypes, text: string) =>
  gives === 'surface' || gives === 'stage' ? text : `${step.marks ? 'marked' : 'finite'}(${text})`;

/** Writes what a plan asks for as GLSL. One writer writes one text. */
export class Writer {
  private readonly steps: StepWriter;
  private readonly entries = new Set<string>();

  constructor(
    private readonly piece: Piece,
    private readonly plan: Plan,
    private readonly options: WeaveOptions,
  ) {
    this.steps = new StepWriter(piece, plan, options);
  }

  write(targets: Target[]): Woven {
    const { plan } = this;
    for (const strand of plan.order) this.writeStrand(strand);
    for (const target of targets) this.writeEntry(target);
    const fused = this.options.fused && targets.length > 1 ? this.writeFused(targets) : undefined;
    const { parts, uniforms, shared, functions, pictures, branches, loopRows, otherMoments, attributes } = this.steps;
    const signals = [...this.steps.signals.values()];
    const glsl = [
      library(parts),
      uniforms.map((slot) => this.uniformText(slot)).join('\n'),
      ...signals.map(({ name, type }) => `uniform ${glslType(type)} ${name};`),
      ...shared.texts,
      ...functions,
    ].join('\n');
    return {
      glsl,
      uniforms,
      functions: targets.map((t) => ({ name: plan.nameOf(t), gives: plan.typeOf(t) })),
      pictures,
      branches,
      loopRows,
      signals,
      otherMoments,
      play: this.piece.loop.play,
      attributes,
      fused,
    };
  }

  private writeStrand(strand: Strand): void {
    let before: Target | null = null;
    for (const target of this.plan.endsOf(strand.id)) {
      this.writeRow(strand, before, target);
      if (this.plan.isCalledAlone(target)) this.writeEntry(target);
      before = target;
    }
  }

  /** The steps up to a target, from the function before it on. */
  private writeRow(strand: Strand, before: Target | null, target: Target): void {
    const gives = this.plan.typeOf(target);
    const end = this.plan.indexOf(target);
    const next = before ? this.plan.indexOf(before) + 1 : 0;
    // Beyond a step that makes a mesh, or reads the picture elsewhere, the row begins again.
    const live = this.plan.liveFrom(target);
    const [from, begin] = live > 0 && live >= next ? [null, live] : [before, next];
    if (gives === 'surface') this.steps.parts.add('surface');
    const lines: string[] = [];
    let running = from ? this.rowCall(from) : (START[gives] ?? '');
    for (let index = begin; index <= end; index++) {
      const row = this.plan.rows(strand.id)[index]!;
      if (!row.active || !row.definition?.glsl) continue;
      const spot = { strand, row, index, name: `${this.plan.strandName(strand.id)}_Step${index + 1}` };
      const name = `v${index + 1}`;
      const into = row.definition.overLoop ? this.steps.overLoop(row) : running;
      lines.push(`  ${glslType(row.gives!)} ${name} = ${finiteText(row, this.steps.stepCall(spot, into))};`);
      running = name;
    }
    const result = running || NOTHING[gives] || `${glslType(gives)}(0.0)`;
    this.steps.writeFunction(this.head(this.rowName(target), target, this.plan.inputsOf(target)), lines, result);
  }

  /** The function of a row: the target's own name where it takes in nothing. */
  private rowName(target: Target): string {
    const name = this.plan.nameOf(target);
    return this.plan.inputsOf(target).length > 0 ? `${name}_Row` : name;
  }

  private rowCall(target: Target): string {
    const running = this.plan.typeOf(target) === 'image' ? ['v'] : [];
    const values = this.plan.inputsOf(target).map((t) => this.plan.valueNameOf(t));
    return `${this.rowName(target)}(${['p', ...running, ...values].join(', ')})`;
  }

  /** Head of a function that gives what a target gives. */
  private head(name: string, target: Target, inputs: Target[]): string {
    const gives = this.plan.typeOf(target);
    const running = gives === 'image' ? [`${glslType(gives)} v`] : [];
    const values = inputs.map((t) => `${glslType(this.plan.typeOf(t))} ${this.plan.valueNameOf(t)}`);
    return `${glslType(gives)} ${name}(${['Place p', ...running, ...values].join(', ')})`;
  }

  /** Lines that work out all that the rows of targets take in, each value once. */
  private inputLines(targets: Target[]): string[] {
    const lines: string[] = [];
    const done = new Set<string>();
    const bring = (input: Target) => {
      const value = this.plan.valueNameOf(input);
      if (done.has(value)) return;
      this.plan.inputsOf(input).forEach(bring);
      done.add(value);
      lines.push(`  ${glslType(this.plan.typeOf(input))} ${value} = ${this.rowCall(input)};`);
    };
    for (const target of targets) this.plan.inputsOf(target).forEach(bring);
    return lines;
  }

  /** The target as a function of the place alone, where its row takes in more than that. */
  private writeEntry(target: Target): void {
    const name = this.plan.nameOf(target);
    if (!this.entries.has(name) && this.plan.inputsOf(target).length > 0)
      this.steps.writeFunction(this.head(name, target, []), this.inputLines([target]), this.rowCall(target));
    this.entries.add(name);
  }

  private writeFused(targets: Target[]): string {
    const outs = targets.map((t, i) => `out ${glslType(this.plan.typeOf(t))} r${i}`);
    const results = targets.map((t, i) => `  r${i} = ${this.rowCall(t)};`);
    this.steps.writeFunction(`void ${TOGETHER}(${['Place p', ...outs].join(', ')})`, [
      ...this.inputLines(targets),
      ...results,
    ]);
    return TOGETHER;
  }

  private uniformText(slot: UniformSlot): string {
    if (!this.options.constants) return `uniform ${slot.type} ${slot.name};`;
    const values = slotValues(this.piece, slot).map(floatText).join(', ');
    return `const ${slot.type} ${slot.name} = ${slot.type === 'float' ? values : `${slot.type}(${values})`};`;
  }
}
