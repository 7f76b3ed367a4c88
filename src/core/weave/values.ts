import { linearOf } from '../colour';
import { controlled } from '../piece/desk';
import { controlById, isControlRef, isLink, stepById, strandById, type Link, type Piece, type Step, type Value, type Vector } from '../piece/types';
import { defaultOf, valueOf, type Param, type PlainParams, type StepDefinition } from '../steps';
import { literalFits } from './analyse';
import { rampChoices, tableOf } from './tables';

/** One number, vector or colour that a program reads while it runs. */
export interface UniformSlot {
  name: string;
  type: 'float' | 'vec3' | 'vec4';
  strand: string;
  step: string;
  param: Param;
  /** Place in a ramp, a curve or keys, for slots of type vec4. */
  stop?: number;
}

/** The literal of a parameter, links aside: a control's value, or the default where it does not fit. */
export function literalOf(piece: Piece, step: Step, param: Param): Value | undefined {
  const value = valueOf(step, param);
  if (isControlRef(value)) {
    const control = controlById(piece, value.control);
    const given = control && controlled(control, value);
    return literalFits(param, given) ? given : defaultOf(param);
  }
  return literalFits(param, value) ? value : defaultOf(param);
}

function clampHard(param: Param, value: number): number {
  if (param.type !== 'number') return value;
  const [low, high] = param.hard ?? [-Infinity, Infinity];
  const held = Math.min(high, Math.max(low, value));
  return param.whole ? Math.round(held) : held;
}

/** Scalars of a slot at present. Colours come out in linear light. */
export function slotValues(piece: Piece, slot: UniformSlot): number[] {
  const step = stepById(strandById(piece, slot.strand), slot.step);
  const value = step ? literalOf(piece, step, slot.param) : defaultOf(slot.param);
  const table = tableOf(slot.param);
  if (!table) return scalarsOf(slot.param, value);
  const { space } = rampChoices(slot.param);
  return table.rows(value, String((space && step?.params[space]) ?? 'linear light'))[slot.stop!] ?? [0, 0, 0, 0];
}

function scalarsOf(param: Param, value: Value | undefined): number[] {
  switch (param.type) {
    case 'number':
      return [clampHard(param, value as number)];
    case 'vector':
      return value as Vector;
    case 'colour':
      return linearOf(value as string);
    default:
      return [];
  }
}

/**
 * All parameters of a step as plain values for code that is not GLSL.
 * @param follow gives the value of a link at the wanted phase: one number, or three.
 */
export function plainParams(piece: Piece, step: Step, definition: StepDefinition, follow: (link: Link) => number[]): PlainParams {
  const plain: PlainParams = {};
  for (const param of definition.params) {
    const value = valueOf(step, param);
    if (param.type === 'strand') plain[param.id] = isLink(value) ? value.link : '';
    else if (param.type === 'choice' || param.type === 'picture' || param.type === 'mesh' || param.type === 'text') plain[param.id] = literalOf(piece, step, param) as string;
    else if (!tableOf(param)) {
      const scalars = isLink(value) ? follow(value) : scalarsOf(param, literalOf(piece, step, param));
      plain[param.id] = param.type === 'number' ? clampHard(param, scalars[0]!) : (scalars.length === 3 ? scalars : [scalars[0]!, scalars[0]!, scalars[0]!]) as Vector;
    }
  }
  return plain;
}
