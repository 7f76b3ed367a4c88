import { hexOf, linearOf } from '../colour';
import { setParam } from '../piece/edit';
import { strandById, type Piece, type StepAt, type Value, type Vector } from '../piece/types';
import { generator } from '../random';
import { paramsOf, valueOf } from '.';
import { isLoopLength, type NumberParam, type Param } from './param-types';
import { seedParam } from './params';

/** Part of its range by which a value moves at most. */
const REACH_OF_RANGE = 0.2;

/**
 * The numbers, vectors and colours of a step moved a little at random, within what their sliders show. What is linked,
 * keyed, a control or a choice stays; what has to be whole for the loop to close stays whole.
 * @param seed the same gives the same
 */
export function varyStep(piece: Piece, at: StepAt, seed: number): Piece {
  const step = strandById(piece, at.strand)?.steps.find((s) => s.id === at.step);
  if (!step) return piece;
  const next = generator(seed);
  return paramsOf(step).reduce((changed, param) => {
    const value = valueOf(step, param);
    const other = isLoopLength(param) ? undefined : varied(param, value, next);
    return other === undefined ? changed : setParam(changed, at.strand, at.step, param.id, other);
  }, piece);
}

function varied(param: Param, value: Value | undefined, next: () => number): Value | undefined {
  switch (param.type) {
    case 'number':
      return typeof value === 'number' ? variedNumber(param, value, next) : undefined;
    case 'vector':
      return Array.isArray(value)
        ? ((value as Vector).map((v) => {
            const by = moved(v, param.min, param.max, next);
            return param.closes || param.closesWith ? Math.round(by) : tidy(by);
          }) as Vector)
        : undefined;
    case 'colour':
      return typeof value === 'string' ? variedColour(value, next) : undefined;
    default:
      return undefined;
  }
}

function variedNumber(param: NumberParam, value: number, next: () => number): number {
  // A seed has no neighbours: another one is as near as any.
  if (param.id === seedParam.id) return Math.floor(next() * 1000);
  const { min, max } = param;
  const by = moved(value, min, max, next);
  return param.whole || param.closes ? Math.round(by) : tidy(by);
}

/** Moved within its range; a value beyond it stays beyond. */
function moved(value: number, min: number, max: number, next: () => number): number {
  const by = value + (2 * next() - 1) * REACH_OF_RANGE * (max - min);
  return Math.min(Math.max(by, Math.min(min, value)), Math.max(max, value));
}

function variedColour(value: string, next: () => number): string {
  return hexOf(linearOf(value).map((c) => Math.min(1, Math.max(0, c * 2 ** (1.2 * (2 * next() - 1))))) as Vector);
}

const tidy = (value: number) => Number(value.toPrecision(4));
