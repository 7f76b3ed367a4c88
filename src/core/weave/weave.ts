import { floatText, library, PICTURE_SLOTS, samplerText, type LibraryPart } from '../glsl';
import { isLink, type Link, type Piece, type Strand } from '../piece/types';
import { glslNameOf, valueOf, type Aside, type Param, type RunType, type StepDefinition } from '../steps';
import { linkProblem } from './analyse';
import type { Analysis, StepTypes } from './types';
import { emptyType, strandNames } from './words';
import { glslType, heard, paramType, runningInto, stepFunction, stepFunctionName } from './step-function';
import { rampChoices, tableOf, type Table } from './tables';
import { literalOf, slotValues, withinRangeText, type UniformSlot } from './values';

/** A strand, whole or up to and including one of its steps. */
export interface Target {
  strand: string;
  step?: string;
}

export interface Woven {
  /** Library, step and strand functions, uniforms first; no `main`. */
  glsl: string;
  uniforms: UniformSlot[];
  /** Function of each wanted target, and the type it gives. */
  functions: { name: string; gives: RunType }[];
  /** Ids of the assets that it reads, by slot. */
  pictures: string[];
  /** Uniforms that hold the values of signals at the present phase; see `WeaveOptions.held`. */
  signals: HeldSignal[];
  /** Functions of the place for what steps say beside the running value. */
  asides: Partial<Record<Aside, string>>;
  /** Function that gives all targets at one place; see `WeaveOptions.together`. */
  together?: string;
}

export interface HeldSignal {
  name: string;
  type: RunType;
  target: Target;
}

/** The text for the graphics card: the pictures' samplers, then what both processors share. */
export const cardText = (woven: Woven, stage = '') =>
  /\btexel(At|Size)\b/.test(woven.glsl) ? `${samplerText(woven.pictures.length, stage)}${woven.glsl}` : woven.glsl;

export interface WeaveOptions {
  /** Write the present values as constants, for text that stands on its own. */
  constants?: boolean;
  /** Signals are uniforms, worked out once a frame, where all places share one phase. */
  held?: boolean;
  /** Write a function that works all targets out at one place, what they share once. */
  together?: boolean;
}

/** What runs into the first step: a form's point at rest, a finish's picture. */
const START: Partial<Record<RunType, string>> = { form: 'p.rest', image: 'v' };
const NOTHING: Partial<Record<RunType, string>> = {
  surface: 'bareSurface(vec3(0.18), 1.0, 0.0)',
  form: 'p.rest',
  image: 'v',
};

/** What a step gives stays a number, however large what came in was: see `finite` in the library. */
const heldText = (gives: RunType, text: string) =>
  gives === 'surface' || gives === 'stage' ? text : `finite(${text})`;

/**
 * Weaves strands into GLSL text, in an order that compiles. Steps that cannot run are passed
 * by. Each strand (or part of one that a link reaches) becomes one function of the place and
 * of the values that its links bring; a target's own function works those values out first,
 * each once, however many strands share them.
 */
export function weave(piece: Piece, analysis: Analysis, targets: Target[], options: WeaveOptions = {}): Woven {
  return new Weaver(piece, analysis, options).weave(targets);
}

/** Is what a link brings worked out by a function of its own, rather than with the row? */
const isElsewhere = (definition: StepDefinition, param: Param) =>
  param.per === 'face' ||
  param.per === 'copy' ||
  param.per === 'moment' ||
  Object.values(definition.asides ?? {}).includes(param.id);

/** Index of the last step up to `end` that makes a mesh; 0 where only the source does. */
export function lastReshape(rows: StepTypes[], end = rows.length - 1): number {
  for (let i = end; i > 0; i--) if (rows[i]!.active && rows[i]!.definition!.reshape) return i;
  return 0;
}

/** Texts of steps of the catalogue: each is one object that never changes, and most rows have the same few. */
const texts = new WeakMap<StepDefinition, Map<string, string>>();

function remembered(definition: StepDefinition, key: string, write: () => string): string {
  const own = texts.get(definition) ?? new Map<string, string>();
  texts.set(definition, own);
  const text = own.get(key) ?? write();
  own.set(key, text);
  return text;
}

/** What a link brings, as wide as the parameter and within its range. @param seen type of the value */
function linkedText(param: Param, value: string, seen: RunType): string {
  const wide =
    param.type === 'number' || seen === 'vec3' ? value : seen === 'float' ? `vec3(${value})` : `vec3(${value}, 0.0)`;
  return withinRangeText(param, wide);
}

const TOGETHER = 'clTogether';

class Weaver {
  private readonly names: Map<string, string>;
  private readonly byId: Map<string, Strand>;
  /** Places in each needed strand at which a function ends. */
  private readonly cuts = new Map<string, Set<number>>();
  private readonly parts = new Set<LibraryPart>(['place']);
  private readonly uniforms: UniformSlot[] = [];
  /** Functions of steps by the text that they would have if no other had taken their name. */
  private readonly stepFunctions = new Map<string, { name: string; text: string }>();
  /** How many functions of steps go by one name, apart from their number. */
  private readonly versions = new Map<string, number>();
  private readonly strandFunctions: string[] = [];
  private readonly pictures: string[] = [];
  private readonly signals = new Map<string, HeldSignal>();
  private readonly asides: Partial<Record<Aside, string>> = {};
  /** Rows that a step asks for at other places: each gets its function of the place at once. */
  private readonly asked = new Set<string>();
  private readonly entered = new Set<string>();

  constructor(
    private readonly piece: Piece,
    private readonly analysis: Analysis,
    private readonly options: WeaveOptions,
  ) {
    this.names = strandNames(piece);
    this.byId = new Map(piece.strands.map((s) => [s.id, s]));
  }

  weave(targets: Target[]): Woven {
    const functions = targets.map((t) => ({ name: this.want(t), gives: this.typeOf(t) }));
    for (const strand of this.analysis.order) this.writeStrand(strand);
    for (const target of targets) this.enter(target);
    const together = this.options.together && targets.length > 1 ? this.writeTogether(targets) : undefined;
    const text = [
      library(this.parts),
      this.uniformText(),
      ...this.signalText(),
      ...[...this.stepFunctions.values()].map((f) => f.text),
      ...this.strandFunctions,
    ].join('\n');
    return {
      glsl: text,
      uniforms: this.uniforms,
      functions,
      pictures: this.pictures,
      signals: [...this.signals.values()],
      asides: this.asides,
      together,
    };
  }

  private enter(target: Target): void {
    const name = this.nameOf(target);
    if (!this.entered.has(name) && this.inputsOf(target).length > 0) this.writeEntry(target);
    this.entered.add(name);
  }

  /** The row before a step, for one that asks for it at other places. */
  private before(strand: string, index: number): Target | null {
    const row = this.rows(strand)[index]!;
    if (!row.active || !row.definition?.again) return null;
    const previous = this.rows(strand)[index - 1];
    return previous ? { strand, step: previous.step.id } : null;
  }

  /** Where the part of a row begins that runs at each place: all before the last step that makes a mesh is baked into it. */
  private liveFrom(target: Target): number {
    return lastReshape(this.rows(target.strand), this.indexOf(target));
  }

  private rows(id: string): StepTypes[] {
    return this.analysis.types.get(id) ?? [];
  }

  private indexOf(target: Target): number {
    const rows = this.rows(target.strand);
    const at = target.step ? rows.findIndex((r) => r.step.id === target.step) : -1;
    return at >= 0 ? at : rows.length - 1;
  }

  private typeOf(target: Target): RunType {
    return this.rows(target.strand)[this.indexOf(target)]?.gives ?? emptyType(this.byId.get(target.strand)!);
  }

  private nameOf(target: Target): string {
    const index = this.indexOf(target);
    const name = this.names.get(target.strand)!;
    return index === this.rows(target.strand).length - 1 ? name : `${name}_To${index + 1}`;
  }

  /** Asks for a target's function and all that it takes from. */
  private want(target: Target): string {
    const index = this.indexOf(target);
    const cuts = this.cuts.get(target.strand) ?? new Set<number>();
    this.cuts.set(target.strand, cuts);
    if (!cuts.has(index)) {
      cuts.add(index);
      for (const input of this.inputsOf(target)) this.want(input);
      for (let i = this.liveFrom(target); i <= index; i++) {
        for (const input of this.elsewhere(this.rows(target.strand)[i]!)) this.asked.add(this.want(input));
        const before = this.before(target.strand, i);
        if (before) this.asked.add(this.want(before));
      }
    }
    return this.nameOf(target);
  }

  /** What the row of a target takes in through links, each once, in the order of the row. */
  private inputsOf(target: Target): Target[] {
    const found = new Map<string, Target>();
    for (const row of this.rows(target.strand).slice(this.liveFrom(target), this.indexOf(target) + 1)) {
      if (!row.active) continue;
      for (const param of row.definition!.params) {
        const link = this.linkOf(row, param);
        if (!link || isElsewhere(row.definition!, param)) continue;
        const input = { strand: link.link, step: link.step };
        if (this.isHeld(input)) continue;
        found.set(this.nameOf(input), input);
      }
    }
    return [...found.values()];
  }

  /** What a step takes in for whole faces or copies: functions of a place of their own. */
  private elsewhere(row: StepTypes): Target[] {
    if (!row.active || !row.definition!.glsl) return [];
    return row
      .definition!.params.filter((param) => isElsewhere(row.definition!, param))
      .flatMap((param) => {
        const link = this.linkOf(row, param);
        const target = link && { strand: link.link, step: link.step };
        return target && (param.per === 'moment' || !this.isHeld(target)) ? [target] : [];
      });
  }

  /** The function of a row: the target's own name where it takes in nothing. */
  private rowName(target: Target): string {
    return this.inputsOf(target).length > 0 ? `${this.nameOf(target)}_Row` : this.nameOf(target);
  }

  private valueName(target: Target): string {
    return `${this.nameOf(target)}_Value`;
  }

  private rowCall(target: Target): string {
    const carried = this.typeOf(target) === 'image' ? ['v'] : [];
    return `${this.rowName(target)}(${['p', ...carried, ...this.inputsOf(target).map((t) => this.valueName(t))].join(', ')})`;
  }

  /** Head of a function that gives what a target gives. */
  private head(name: string, target: Target, inputs: Target[]): string {
    const gives = this.typeOf(target);
    const carried = gives === 'image' ? ['vec3 v'] : [];
    return `${glslType(gives)} ${name}(${['Place p', ...carried, ...inputs.map((t) => `${glslType(this.typeOf(t))} ${this.valueName(t)}`)].join(', ')})`;
  }

  /** Lines that work out all that the rows of targets take in, each value once. */
  private inputLines(targets: Target[]): string[] {
    const lines: string[] = [];
    const done = new Set<string>();
    const bring = (input: Target) => {
      const value = this.valueName(input);
      if (done.has(value)) return;
      this.inputsOf(input).forEach(bring);
      done.add(value);
      lines.push(`  ${glslType(this.typeOf(input))} ${value} = ${this.rowCall(input)};`);
    };
    for (const target of targets) this.inputsOf(target).forEach(bring);
    return lines;
  }

  /** The target as a function of the place alone. */
  private writeEntry(target: Target): void {
    this.strandFunctions.push(
      `${this.head(this.nameOf(target), target, [])} {\n${this.inputLines([target]).join('\n')}\n  return ${this.rowCall(target)};\n}\n`,
    );
  }

  private writeTogether(targets: Target[]): string {
    const outs = targets.map((t, i) => `out ${glslType(this.typeOf(t))} r${i}`);
    const results = targets.map((t, i) => `  r${i} = ${this.rowCall(t)};`);
    this.strandFunctions.push(
      `void ${TOGETHER}(${['Place p', ...outs].join(', ')}) {\n${[...this.inputLines(targets), ...results].join('\n')}\n}\n`,
    );
    return TOGETHER;
  }

  /** The link that feeds a parameter, if there is one and it fits. */
  private linkOf(row: StepTypes, param: Param): Link | null {
    const value = valueOf(row.step, param);
    if (!isLink(value) || param.type === 'strand') return null;
    return linkProblem(this.piece, row.definition!, param, value, this.analysis.types) ? null : value;
  }

  private writeStrand(strand: Strand): void {
    let from: Target | null = null;
    let begin = 0;
    for (const end of [...(this.cuts.get(strand.id) ?? [])].sort((a, b) => a - b)) {
      const target = { strand: strand.id, step: this.rows(strand.id)[end]!.step.id };
      this.writeFunction(strand, from, begin, end, target);
      if (this.asked.has(this.nameOf(target))) this.enter(target);
      from = target;
      begin = end + 1;
    }
  }

  private writeFunction(strand: Strand, before: Target | null, first: number, end: number, target: Target): void {
    const gives = this.typeOf(target);
    // Beyond a step that makes a mesh the row begins anew, from its points at rest.
    const live = this.liveFrom(target);
    const [from, begin] = live > 0 && live >= first ? [null, live] : [before, first];
    if (gives === 'surface') this.parts.add('surface');
    const head = this.head(this.rowName(target), target, this.inputsOf(target));
    const lines: string[] = [];
    let running = from ? this.rowCall(from) : (START[gives] ?? '');
    for (const [i, row] of this.rows(strand.id)
      .slice(begin, end + 1)
      .entries()) {
      if (!row.active || !row.definition?.glsl) continue;
      const name = `v${begin + i + 1}`;
      lines.push(
        `  ${glslType(row.gives!)} ${name} = ${heldText(row.gives!, this.call(strand, row, begin + i, running))};`,
      );
      running = name;
    }
    const result = running || NOTHING[gives] || `${glslType(gives)}(0.0)`;
    this.strandFunctions.push(`${head} {\n${lines.join('\n')}${lines.length > 0 ? '\n' : ''}  return ${result};\n}\n`);
  }

  private call(strand: Strand, row: StepTypes, index: number, running: string): string {
    const definition = row.definition!;
    for (const part of definition.needs ?? []) this.parts.add(part);
    const takes = runningInto(row.takes, row.gives!);
    if (takes === 'surface' || row.gives === 'surface') this.parts.add('surface');
    const name = this.stepName(strand, row, index, takes);
    const named: Record<string, string> = {};
    const args = heard(definition).flatMap((p) => {
      const text = this.argument(strand, row, index, p, p.type === 'ramp' && p.at ? p.at(named) : running);
      if (text !== null) named[p.id] = text;
      return text === null ? [] : [text];
    });
    for (const [aside, id] of Object.entries(definition.asides ?? {}) as [Aside, string][]) {
      const own = `${this.names.get(strand.id)}_Step${index + 1}_${aside}Aside`;
      this.asides[aside] = own;
      this.strandFunctions.push(
        `${aside === 'tint' ? 'vec3' : 'float'} ${own}(Place p) {\n  return ${this.argument(
          strand,
          row,
          index,
          definition.params.find((p) => p.id === id)!,
          '',
        )};\n}\n`,
      );
    }
    return `${name}(${['p', ...(takes ? [running] : []), ...args].join(', ')})`;
  }

  /** Writes the step's function, once for all rows that share it, and gives its name. */
  private stepName(strand: Strand, row: StepTypes, index: number, takes: RunType | null): string {
    const definition = row.definition!;
    const chosen = Object.fromEntries(
      definition.params
        .filter((p) => p.type === 'choice' && paramType(p) !== null)
        .map((p) => [p.id, this.choiceIndex(row, p.id)]),
    );
    const before = this.before(strand.id, index);
    const moments = definition.params.filter((p) => p.per === 'moment').map((p) => this.moment(strand, row, index, p));
    // What asks for its own row elsewhere is that row's alone.
    if (before || moments.length > 0) {
      const name = `${this.names.get(strand.id)}_Step${index + 1}`;
      this.strandFunctions.push(
        stepFunction(
          definition,
          takes,
          row.gives!,
          name,
          before ? this.nameOf(before) : undefined,
          chosen,
          Object.fromEntries(moments),
        ),
      );
      return name;
    }
    // Rows share a function where its text is the same to the letter, whatever it was made from.
    const shared = [stepFunctionName(definition), ...Object.values(chosen)].join('_');
    const written = (name: string) => stepFunction(definition, takes, row.gives!, name, undefined, chosen);
    const text = remembered(definition, `${shared} ${takes} ${row.gives}`, () => written(shared));
    const known = this.stepFunctions.get(text);
    if (known) return known.name;
    const others = this.versions.get(shared) ?? 0;
    this.versions.set(shared, others + 1);
    const name = others === 0 ? shared : `${shared}_V${others + 1}`;
    this.stepFunctions.set(text, { name, text: others === 0 ? text : written(name) });
    return name;
  }

  /** Slot of an asset among the pictures that the program reads; -1 where there is none. */
  private slotOf(asset: string): number {
    if (!this.piece.assets.some((a) => a.id === asset)) return -1;
    const known = this.pictures.indexOf(asset);
    if (known >= 0 || this.pictures.length >= PICTURE_SLOTS) return known;
    return this.pictures.push(asset) - 1;
  }

  private choiceIndex(row: StepTypes, id: string | undefined): number {
    const param = row.definition!.params.find((p) => p.id === id);
    return param?.type === 'choice'
      ? param.options.findIndex((o) => o.id === literalOf(this.piece, row.step, param))
      : 0;
  }

  private argument(strand: Strand, row: StepTypes, index: number, param: Param, running: string): string | null {
    if (paramType(param) === null || param.per === 'moment') return null;
    const name = `${this.names.get(strand.id)}_Step${index + 1}_${glslNameOf(param)}`;
    const slot = { name, strand: strand.id, step: row.step.id, param };
    // Choices are constants of the step's function; see `stepName`.
    if (param.type === 'choice') return null;
    if (param.type === 'picture') return String(this.slotOf(literalOf(this.piece, row.step, param) as string));
    const table = tableOf(param);
    if (table) return this.table(table, slot, row, running);
    const wide = param.type !== 'number';
    const link = this.linkOf(row, param);
    if (!link) {
      this.uniforms.push({ ...slot, type: wide ? 'vec3' : 'float' });
      return name;
    }
    const target = { strand: link.link, step: link.step };
    if (this.isHeld(target))
      this.signals.set(this.nameOf(target), { name: this.valueName(target), type: this.typeOf(target), target });
    const place = param.per === 'face' || param.per === 'copy' ? `${param.per}Of(p)` : 'p';
    const whole =
      isElsewhere(row.definition!, param) && !this.isHeld(target)
        ? `${this.nameOf(target)}(${place})`
        : this.valueName(target);
    const value = `${whole}${link.swizzle ? `.${link.swizzle}` : ''}`;
    return linkedText(param, value, link.swizzle ? 'float' : this.typeOf(target));
  }

  private isHeld(target: Target): boolean {
    return this.options.held === true && this.byId.get(target.strand)?.kind === 'signal';
  }

  private signalText(): string[] {
    return [...this.signals.values()].map(({ name, type }) => `uniform ${glslType(type)} ${name};`);
  }

  /** The function that gives a parameter at any place: the parameter's id, and its name. */
  private moment(strand: Strand, row: StepTypes, index: number, param: Param): [string, string] {
    const name = `${this.names.get(strand.id)}_Step${index + 1}_${param.id}_At`;
    const asked = { ...param, per: undefined };
    const link = this.linkOf(row, param);
    const type = paramType(param)!;
    const target = link && { strand: link.link, step: link.step };
    const text = target
      ? linkedText(
          param,
          `${this.nameOf(target)}(p)${link.swizzle ? `.${link.swizzle}` : ''}`,
          link.swizzle ? 'float' : this.typeOf(target),
        )
      : this.argument(strand, row, index, asked, '')!;
    this.strandFunctions.push(`${type} ${name}(Place p) {\n  return ${text};\n}\n`);
    return [param.id, name];
  }

  /** A function that looks the running value (or the phase) up along a row of entries. */
  private table(table: Table, slot: Omit<UniformSlot, 'type'>, row: StepTypes, running: string): string {
    this.parts.add(table.needs);
    const count = (literalOf(this.piece, row.step, slot.param) as unknown[]).length;
    const names = Array.from({ length: count }, (_, stop) => `${slot.name}_${stop + 1}`);
    for (const [stop, name] of names.entries()) this.uniforms.push({ ...slot, name, type: 'vec4', stop });
    const { blend, space } = rampChoices(slot.param);
    this.strandFunctions.push(
      `${table.gives} ${slot.name}(float t) {\n${table.body(names, this.choiceIndex(row, blend), this.choiceIndex(row, space))}\n}\n`,
    );
    return `${slot.name}(${table.by === 'phase' ? 'p.phase' : running})`;
  }

  private uniformText(): string {
    return this.uniforms
      .map((slot) => {
        if (!this.options.constants) return `uniform ${slot.type} ${slot.name};`;
        const values = slotValues(this.piece, slot).map(floatText).join(', ');
        return `const ${slot.type} ${slot.name} = ${slot.type === 'float' ? values : `${slot.type}(${values})`};`;
      })
      .join('\n');
  }
}
