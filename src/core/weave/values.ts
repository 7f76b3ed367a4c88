import { floatText } from '../glsl';
import { linearOf } from '../colour';
import { controlled } from '../piece/desk';
import {
  controlById,
  isControlRef,
  isLink,
  stepById,
  strandById,
  type Link,
  type Piece,
  type Step,
  type Value,
  type Vector,
} from '../piece/types';
import { defaultOf, rangeOf, valueOf, type Param, type PlainParams, type StepDefinition } from '../steps';
import { literalFits } from './analyse';
import type { UniformSlot } from './types';
import { rampChoices, tableOf } from './tables';

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

/** A number within the range of its parameter; what is not a number at all becomes the lower end. */
function withinRange(param: Param, value: number): number {
  const [low, high] = rangeOf(param);
  const within = value >= low ? Math.min(value, high) : low;
  return param.type === 'number' && param.whole ? Math.floor(within + 0.5) : within;
}

/** The same in GLSL, for a value that a link brings: see `withinRange`. */
export function withinRangeText(param: Param, text: string): string {
  const [low, high] = rangeOf(param).map(floatText);
  const within = `clamp(${text}, ${low}, ${high})`;
  return param.type === 'number' && param.whole ? `floor(${within} + 0.5)` : within;
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
      return [withinRange(param, value as number)];
    case 'vector':
      return (value as Vector).map((v) => withinRange(param, v));
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
export function plainParams(
  piece: Piece,
  step: Step,
  definition: StepDefinition,
  follow: (link: Link) => number[],
): PlainParams {
  const plain: PlainParams = {};
  for (const param of definition.params) {
    const value = valueOf(step, param);
    if (param.type === 'strand') plain[param.id] = isLink(value) ? value.link : '';
    else if (param.type === 'choice' || param.type === 'picture' || param.type === 'mesh' || param.type === 'text')
      plain[param.id] = literalOf(piece, step, param) as string;
    else if (!tableOf(param)) {
      const scalars = (isLink(value) ? follow(value) : scalarsOf(param, literalOf(piece, step, param))).map((v) =>
        withinRange(param, v),
      );
      plain[param.id] =
        param.type === 'number'
          ? scalars[0]!
          : ((scalars.length === 3 ? scalars : [scalars[0]!, scalars[0]!, scalars[0]!]) as Vector);
    }
  }
  return plain;
}
