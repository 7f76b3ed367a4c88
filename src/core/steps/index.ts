import type { Kind, Step, Value } from '../piece/types';
import { enabledParam } from './enabled';
import { kindOf, type StepDefinition } from './definition';
import { FIELD_STEPS } from './field';
import { FINISH_STEPS } from './finish';
import { FORM_STEPS } from './form';
import { defaultOf, type Param } from './param-types';
import type { RunType } from './run-type';
import { SIGNAL_STEPS } from './signal';
import { STAGE_STEPS } from './stage';
import { SURFACE_STEPS } from './surface';

export { canBeDisabled, withEnabled, enabledParam } from './enabled';
export * from './definition';
export * from './param-types';
export type { RunType } from './run-type';
export type { LoopValues } from './signal/memory/loop-run';

/** Every step there is, in the order in which the palette shows them. */
export const CATALOGUE: readonly StepDefinition[] = [
  ...SIGNAL_STEPS,
  ...FIELD_STEPS,
  ...FORM_STEPS,
  ...SURFACE_STEPS,
  ...STAGE_STEPS,
  ...FINISH_STEPS,
];

const BY_OP = new Map<string, StepDefinition>(CATALOGUE.map((d) => [d.op, d]));

/**
 * The definition of an operation, or undefined where it is not known here.
 * @example definitionOf('form.push')!.params.map((p) => p.id); // ['by', 'amount', ...]
 */
export const definitionOf = (op: string) => BY_OP.get(op);

/** Parameters of steps that artists write in, by the values that they are read from. */
const paramsByValues = new WeakMap<Step['params'], Param[]>();

/**
 * Parameters of a step: those of the catalogue, with what the artist has declared in its text, and whether it is
 * enabled where that has been set. None where the operation is not known here.
 */
export function paramsOf({ op, params }: Pick<Step, 'op' | 'params'>): readonly Param[] {
  const known = definitionOf(op);
  if (!known) return [];
  const own = known.resolve ? writtenParams(known, params) : known.params;
  return enabledParam.id in params && !own.includes(enabledParam) ? [...own, enabledParam] : own;
}

function writtenParams(known: StepDefinition, params: Step['params']): Param[] {
  const before = paramsByValues.get(params);
  if (before) return before;
  let found: Param[];
  try {
    found = known.resolve!({ params }, null).params;
  } catch {
    // A text that cannot be read is named where its row is analysed.
    found = known.params;
  }
  paramsByValues.set(params, found);
  return found;
}

/** A parameter of a definition; undefined where it has none of that id. */
export const paramById = (definition: Pick<StepDefinition, 'params'> | undefined, id: string | undefined) =>
  definition?.params.find((p) => p.id === id);

/** A parameter of a step by its id; what it does not have (yet) but every step can have, as well. */
export const paramOf = (step: Pick<Step, 'op' | 'params'>, id: string): Param | undefined =>
  paramsOf(step).find((p) => p.id === id) ?? (id === enabledParam.id ? enabledParam : undefined);

/** Steps that may stand at a place in a row: sources for a new strand, else those that take its running type. */
export function fitting(kind: Kind, running: RunType | null): StepDefinition[] {
  return CATALOGUE.filter(
    (d) => !d.hidden && kindOf(d) === kind && (running === null ? d.takes.length === 0 : d.takes.includes(running)),
  );
}

export function outputType(definition: StepDefinition, running: RunType | null): RunType {
  return definition.gives === 'same' ? running! : definition.gives;
}

/**
 * Choices that make a step give one of the wanted types: none where it does so by itself,
 * null where it cannot.
 * @param wanted null for any type
 */
export function shapedFor(
  definition: StepDefinition,
  running: RunType | null,
  wanted: RunType[] | null,
): Record<string, string> | null {
  if (!wanted || wanted.includes(outputType(definition, running))) return {};
  const shaping = definition.params.find((p) => p.type === 'choice' && p.shapes);
  if (shaping?.type !== 'choice' || !definition.resolve) return null;
  const tried = shaping.options.map((o) => ({ [shaping.id]: o.id }));
  return tried.find((params) => wanted.includes(outputType(definition.resolve!({ params }, running), running))) ?? null;
}

/** The value of a parameter in a step, its default where the step does not say. */
export function valueOf(step: Step, param: Param): Value | undefined {
  return step.params[param.id] ?? defaultOf(param);
}
