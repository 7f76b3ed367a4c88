import { linearOf } from '../colour';
import { isControlRef, isLink, type Link, type Piece, type Step, type Stop, type Value, type Vector } from '../piece/types';
import { defaultOf, valueOf, type Param, type PlainParams, type StepDefinition } from '../steps';
import { literalFits } from './analyse';

/** One number, vector or colour that a program reads while it runs. */
export interface UniformSlot {
  name: string;
  type: 'float' | 'vec3' | 'vec4';
  strand: string;
  step: string;
  param: Param;
  /** Place in a ramp, for slots of type vec4. */
  stop?: number;
}

/** The literal of a parameter, links aside: a control's value, or the default where it does not fit. */
export function literalOf(piece: Piece, step: Step, param: Param): Value | undefined {
  const value = valueOf(step, param);
  if (isControlRef(value)) {
    const control = piece.controls.find((c) => c.id === value.control);
    if (control && param.type === 'number') return control.value;
    return defaultOf(param);
  }
  return literalFits(param, value) ? value : defaultOf(param);
}

export function sortedStops(stops: Stop[]): Stop[] {
  return [...stops].sort((a, b) => a.at - b.at);
}

function clampHard(param: Param, value: number): number {
  if (param.type !== 'number') return value;
  const [low, high] = param.hard ?? [-Infinity, Infinity];
  return Math.min(high, Math.max(low, value));
}

/** Scalars of a slot at present. Colours come out in linear light. */
export function slotValues(piece: Piece, slot: UniformSlot): number[] {
  const step = piece.strands.find((s) => s.id === slot.strand)?.steps.find((s) => s.id === slot.step);
  const value = step ? literalOf(piece, step, slot.param) : defaultOf(slot.param);
  return scalarsOf(slot.param, value, slot.stop);
}

export function scalarsOf(param: Param, value: Value | undefined, stop = 0): number[] {
  switch (param.type) {
    case 'number':
      return [clampHard(param, value as number)];
    case 'vector':
      return value as Vector;
    case 'colour':
      return linearOf(value as string);
    case 'ramp': {
      const { at, colour } = sortedStops(value as Stop[])[stop]!;
      return [...linearOf(colour), at];
    }
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
    else if (param.type === 'choice') plain[param.id] = literalOf(piece, step, param) as string;
    else if (param.type !== 'ramp') {
      const scalars = isLink(value) ? follow(value) : scalarsOf(param, literalOf(piece, step, param));
      plain[param.id] = param.type === 'number' ? clampHard(param, scalars[0]!) : (scalars.length === 3 ? scalars : [scalars[0]!, scalars[0]!, scalars[0]!]) as Vector;
    }
  }
  return plain;
}
