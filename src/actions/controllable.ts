import { expose, settingKind } from '@/core/piece/desk';
import {
  isDriven,
  type Control,
  type Piece,
  type Setting,
  type Step,
  type Strand,
  type Value,
  type ParamAt,
} from '@/core/piece/types';
import { paramsOf, valueOf, type Param } from '@/core/steps';
import { literalFits } from '@/core/weave';

/** What can be out on the desk: numbers, points, colours, and choices that do not change what a step gives. */
export const isControllable = (param: Param): boolean =>
  param.type === 'number'
    ? param.loopLength === undefined
    : param.type === 'vector' || param.type === 'colour' || (param.type === 'choice' && !param.shapes);

/** A control for a parameter as it stands: its value and its usual range; null where something else says it. */
export function controlFor(
  strand: Strand,
  param: Param,
  value: Value | undefined,
): Pick<Control, 'name' | 'value' | 'min' | 'max'> | null {
  if (!isControllable(param) || !literalFits(param, value)) return null;
  const now = value as Setting;
  const numbers = typeof now === 'string' ? [] : [now].flat();
  const [low, high] = param.type === 'number' ? [param.min, param.max] : param.type === 'vector' ? [-2, 2] : [0, 1];
  return {
    name: param.declared ? param.name : `${strand.name} ${param.name.toLowerCase()}`,
    value: now,
    min: Math.min(low, ...numbers),
    max: Math.max(high, ...numbers),
  };
}

/** Puts out every value of a step that can be. @returns the piece, and how many are new on the desk */
export function exposeAll(piece: Piece, strand: Strand, step: Step): { piece: Piece; count: number } {
  const wanted = paramsOf(step).flatMap((param) => {
    const value = valueOf(step, param);
    const control = isDriven(value) ? null : controlFor(strand, param, value);
    return control ? [{ at: { strand: strand.id, step: step.id, param: param.id } satisfies ParamAt, control }] : [];
  });
  return { piece: wanted.reduce((p, { at, control }) => expose(p, at, control), piece), count: wanted.length };
}

/** Can a parameter follow a control, by what the control holds? */
export function canFollow(param: Param, { value }: Control): boolean {
  if (param.type === 'choice') return settingKind(value) === 'choice' && literalFits(param, value);
  return literalFits(param, value);
}
