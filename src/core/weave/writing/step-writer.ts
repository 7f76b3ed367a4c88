import { floatText, PICTURE_SLOTS, type LibraryPart } from '../../glsl';
import type { Link, Piece, Strand } from '../../piece/types';
import { paramById, glslNameOf, type PlaceAttribute, type Param, type RunType } from '../../steps';
import { FunctionTable } from './function-table';
import { levelStatements } from '../analysis/copy-levels';
import { isElsewhere, MAX_BRANCHES, type Plan } from './plan';
import { argumentParams, isBranch, paramType, runningInto, stepFunction } from '../analysis/step-function';
import { tableOf, writtenIn, type Table } from './tables';
import type { SignalUniform, ActiveStep, Target, UniformSlot, WeaveOptions } from '../analysis/types';
import { literalOf, tableValueOf, withinRangeText } from './values';

const ATTRIBUTE_TYPE: Record<PlaceAttribute, string> = { tint: 'vec3', delay: 'float', dot: 'float' };

/** What a link brings, as wide as the parameter and within its range. @param seen type of the value */
function linkedText(param: Param, value: string, seen: RunType): string {
  const wide =
    param.type === 'number' || seen === 'vec3' || seen === 'moments'
      ? value
      : seen === 'float'
        ? `vec3(${value})`
        : `vec3(${value}, 0.0)`;
  return withinRangeText(param, wide);
}

/** A step in its row, and the name that all that is its alone begins with. */
export interface Spot {
  strand: Strand;
  row: ActiveStep;
  index: number;
  name: string;
}

/** Writes the calls of steps, and collects what one text needs for them. */
export class StepWriter {
  readonly parts = new Set<LibraryPart>(['place']);
  readonly uniforms: UniformSlot[] = [];
  /** Functions of steps that rows share. */
  readonly shared = new FunctionTable();
  /** Functions of rows, and of steps that are one row's alone. */
  readonly functions: string[] = [];
  readonly pictures: string[] = [];
  readonly branches: Target[] = [];
  readonly loopRows: number[] = [];
  readonly signals = new Map<string, SignalUniform>();
  readonly attributes: Partial<Record<PlaceAttribute, string>> = {};
  otherMoments = false;

  constructor(
    private readonly piece: Piece,
    private readonly plan: Plan,
    private readonly options: WeaveOptions,
  ) {}

  writeFunction(head: string, lines: string[], result?: string): void {
    const all = [...lines, ...(result === undefined ? [] : [`  return ${result};`])];
    this.functions.push(`${head} {\n${all.join('\n')}\n}\n`);
  }

  /** The call of a step's function; writes all that it needs. @param running text of the input */
  stepCall(spot: Spot, running: string): string {
    const { row } = spot;
    const definition = row.definition;
    for (const part of definition.needs ?? []) this.parts.add(part);
    const takes = runningInto(definition, row.takes, row.gives!);
    if (takes === 'surface' || row.gives === 'surface') this.parts.add('surface');
    const name = this.stepName(spot, takes);
    const place = this.placeText(spot);
    const written: Record<string, string> = {};
    const args = argumentParams(definition).flatMap((p) => {
      const text = this.argument(spot, p, p.type === 'ramp' && p.at ? p.at(written, running) : running);
      if (text !== null) written[p.id] = text;
      return text === null ? [] : [text];
    });
    for (const [attribute, id] of Object.entries(definition.attributes ?? {}) as [PlaceAttribute, string][]) {
      const own = `${spot.name}_${attribute}Attribute`;
      const param = paramById(definition, id)!;
      const said = this.argument(spot, param, '')!;
      // What is painted covers what was there; copies of copies, and copies of what is painted, have all of it.
      const before = definition.place && this.attributes[attribute];
      const text = before ? `${before}(p) ${attribute === 'delay' ? '+' : '*'} ${said}` : said;
      this.attributes[attribute] = own;
      this.writeFunction(`${ATTRIBUTE_TYPE[attribute]} ${own}(Place p)`, [], text);
    }
    return `${name}(${[place, ...(takes ? [running] : []), ...args].join(', ')})`;
  }

  /** The place as a step sees it: a step of copies of copies sees its own ones. Writes what it needs for that. */
  private placeText({ strand, index, name }: Spot): string {
    const statements = levelStatements(this.plan.rows(strand.id), index);
    if (statements.length === 0) return 'p';
    const own = `${name}_Copies`;
    const text = [`Place ${own}(Place p) {`, '  Place q = p;', ...statements, '  return q;', '}\n'].join('\n');
    if (!this.functions.includes(text)) this.functions.push(text);
    return `${own}(p)`;
  }

  /** What a step comes to at the place's phase that is worked out over the loop. */
  overLoop(row: ActiveStep): string {
    this.parts.add('loop');
    const { frames } = this.piece.loop;
    const { first, width } = this.plan.loopStep(row);
    const read = row.definition.held ? 'heldOverLoop' : 'overLoop';
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
    const definition = row.definition;
    const types = { takes, gives: row.gives! };
    const chosen: Record<string, number> = Object.fromEntries(
      definition.params
        .filter((p) => p.type === 'choice' && paramType(p) !== null)
        .map((p) => [glslNameOf(p), this.choiceIndex(row, p.id)]),
    );
    if (definition.passes) chosen.pass = this.options.pass ?? definition.passes - 1;
    const before = this.plan.before(strand.id, index);
    const moments = definition.params.filter((p) => p.per === 'moment').map((p) => [p.id, this.moment(spot, p)]);
    this.otherMoments ||= moments.length > 0;
    if (!before && moments.length === 0) return this.shared.add(definition, types, chosen);
    // What asks for its own row at other places is that row's alone.
    const again = before ? this.plan.nameOf(before) : undefined;
    const options = { ...types, name: spot.name, again, chosen, moments: Object.fromEntries(moments) };
    this.functions.push(stepFunction(definition, options));
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
  private branchOf(row: ActiveStep, param: Param): number {
    const target = this.plan.branchOf(row, param);
    if (!target) return -1;
    const known = this.branches.findIndex((b) => b.strand === target.strand && b.step === target.step);
    if (known >= 0 || this.branches.length >= MAX_BRANCHES) return known;
    return this.branches.push(target) - 1;
  }

  private choiceIndex(row: ActiveStep, id: string | undefined): number {
    const param = paramById(row.definition, id);
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
    const slot = { name: `${spot.name}_${glslNameOf(param)}`, strand: spot.strand.id, step: row.step.id, param };
    const found = tableOf(param, tableValueOf(this.piece, row.step, param));
    if (found) {
      const text = this.table(found.table, found.entries, slot, row, running);
      return found.table.input === 'phase' && param.type !== 'keys' ? linkedText(param, text, found.table.gives) : text;
    }
    const link = this.plan.linkOf(row, param);
    if (link) return this.follow(spot, param, link);
    this.uniforms.push({ ...slot, type: param.type === 'number' ? 'float' : 'vec3' });
    return slot.name;
  }

  /** Text of what a link brings to a parameter. */
  private follow(spot: Spot, param: Param, { link, step, swizzle }: Link): string {
    const target = { strand: link, step };
    const name = this.plan.nameOf(target);
    const value = this.plan.valueNameOf(target);
    const isUniform = this.plan.isUniform(target);
    if (isUniform) this.signals.set(name, { name: value, type: this.plan.typeOf(target), target });
    if (isUniform || !isElsewhere(spot.row.definition, param)) return this.linked(param, value, target, swizzle);
    const here = this.placeText(spot);
    const place = param.per === 'face' || param.per === 'copy' ? `${param.per}Of(${here})` : here;
    return this.linked(param, `${name}(${place})`, target, swizzle);
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
    row: ActiveStep,
    running: string,
  ): string {
    this.parts.add(table.needs);
    const written = writtenIn(slot.param, row.step, entries, {
      literal: (choice) => literalOf(this.piece, row.step, choice),
      play: this.piece.loop.play,
    });
    const count = table.rows(written).length;
    const names = Array.from({ length: count }, (_, stop) => `${slot.name}_${stop + 1}`);
    for (const [stop, name] of names.entries()) this.uniforms.push({ ...slot, name, type: 'vec4', stop });
    const body = table.body(names, written);
    this.writeFunction(`${table.gives} ${slot.name}(float t)`, [body]);
    if (slot.param.type === 'curve' && slot.param.each) {
      const each = slot.param.each(running);
      return `vec3(${['r', 'g', 'b'].map((c) => `${slot.name}((${each}).${c})`).join(', ')})`;
    }
    return `${slot.name}(${table.input === 'phase' ? 'p.phase' : running})`;
  }
}
