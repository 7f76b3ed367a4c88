import { floatText } from '../../glsl';
import { linearOf } from '../../colour';
import { beatsOf } from '../../piece/beats';
import { controlled } from '../../piece/desk';
import {
  controlById,
  isControlRef,
  isKeyed,
  type PathPoint,
  isLink,
  stepById,
  strandById,
  type Link,
  type Loop,
  type Piece,
  type Step,
  type Value,
  type Vector,
} from '../../piece/types';
import {
  defaultOf,
  rangeOf,
  valueOf,
  type NumberParam,
  type Param,
  type PlainParams,
  type StepDefinition,
} from '../../steps';
import { literalFits } from '../analysis/literal';
import type { UniformSlot } from '../analysis/types';
import { keyedLiteral, keyedScalars, keysFit } from '../analysis/keyed';
import { tableOf, writtenIn } from './tables';

/**
 * The literal of a parameter, links aside: a control's value, that at phase 0 where it has keys, or the default where
 * it does not fit.
 */
export function literalOf(piece: Piece, step: Step, param: Param): Value | undefined {
  if (param.type === 'number' && param.loopLength) return lengthOf(piece.loop, param.loopLength);
  const value = valueOf(step, param);
  if (isKeyed(value)) return keysFit(param, value) ? keyedLiteral(value, 0, piece.loop.play) : defaultOf(param);
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

/** Length of a loop; without a tempo there are two beats a second. */
function lengthOf(loop: Loop, unit: NonNullable<NumberParam['loopLength']>): number {
  const seconds = loop.frames / loop.rate;
  return { frames: loop.frames, seconds, beats: beatsOf(loop) ?? 2 * seconds, repeats: loop.play === 'once' ? 0 : 1 }[
    unit
  ];
}

/** The same, with the keys of one that has them. */
export function tableValueOf(piece: Piece, step: Step, param: Param): Value | undefined {
  const value = valueOf(step, param);
  return isKeyed(value) && keysFit(param, value) ? value : literalOf(piece, step, param);
}

/** Scalars of a slot at present. Colours come out in linear light. */
export function slotValues(piece: Piece, slot: UniformSlot): number[] {
  const step = stepById(strandById(piece, slot.strand), slot.step);
  const value = step ? tableValueOf(piece, step, slot.param) : defaultOf(slot.param);
  const found = tableOf(slot.param, value);
  if (!found) return scalarsOf(slot.param, value);
  const rows = found.table.rows(
    writtenIn(slot.param, step, found.entries, {
      literal: (choice) => literalOf(piece, step!, choice),
      play: piece.loop.play,
    }),
  );
  return rows[slot.stop!] ?? [0, 0, 0, 0];
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
 * @param phase at which keys are read
 */
export function plainParams(
  piece: Piece,
  step: Step,
  definition: StepDefinition,
  follow: (link: Link) => number[],
  phase: number,
): PlainParams {
  const plain: PlainParams = {};
  for (const param of definition.params) {
    const value = valueOf(step, param);
    if (param.type === 'strand') plain[param.id] = isLink(value) ? value.link : '';
    else if (param.type === 'choice' || param.type === 'picture' || param.type === 'mesh' || param.type === 'text')
      plain[param.id] = literalOf(piece, step, param) as string;
    else if (param.type === 'path') plain[param.id] = literalOf(piece, step, param) as PathPoint[];
    else if (tableOf(param, undefined)) continue;
    else {
      const fixed = () =>
        isKeyed(value) && keysFit(param, value)
          ? keyedScalars(value, phase, piece.loop.play)
          : scalarsOf(param, literalOf(piece, step, param));
      const scalars = (isLink(value) ? follow(value) : fixed()).map((v) => withinRange(param, v));
      plain[param.id] =
        param.type === 'number'
          ? scalars[0]!
          : ((scalars.length === 3 ? scalars : [scalars[0]!, scalars[0]!, scalars[0]!]) as Vector);
    }
  }
  return plain;
}
