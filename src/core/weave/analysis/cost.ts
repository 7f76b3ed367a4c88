import { onceByName } from '../../once';
import { callsOf, checkProgram, library, MAX_COST, MAX_SOURCE, type LibraryPart } from '../../glsl';
import { FRAME_STAND_IN, readsFrame, readsOther } from '../../glsl/lib';
import { LIMITS } from '../../piece/limits';
import { isLink, type Strand } from '../../piece/types';
import { valueOf, type Param, type RunType, type StepDefinition } from '../../steps';
import { glslType, paramType, runningInto, stepFunction, widthOf } from './step-function';
import type { StepTypes } from './types';

/** What a row comes to, up to one of its steps. */
interface RowCost {
  /** Scalar operations of the row at one place, without what its links bring. */
  row: number;
  /** Rows whose values links bring, each worked out once: keys of `extents`. */
  inputs: ReadonlySet<string>;
  /** Characters of GLSL, what is shared between rows counted again for each. */
  text: number;
}

/** What a step's own function takes, and how often it asks for each function of a place (`again`, moments). */
interface StepCost {
  own: number;
  asks: ReadonlyMap<string, number>;
}

/** What is around each step's function: its call, its links held in their ranges, its result held finite. */
const CALL_COST = 80;
/** Characters that a step, and each of its parameters, takes beside names and what an artist wrote. */
const STEP_TEXT = 120;
const PARAM_TEXT = 60;
/** Left for the library and for the functions of the catalogue. */
const SHARED_TEXT = 200_000;
const NONE: ReadonlySet<string> = new Set();
/** No step of the catalogue takes more by itself; see the test over the catalogue. */
export const MAX_OWN_COST = 70_000;

/**
 * Counts what rows take before anything is compiled, so that what is too much is said at the step that makes
 * it so. Rows are asked for in the order of their links. It never counts less than the checker of the language
 * does (`glsl/check/cost`).
 */
export class Costs {
  private readonly extents = new Map<string, RowCost>();
  private loopNumbers = 0;

  /**
   * @param exact measure each step, in place of taking the most that any takes: slower the first time
   * @param frames of the loop
   */
  constructor(
    private readonly exact: boolean,
    private readonly frames: number,
  ) {}

  /** Why a step would make its row too much, or null; a step that would not is counted. */
  add(strand: Strand, rows: readonly StepTypes[], index: number): string | null {
    const row = rows[index]!;
    const definition = row.definition;
    const before =
      index > 0 ? this.extents.get(keyOf(strand.id, rows[index - 1]!.step.id))! : { row: 0, inputs: NONE, text: 0 };
    const key = keyOf(strand.id, row.step.id);
    this.extents.set(key, before);
    if (index === rows.length - 1) this.extents.set(keyOf(strand.id), before);
    if (!row.active || !definition?.glsl) return null;
    const now = this.after(before, strand, row, definition);
    const total = this.total(now);
    const name = `"${definition.name}"`;
    if (total.cost > MAX_COST)
      return (
        `${name} would make this row take about ${thousands(total.cost)} operations at every place; ` +
        `at most ${thousands(MAX_COST)} are possible. It is skipped; take out a step that asks for ` +
        'its row several times, or one before it.'
      );
    if (total.text > MAX_SOURCE - SHARED_TEXT)
      return (
        `${name} would make this row longer than one program can be. It is skipped; let part of ` +
        'the row be another strand that is used alone.'
      );
    const numbers = definition.overLoop ? widthOf(row.gives!) * (this.frames + 1) : 0;
    if (this.loopNumbers + numbers > LIMITS.loopNumbers)
      return (
        `${name} would make signals remember more than ${thousands(LIMITS.loopNumbers)} numbers ` +
        'over the loop. It is skipped; make the loop shorter, or take out another step ' +
        'with memory.'
      );
    this.loopNumbers += numbers;
    this.extents.set(key, now);
    if (index === rows.length - 1) this.extents.set(keyOf(strand.id), now);
    return null;
  }

  private after(before: RowCost, strand: Strand, row: StepTypes, definition: StepDefinition): RowCost {
    const { own, asks } = this.costOf(definition, row.takes, row.gives!);
    let cost =
      before.row + own + CALL_COST + definition.params.length * 8 + (asks.get('again') ?? 0) * this.total(before).cost;
    const inputs = new Set(before.inputs);
    for (const param of definition.params) {
      const value = valueOf(row.step, param);
      if (!isLink(value) || param.type === 'strand') continue;
      const from = this.extents.get(keyOf(value.link, value.step));
      if (!from) continue;
      if (param.per === undefined || param.per === 'point') inputs.add(keyOf(value.link, value.step));
      else cost += (param.per === 'moment' ? (asks.get(param.id) ?? 1) : 1) * (this.total(from).cost + CALL_COST);
    }
    const names = strand.name.length + definition.name.length;
    const written = definition.resolve || definition.again ? definition.glsl!.length : 0;
    const text =
      before.text +
      STEP_TEXT +
      3 * names +
      written +
      definition.params.reduce((sum, p) => sum + textOf(p, row, strand.name.length), 0);
    return { row: cost, inputs: inputs.size === before.inputs.size ? before.inputs : inputs, text };
  }

  private costOf(definition: StepDefinition, takes: RunType | null, gives: RunType): StepCost {
    const asksElsewhere = definition.again || definition.params.some((p) => p.per === 'moment');
    return this.exact || asksElsewhere || definition.resolve
      ? costOf(definition, takes, gives)
      : { own: MAX_OWN_COST, asks: new Map() };
  }

  /** A row with all that its links bring, each counted once. */
  private total(extent: RowCost): { cost: number; text: number } {
    let { row: cost, text } = extent;
    const seen = new Set<string>();
    const open = [...extent.inputs];
    for (let key = open.pop(); key !== undefined; key = open.pop()) {
      if (seen.has(key)) continue;
      seen.add(key);
      const input = this.extents.get(key);
      if (!input) continue;
      cost += input.row + CALL_COST;
      text += input.text;
      open.push(...input.inputs);
    }
    return { cost, text };
  }
}

const keyOf = (strand: string, step?: string) => `${strand} ${step ?? ''}`;
const thousands = (count: number) =>
  count < 1e9 ? `${Math.round(count / 1000).toLocaleString('en')} thousand` : 'billions of';

/** Uniforms, arguments and look-ups of a parameter; what has entries has them one by one. */
function textOf(param: Param, row: StepTypes, name: number): number {
  const value = valueOf(row.step, param);
  const entries = Array.isArray(value) && typeof value[0] === 'object' ? value.length : 1;
  return (2 * name + PARAM_TEXT) * (entries === 1 ? 1 : 4 * entries);
}

const ofCatalogue = onceByName<StepDefinition, StepCost>();
/** Steps of the catalogue are one object each; what an artist wrote is known by its text. */
const byText = new Map<string, StepCost>();

export function costOf(definition: StepDefinition, takes: RunType | null, gives: RunType): StepCost {
  const types = `${takes} ${gives}`;
  if (definition.resolve)
    return remembered(byText, `${types} ${definition.params.length} ${definition.glsl}`, () =>
      measure(definition, takes, gives),
    );
  return ofCatalogue(definition, types, () => measure(definition, takes, gives));
}

function remembered(costs: Map<string, StepCost>, key: string, make: () => StepCost): StepCost {
  const before = costs.get(key);
  if (before) return before;
  if (costs.size > 500) costs.clear();
  const made = make();
  costs.set(key, made);
  return made;
}

/** Checks the step's function alone, with functions that cost nothing in place of those it asks for. */
function measure(definition: StepDefinition, takes: RunType | null, gives: RunType): StepCost {
  const into = runningInto(definition, takes, gives);
  const { passes = 0 } = definition;
  const momentParams = definition.params.filter((p) => p.per === 'moment');
  const moments = momentParams.map((p) => p.id);
  const asked = [
    ...(definition.again && into ? [{ id: 'again', type: glslType(into) }] : []),
    ...momentParams.map((p) => ({ id: p.id, type: paramType(p)! })),
  ];
  const stubs = asked.map(({ id, type }) => `${type} ask_${id}(Place q) { return ${type}(0.0); }\n`).join('');
  const text = stepFunction(definition, {
    takes: into,
    gives,
    name: 'measured',
    again: 'ask_again',
    moments: Object.fromEntries(moments.map((id) => [id, `ask_${id}`])),
    chosen: passes > 0 ? { pass: passes - 1 } : {},
  });
  const pictures = readsFrame(definition.glsl!) || readsOther(definition.glsl!);
  const surface: LibraryPart[] = into === 'surface' || gives === 'surface' ? ['surface'] : [];
  const { functions } = checkProgram(
    `${pictures ? FRAME_STAND_IN : ''}${library(['place', ...surface, ...(definition.needs ?? [])])}\n${stubs}${text}`,
  );
  const func = functions.find((f) => f.name === 'measured')!;
  // Both branches of a choice count, so that each pass counts as all of them.
  return {
    own: func.cost * Math.max(1, passes),
    asks: new Map(asked.map(({ id }) => [id, callsOf(func.body, `ask_${id}`)])),
  };
}
