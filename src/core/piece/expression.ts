import jsep from 'jsep';
import { own } from '../own';
import type { Loop } from './types';

/**
 * Numbers as they are typed: `2*pi/3`, `1/phi`, `30s`, `3 beats`, `1/4 turn`. What is typed is parsed and walked;
 * nothing of it is ever run as a program.
 */

/** What cannot be read as a number. The message is a sentence for the artist. */
export class ExpressionError extends Error {}

const CONSTANTS: Record<string, number> = {
  pi: Math.PI,
  tau: 2 * Math.PI,
  e: Math.E,
  phi: (1 + Math.sqrt(5)) / 2,
};

const FUNCTIONS: Record<string, (...of: number[]) => number> = {
  abs: Math.abs,
  ceil: Math.ceil,
  cos: Math.cos,
  exp: Math.exp,
  floor: Math.floor,
  log: Math.log,
  max: Math.max,
  min: Math.min,
  pow: Math.pow,
  round: Math.round,
  sin: Math.sin,
  sqrt: Math.sqrt,
  tan: Math.tan,
};

type Dimension = 'time' | 'angle' | 'length' | 'part';
/** A unit: how many seconds, degrees or metres one of it is. */
type Unit = [Dimension, number];

/** The units of a number that is typed into a piece with this loop. */
function unitsOf({ frames, rate, tempo }: Loop): Record<string, Unit> {
  const units: Record<string, Unit> = {
    s: ['time', 1],
    ms: ['time', 0.001],
    min: ['time', 60],
    frame: ['time', 1 / rate],
    loop: ['time', frames / rate],
    '°': ['angle', 1],
    deg: ['angle', 1],
    degree: ['angle', 1],
    rad: ['angle', 180 / Math.PI],
    turn: ['angle', 360],
    m: ['length', 1],
    cm: ['length', 0.01],
    mm: ['length', 0.001],
    '%': ['part', 0.01],
  };
  return tempo === undefined ? units : { ...units, beat: ['time', 60 / tempo] };
}

/** A unit by its name, in the singular or the plural. */
const unitNamed = (units: Record<string, Unit>, name: string): Unit | undefined =>
  own(units, name) ?? own(units, name.replace(/s$/, ''));

/** A number with a unit behind it, or at the end of the whole: `30s`, `1/4 turn`. */
const WITH_UNIT = /^(.*?[\d.)\w])\s*(°|%|[a-z]+)$/i;

jsep.addBinaryOp('^', 11, true);
jsep.addBinaryOp('**', 11, true);

/**
 * The number that a text says.
 * @param text what was typed; a comma between digits is a point
 * @param unit of the field that it was typed into: what is said in another unit of the kind is taken over into it. A
 *   time in a field of turns (or of times a loop) is how long one lasts.
 * @throws ExpressionError where it is no number, or its unit means nothing here
 */
export function numberIn(text: string, loop: Loop, unit?: string): number {
  const units = unitsOf(loop);
  const plain = text.trim().replace(/(\d),(?=\d)/g, '$1.');
  const found = WITH_UNIT.exec(plain);
  const said = found && own(CONSTANTS, found[2]!) === undefined ? unitNamed(units, found[2]!) : undefined;
  if (found && /[\d.)\s]$/.test(found[1]!) && !said && /^beats?$/i.test(found[2]!))
    throw new ExpressionError('The piece has no tempo; give it one to count in beats.');
  const value = walked(parsed(said ? found![1]! : plain), plain);
  if (!Number.isFinite(value)) throw new ExpressionError(`"${text.trim()}" has no value.`);
  return said ? inUnit(value, said, units, loop, unit) : value;
}

function parsed(text: string): jsep.Expression {
  try {
    return jsep(text);
  } catch {
    throw new ExpressionError(`"${text}" is no number, and no expression that gives one.`);
  }
}

function inUnit(
  value: number,
  [kind, factor]: Unit,
  units: Record<string, Unit>,
  { frames, rate }: Loop,
  into: string | undefined,
): number {
  if (kind === 'part') return value * factor;
  const counted = into !== undefined && ['turns', 'a loop', 'cells', 'repeats'].includes(into);
  if (kind === 'time' && counted) {
    if (value === 0) throw new ExpressionError('A turn cannot last no time at all.');
    return frames / rate / (value * factor);
  }
  if (kind === 'angle' && into === 'turns') return (value * factor) / 360;
  const target = into === undefined ? undefined : unitNamed(units, into);
  if (target?.[0] !== kind)
    throw new ExpressionError(
      into === undefined ? 'This number takes no unit.' : `This number is in ${into}; another unit means nothing here.`,
    );
  return (value * factor) / target[1];
}

/** @param whole the text, for what is said of it */
function walked(node: jsep.Expression, whole: string): number {
  const no = (): never => {
    throw new ExpressionError(`"${whole}" is no number, and no expression that gives one.`);
  };
  const of = (inner: unknown) => walked(inner as jsep.Expression, whole);
  switch (node.type) {
    case 'Literal':
      return typeof node.value === 'number' ? node.value : no();
    case 'Identifier': {
      const name = String(node.name);
      const known = own(CONSTANTS, name.toLowerCase());
      if (known === undefined) throw new ExpressionError(`"${name}" is not known here.`);
      return known;
    }
    case 'UnaryExpression':
      return node.operator === '-' ? -of(node.argument) : node.operator === '+' ? of(node.argument) : no();
    case 'BinaryExpression': {
      const [a, b] = [of(node.left), of(node.right)];
      const by = own(OPERATORS, String(node.operator));
      return by ? by(a, b) : no();
    }
    case 'CallExpression': {
      const name = String((node.callee as jsep.Identifier).name ?? '');
      const call = own(FUNCTIONS, name.toLowerCase());
      if (!call) throw new ExpressionError(`"${name}" is no function that is known here.`);
      return call(...(node.arguments as jsep.Expression[]).map(of));
    }
    default:
      return no();
  }
}

const OPERATORS: Record<string, (a: number, b: number) => number> = {
  '+': (a, b) => a + b,
  '-': (a, b) => a - b,
  '*': (a, b) => a * b,
  '/': (a, b) => a / b,
  '%': (a, b) => a % b,
  '^': Math.pow,
  '**': Math.pow,
};
