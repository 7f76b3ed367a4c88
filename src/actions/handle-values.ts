import { setControlAt } from '@/core/piece/desk';
import { setParamAt } from '@/core/piece/keys';
import {
  controlById,
  isControlRef,
  stepById,
  strandById,
  type Piece,
  type Setting,
  type Step,
  type Vector,
  type ParamAt,
} from '@/core/piece/types';
import { paramOf, valueOf, type NumberParam } from '@/core/steps';
import { controlSetting, literalAt } from '@/core/weave';
import { tidy } from './in-plane';

/** What a parameter says as a literal, as its control has it, or its keys at a phase; null where a link says it. */
function settingAt(piece: Piece, step: Step, id: string, phase: number): unknown {
  const param = paramOf(step, id);
  const stored = param && valueOf(step, param);
  if (!isControlRef(stored)) return param && literalAt(param, stored, phase, piece.loop.play);
  const control = controlById(piece, stored.control);
  return control && controlSetting(control, phase, piece.loop.play);
}

/** A place that a handle can take hold of; null where a link says it. */
export function placeAt(piece: Piece, step: Step, id: string, phase: number): Vector | null {
  const value = settingAt(piece, step, id, phase);
  return Array.isArray(value) && typeof value[0] === 'number' ? (value as Vector) : null;
}

/** A number that a handle can take hold of; null where a link says it. */
export function numberAt(piece: Piece, step: Step, id: string, phase: number): number | null {
  const value = settingAt(piece, step, id, phase);
  return typeof value === 'number' ? value : null;
}

/** Sets what a handle holds where it is said: at the parameter, or on the desk. Numbers stay within their range. */
export function setHandle(piece: Piece, at: ParamAt, value: Setting, frame: number): Piece {
  const step = stepById(strandById(piece, at.strand), at.step);
  const stored = step?.params[at.param];
  const param = step && paramOf(step, at.param);
  const set = Array.isArray(value)
    ? tidy(value)
    : typeof value === 'number'
      ? within(param as NumberParam, value)
      : value;
  return isControlRef(stored) ? setControlAt(piece, stored.control, set, frame) : setParamAt(piece, at, set, frame);
}

function within({ hard }: NumberParam, value: number): number {
  const [least, most] = hard ?? [-Infinity, Infinity];
  return Number(Math.min(most, Math.max(least, value)).toFixed(3));
}
