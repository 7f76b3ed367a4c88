import { floatText, library, PICTURE_SLOTS, type LibraryPart } from '../glsl';
import type { Piece, Strand } from '../piece/types';
import { glslNameOf, type Aside, type Param, type RunType } from '../steps';
import { FunctionTable } from './function-table';
import { isElsewhere, MOST_BRANCHES, type Plan } from './plan';
import { argumentParams, glslType, isBranch, paramType, runningInto, stepFunction } from './step-function';
import { tableOf, writtenIn, type Table } from './tables';
import type { SignalUniform, StepTypes, Target, UniformSlot, WeaveOptions, Woven } from './types';
import { literalOf, slotValues, tableValueOf, withinRangeText } from './values';

/** What runs into the first step: a form's point at rest, a finish's picture. */
const START: Partial<Record<RunType, string>> = { form: 'p.rest', image: 'v' };
const NOTHING: Partial<Record<RunType, string>> = {
  surface: 'bareSurface(vec3(0.18), 1.0, 0.0)',
  form: 'p.rest',
  image: 'v',
};
const ASIDE_TYPE: Record<Aside, string> = { tint: 'vec3', delay: 'float', dot: 'float' };
const TOGETHER = 'clTogether';

/** What a step gives stays a number, however large what came in was: see `finite` in the library. */
const finiteText = ({ gives, step }: StepTypes, text: string) =>
  gives === 'surface' || gives === 'stage' ? text : `${step.marks ? 'marked' : 'finite'}(${text})`;

/** What a link brings, as wide as the parameter and within its range. @param seen type of the value */
function linkedText(param: Param, value: string, seen: RunType): string {
  const wide =
    param.type === 'number' || seen === 'vec3' ? value : seen === 'float' ? `vec3(${value})` : `vec3(${value}, 0.0)`;
  return withinRangeText(param, wide);
}

/** A step in its row, and the name that all that is its alone begins with. */
interface Spot {
  strand: Strand;
  row: StepTypes;
  index: number;
  name: string;
}

/** Writes what a plan asks for as GLSL. One writer writes one text. */
export class Writer {
  private readonly parts = new Set<LibraryPart>(['place']);
  private readonly uniforms: UniformSlot[] = [];
  private readonly stepFunctions = new FunctionTable();
  private readonly strandFunctions: string[] = [];
  private readonly pictures: string[] = [];
  private readonly branches: Target[] = [];
  private readonly loopRows: number[] = [];
  private readonly signals = new Map<string, SignalUniform>();
  private readonly asides: Partial<Record<Aside, string>> = {};
  private readonly entries = new Set<string>();
  private otherMoments = false;

  constructor(
    private readonly piece: Piece,
    private readonly plan: Plan,
    private readonly options: WeaveOptions,
  ) {}

  write(targets: Target[]): Woven {
    const { plan } = this;
    for (const strand of plan.order) this.writeStrand(strand);
    for (const target of targets) this.writeEntry(target);
    const together = this.options.together && targets.length > 1 ? this.writeTogether(targets) : undefined;
    const signals = [...this.signals.values()];
    const glsl = [
      library(this.parts),
      this.uniforms.map((slot) => this.uniformText(slot)).join('\n'),
      ...signals.map(({ name, type }) => `uniform ${glslType(type)} ${name};`),
      ...this.stepFunctions.texts,
      ...this.strandFunctions,
    ].join('\n');
    const functions = targets.map((t) => ({ name: plan.nameOf(t), gives: plan.typeOf(t) }));
    return {
      glsl,
      uniforms: this.uniforms,
      functions,
      pictures: this.pictures,
      branches: this.branches,
      loopRows: this.loopRows,
      signals,
      otherMoments: this.otherMoments,
      asides: this.asides,
      together,
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
    // Beyond a step that makes a mesh, or reads the picture elsewhere, the row begins anew.
    const live = this.plan.liveFrom(target);
    const [from, begin] = live > 0 && live >= next ? [null, live] : [before, next];
    if (gives === 'surface') this.parts.add('surface');
    const lines: string[] = [];
    let running = from ? this.rowCall(from) : (START[gives] ?? '');
    for (let index = begin; index <= end; index++) {
      const row = this.plan.rows(strand.id)[index]!;
      if (!row.active || !row.definition?.glsl) continue;
      const spot = { strand, row, index, name: `${this.plan.strandName(strand.id)}_Step${index + 1}` };
      const name = `v${index + 1}`;
      const into = row.definition.overLoop ? this.overLoop(row) : running;
      lines.push(`  ${glslType(row.gives!)} ${name} = ${finiteText(row, this.stepCall(spot, into))};`);
      running = name;
    }
    const result = running || NOTHING[gives] || `${glslType(gives)}(0.0)`;
    this.writeFunction(this.head(this.rowName(target), target, this.plan.inputsOf(target)), lines, result);
  }

  private writeFunction(head: string, lines: string[], result?: string): void {
    const all = [...lines, ...(result === undefined ? [] : [`  return ${result};`])];
    this.strandFunctions.push(`${head} {\n${all.join('\n')}\n}\n`);
  }

  /** The function of a row: the target's own name where it takes in nothing. */
  private rowName(target: Target): string {
    const name = this.plan.nameOf(target);
    return this.plan.inputsOf(target).length > 0 ? `${name}_Row` : name;
  }

  private valueName(target: Target): string {
    return `${this.plan.nameOf(target)}_Value`;
  }

  private rowCall(target: Target): string {
    const running = this.plan.typeOf(target) === 'image' ? ['v'] : [];
    const values = this.plan.inputsOf(target).map((t) => this.valueName(t));
    return `${this.rowName(target)}(${['p', ...running, ...values].join(', ')})`;
  }

  /** Head of a function that gives what a target gives. */
  private head(name: string, target: Target, inputs: Target[]): string {
    const gives = this.plan.typeOf(target);
    const running = gives === 'image' ? [`${glslType(gives)} v`] : [];
    const values = inputs.map((t) => `${glslType(this.plan.typeOf(t))} ${this.valueName(t)}`);
    return `${glslType(gives)} ${name}(${['Place p', ...running, ...values].join(', ')})`;
  }

  /** Lines that work out all that the rows of targets take in, each value once. */
  private inputLines(targets: Target[]): string[] {
    const lines: string[] = [];
    const done = new Set<string>();
    const bring = (input: Target) => {
      const value = this.valueName(input);
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
      this.writeFunction(this.head(name, target, []), this.inputLines([target]), this.rowCall(target));
    this.entries.add(name);
  }

  private writeTogether(targets: Target[]): string {
    const outs = targets.map((t, i) => `out ${glslType(this.plan.typeOf(t))} r${i}`);
    const results = targets.map((t, i) => `  r${i} = ${this.rowCall(t)};`);
    this.writeFunction(`void ${TOGETHER}(${['Place p', ...outs].join(', ')})`, [
      ...this.inputLines(targets),
      ...results,
    ]);
    return TOGETHER;
  }

  /** The call of a step's function; writes all that it needs. @param running text of what runs in */
  private stepCall(spot: Spot, running: string): string {
    const { row } = spot;
    const definition = row.definition!;
    for (const part of definition.needs ?? []) this.parts.add(part);
    const takes = runningInto(definition, row.takes, row.gives!);
    if (takes === 'surface' || row.gives === 'surface') this.parts.add('surface');
    const name = this.stepName(spot, takes);
    const written: Record<string, string> = {};
    const args = argumentParams(definition).flatMap((p) => {
      const text = this.argument(spot, p, p.type === 'ramp' && p.at ? p.at(written, running) : running);
      if (text !== null) written[p.id] = text;
      return text === null ? [] : [text];
    });
    for (const [aside, id] of Object.entries(definition.asides ?? {}) as [Aside, string][]) {
      const own = `${spot.name}_${aside}Aside`;
      const param = definition.params.find((p) => p.id === id)!;
      this.asides[aside] = own;
      this.writeFunction(`${ASIDE_TYPE[aside]} ${own}(Place p)`, [], this.argument(spot, param, '')!);
    }
    return `${name}(${['p', ...(takes ? [running] : []), ...args].join(', ')})`;
  }

  /** What a step comes to at the place's phase that is worked out over the loop. */
  private overLoop(row: StepTypes): string {
    this.parts.add('loop');
    const { frames } = this.piece.loop;
    const { first, width } = this.plan.loopStep(row);
    const read = row.definition!.held ? 'heldOverLoop' : 'overLoop';
    const numbers = Array.from({ length: width }, (_, i) => {
      const row = this.loopRows.push(first + i * (frames + 1)) - 1;
      const place = this.options.constants ? row * (frames + 1) : this.loopRows[row]!;
      return `${read}(p.phase, ${place}, ${floatText(frames)})`;
    });
    return width === 1 ? numbers[0]! : `vec${width}(${numbers.join(', ')})`;
  }

  /** Writes the step's function, once for all rows that share it, and gives its name. */
  private stepName(spot: Spot, takes: RunType | null): string {
    const { row, strand, index } = spot;
    const definition = row.definition!;
    const types = { takes, gives: row.gives! };
    const chosen: Record<string, number> = Object.fromEntries(
      definition.params
        .filter((p) => p.type === 'choice' && paramType(p) !== null)
        .map((p) => [p.id, this.choiceIndex(row, p.id)]),
    );
    if (definition.passes) chosen.pass = this.options.pass ?? definition.passes - 1;
    const before = this.plan.before(strand.id, index);
    const moments = definition.params.filter((p) => p.per === 'moment').map((p) => [p.id, this.moment(spot, p)]);
    this.otherMoments ||= moments.length > 0;
    if (!before && moments.length === 0) return this.stepFunctions.add(definition, types, chosen);
    // What asks for its own row at other places is that row's alone.
    const again = before ? this.plan.nameOf(before) : undefined;
    const options = { ...types, name: spot.name, again, chosen, moments: Object.fromEntries(moments) };
    this.strandFunctions.push(stepFunction(definition, options));
    return spot.name;
  }

  /** Slot of an asset among the pictures that the program reads; -1 where there is none. */
  private slotOf(asset: string): number {
    if (!this.piece.assets.some((a) => a.id === asset)) return -1;
    const known = this.pictures.indexOf(asset);
    if (known >= 0 || this.pictures.length >= PICTURE_SLOTS) return known;
    return this.pictures.push(asset) - 1;
  }

  /** Slot of another picture among those that the program reads; -1 where there is none, or no room. */
  private branchOf(row: StepTypes, param: Param): number {
    const target = this.plan.branchOf(row, param);
    if (!target) return -1;
    const known = this.branches.findIndex((b) => b.strand === target.strand && b.step === target.step);
    if (known >= 0 || this.branches.length >= MOST_BRANCHES) return known;
    return this.branches.push(target) - 1;
  }

  private choiceIndex(row: StepTypes, id: string | undefined): number {
    const param = row.definition!.params.find((p) => p.id === id);
    return param?.type === 'choice'
      ? param.options.findIndex((o) => o.id === literalOf(this.piece, row.step, param))
      : 0;
  }

  /** Text of what a step's function gets for a parameter; null where it gets nothing. */
  private argument(spot: Spot, param: Param, running: string): string | null {
    const { row } = spot;
    // Choices are constants of the step's function; see `stepName`.
    if (paramType(param) === null || param.per === 'moment' || param.type === 'choice') return null;
    if (param.type === 'picture') return String(this.slotOf(literalOf(this.piece, row.step, param) as string));
    if (isBranch(param)) return String(this.branchOf(row, param));
    const slot = {
      name: `${spot.name}_${glslNameOf(param)}`,
      strand: spot.strand.id,
      step: row.step.id,
      param,
    };
    const found = tableOf(param, tableValueOf(this.piece, row.step, param));
    if (found) {
      const text = this.table(found.table, found.entries, slot, row, running);
      return found.table.by === 'phase' && param.type !== 'keys' ? linkedText(param, text, found.table.gives) : text;
    }
    const link = this.plan.linkOf(row, param);
    if (!link) {
      this.uniforms.push({ ...slot, type: param.type === 'number' ? 'float' : 'vec3' });
      return slot.name;
    }
    const target = { strand: link.link, step: link.step };
    const uniform = this.plan.isUniform(target);
    if (uniform)
      this.signals.set(this.plan.nameOf(target), {
        name: this.valueName(target),
        type: this.plan.typeOf(target),
        target,
      });
    const place = param.per === 'face' || param.per === 'copy' ? `${param.per}Of(p)` : 'p';
    const value =
      isElsewhere(row.definition!, param) && !uniform
        ? `${this.plan.nameOf(target)}(${place})`
        : this.valueName(target);
    return this.linked(param, value, target, link.swizzle);
  }

  private linked(param: Param, value: string, target: Target, swizzle: string | undefined): string {
    return swizzle
      ? linkedText(param, `${value}.${swizzle}`, 'float')
      : linkedText(param, value, this.plan.typeOf(target));
  }

  /** Writes the function that gives a parameter at any place. @returns its name */
  private moment(spot: Spot, param: Param): string {
    const name = `${spot.name}_${param.id}_At`;
    const link = this.plan.linkOf(spot.row, param);
    const target = link && { strand: link.link, step: link.step };
    const text = target
      ? this.linked(param, `${this.plan.nameOf(target)}(p)`, target, link.swizzle)
      : this.argument(spot, { ...param, per: undefined }, '')!;
    this.writeFunction(`${paramType(param)!} ${name}(Place p)`, [], text);
    return name;
  }

  /** A function that looks the running value (or the phase) up along a row of entries. */
  private table(
    table: Table,
    entries: unknown,
    slot: Omit<UniformSlot, 'type'>,
    row: StepTypes,
    running: string,
  ): string {
    this.parts.add(table.needs);
    const written = writtenIn(slot.param, row.step, entries, (choice) => literalOf(this.piece, row.step, choice));
    const count = table.rows(written).length;
    const names = Array.from({ length: count }, (_, stop) => `${slot.name}_${stop + 1}`);
    for (const [stop, name] of names.entries()) this.uniforms.push({ ...slot, name, type: 'vec4', stop });
    const body = table.body(names, written);
    this.writeFunction(`${table.gives} ${slot.name}(float t)`, [body]);
    if (slot.param.type === 'curve' && slot.param.each) {
      const each = slot.param.each(running);
      return `vec3(${['r', 'g', 'b'].map((c) => `${slot.name}((${each}).${c})`).join(', ')})`;
    }
    return `${slot.name}(${table.by === 'phase' ? 'p.phase' : running})`;
  }

  private uniformText(slot: UniformSlot): string {
    if (!this.options.constants) return `uniform ${slot.type} ${slot.name};`;
    const values = slotValues(this.piece, slot).map(floatText).join(', ');
    return `const ${slot.type} ${slot.name} = ${slot.type === 'float' ? values : `${slot.type}(${values})`};`;
  }
}
