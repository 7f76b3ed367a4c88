import { enabledParam, paramOf, type Param } from '../../steps';
import type { Control, Piece, Step, Strand, Value } from '../../piece/types';
import { literalFits } from './literal';

/**
 * Values apart from structure. Types, texts and costs of a piece depend on its steps, links, choices and tables, and
 * not on literal numbers and colours, which are uniforms. So an edit of those keeps all that was worked out.
 */

/** Types of parameters whose literals are uniforms. */
const UNIFORM: ReadonlySet<Param['type']> = new Set(['number', 'vector', 'colour']);

/** What of a piece is compared: of its assets the ids, and not the files. */
export interface StructureParts extends Pick<Piece, 'loop' | 'controls' | 'strands'> {
  assets: readonly { id: string }[];
}

/** Do two pieces differ at most in literal numbers and colours, and in what is not in the picture at all? */
export function isSameStructure(a: StructureParts, b: StructureParts): boolean {
  return (
    (a.loop === b.loop || isEqual(a.loop, b.loop)) &&
    isEach(a.assets, b.assets, (asset, other) => asset.id === other.id) &&
    isEach(a.controls, b.controls, isSameControl) &&
    isEach(a.strands, b.strands, isSameStrand)
  );
}

const isEach = <T>(a: readonly T[], b: readonly T[], isSame: (a: T, b: T) => boolean): boolean =>
  a === b || (a.length === b.length && a.every((item, i) => item === b[i] || isSame(item, b[i]!)));

const isEqual = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

/** A choice that follows a control is part of the text: only numbers, points and colours may differ. */
function isSameControl(a: Control, b: Control): boolean {
  const { value: before, ...rest } = a;
  const { value: now, ...others } = b;
  const isValue =
    typeof before === typeof now && (isNumeric(before) || isColour(before)) && isColour(before) === isColour(now);
  return isEqual(rest, others) && (before === now || isValue);
}

const isNumeric = (value: unknown): boolean => typeof value === 'number' || Array.isArray(value);
const isColour = (value: unknown): boolean => typeof value === 'string' && value.startsWith('#');

function isSameStrand(a: Strand, b: Strand): boolean {
  const { steps, ...rest } = a;
  const { steps: others, ...otherRest } = b;
  return isEqual(rest, otherRest) && isEach(steps, others, isSameStep);
}

/** Whatever else a step says belongs to its structure, but its note. */
function isSameStep(a: Step, b: Step): boolean {
  const [params, others] = [a.params, b.params];
  const rest = (step: Step) => ({ ...step, params: undefined, note: undefined });
  if (!isEqual(rest(a), rest(b)) || enabledParam.id in params !== enabledParam.id in others) return false;
  const ids = new Set([...Object.keys(params), ...Object.keys(others)]);
  return [...ids].every((id) => isSameValue(a, id, params[id], others[id]));
}

/** A literal that is not there is the default, which is one as well. */
function isSameValue(step: Step, id: string, before: Value | undefined, now: Value | undefined): boolean {
  if (before === now || isEqual(before, now)) return true;
  const param = paramOf(step, id);
  const isLiteral = (value: Value | undefined) => value === undefined || literalFits(param!, value);
  return param !== undefined && UNIFORM.has(param.type) && isLiteral(before) && isLiteral(now);
}
