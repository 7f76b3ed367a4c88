import { isControlRef, isKeyed, isLink } from '@/core/piece/types';
import { valueOf, type Param } from '@/core/steps';
import type { ParamPlace } from './param-place';

/** Parameters whose row shows their own value and nothing else of the piece. */
const PLAIN: ReadonlySet<Param['type']> = new Set(['number', 'vector', 'colour', 'choice']);

/** Does a row look as before? While a number is dragged, those of the other plain values do. */
export function looksTheSame(before: ParamPlace, now: ParamPlace): boolean {
  const value = valueOf(now.step, now.param);
  const recounted =
    now.param.type === 'number' &&
    now.param.unitBy !== undefined &&
    before.step.params[now.param.unitBy.choice] !== now.step.params[now.param.unitBy.choice];
  return (
    PLAIN.has(now.param.type) &&
    !recounted &&
    !isLink(value) &&
    !isControlRef(value) &&
    !isKeyed(value) &&
    value === valueOf(before.step, before.param) &&
    before.param === now.param &&
    before.definition === now.definition &&
    before.strand.id === now.strand.id &&
    before.step.id === now.step.id &&
    before.piece.loop === now.piece.loop
  );
}
