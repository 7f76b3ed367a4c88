import type { Expr } from '../ast';
import { fail } from '../errors';
import type { BinaryOp, Node } from '../ir';
import { BOOL, isNumeric, isPlain, TYPES, vectorOf } from '../types';
import { bounded } from './bounds';
import { checkCall } from './calls';
import type { Context } from './context';
import { convertHint, convertTo, pick, spread } from './convert';
import { indexIndices, memberIndices, targetOf } from './places';

const BINARY: Record<string, BinaryOp> = {
  '+': 'add',
  '-': 'sub',
  '*': 'mul',
  '/': 'div',
  '%': 'rem',
  '&': 'and',
  '|': 'or',
  '^': 'xor',
  '<<': 'shl',
  '>>': 'shr',
  '<': 'lt',
  '<=': 'le',
  '>': 'gt',
  '>=': 'ge',
};
const ORDER = new Set(['<', '<=', '>', '>=']);
const WHOLE = new Set(['%', '&', '|', '^', '<<', '>>']);

/** Gives an expression its type. @throws GlslError where it has none. */
export function check(expr: Expr, context: Context): Node {
  return bounded(typed(expr, context), expr.pos);
}

function typed(expr: Expr, context: Context): Node {
  switch (expr.kind) {
    case 'number':
      return { kind: 'const', type: TYPES.get(expr.type)!, values: [expr.value] };
    case 'bool':
      return { kind: 'const', type: BOOL, values: [expr.value ? 1 : 0] };
    case 'name':
      return checkName(expr, context);
    case 'call':
      return checkCall(expr, context);
    case 'member':
      return checkMember(expr, context);
    case 'index':
      return checkIndex(expr, context);
    case 'unary':
      return checkUnary(expr, context);
    case 'step':
      return checkStep(expr, context);
    case 'binary':
      return binary(expr, expr.op, check(expr.left, context), check(expr.right, context));
    case 'choose': {
      const test = check(expr.test, context);
      if (test.type !== BOOL) fail(expr.pos, `The condition before "?" must be a bool, not ${test.type.name}.`);
      const yes = check(expr.yes, context);
      const no = check(expr.no, context);
      if (yes.type !== no.type)
        fail(
          expr.pos,
          `Both choices must have one type; these are ${yes.type.name} and ` +
            `${no.type.name}.${convertHint(no, yes.type)}`,
        );
      return { kind: 'choose', type: yes.type, test, yes, no };
    }
    case 'assign':
      return checkAssign(expr, context);
  }
}

function checkName(expr: Extract<Expr, { kind: 'name' }>, { scope }: Context): Node {
  const meaning = scope.find(expr.name);
  if (!meaning)
    return fail(
      expr.pos,
      scope.globals.overloads(expr.name).length > 0
        ? `"${expr.name}" is a function; write ${expr.name}(...).`
        : `"${expr.name}" is not declared here.`,
    );
  if (meaning.kind === 'const') return meaning.value;
  if (meaning.kind === 'uniform') return { kind: 'uniform', type: meaning.uniform.type, uniform: meaning.uniform };
  return { kind: 'local', type: meaning.local.type, local: meaning.local };
}

function checkMember(expr: Extract<Expr, { kind: 'member' }>, context: Context): Node {
  const of = check(expr.operand, context);
  const member = memberIndices(of.type, expr);
  return pick(of, member.type, member.indices);
}

function checkIndex(expr: Extract<Expr, { kind: 'index' }>, context: Context): Node {
  const of = check(expr.operand, context);
  const member = indexIndices(of.type, expr, context);
  return pick(of, member.type, member.indices);
}

function checkUnary(expr: Extract<Expr, { kind: 'unary' }>, context: Context): Node {
  const operand = check(expr.operand, context);
  if (expr.op === '!') {
    if (operand.type !== BOOL) fail(expr.pos, `"!" needs a bool, not ${operand.type.name}.`);
    return { kind: 'unary', type: BOOL, op: 'not', operand };
  }
  if (expr.op === '~') {
    if (!isPlain(operand.type) || (operand.type.scalar !== 'int' && operand.type.scalar !== 'uint'))
      fail(expr.pos, `"~" needs whole numbers, not ${operand.type.name}.`);
    return { kind: 'unary', type: operand.type, op: 'bitnot', operand };
  }
  if (!isNumeric(operand.type)) fail(expr.pos, `"${expr.op}" needs a number, not ${operand.type.name}.`);
  return expr.op === '+' ? operand : { kind: 'unary', type: operand.type, op: 'neg', operand };
}

function checkAssign(expr: Extract<Expr, { kind: 'assign' }>, context: Context): Node {
  const before = check(expr.target, context);
  const value = check(expr.value, context);
  const target = targetOf(expr.target, context);
  const result = expr.op === '=' ? value : binary(expr, expr.op.slice(0, -1), before, value);
  if (result.type !== before.type)
    fail(
      expr.pos,
      `This is ${result.type.name} and the name on the left is ${before.type.name}.${convertHint(result, before.type)}`,
    );
  return { kind: 'assign', type: before.type, target, value: result };
}

function checkStep(expr: Extract<Expr, { kind: 'step' }>, context: Context): Node {
  const before = check(expr.operand, context);
  if (!isNumeric(before.type)) fail(expr.pos, `"${expr.op}" needs a number, not ${before.type.name}.`);
  const target = targetOf(expr.operand, context);
  const one: Node = { kind: 'const', type: before.type, values: before.type.flat.map(() => 1) };
  const value: Node = {
    kind: 'binary',
    type: before.type,
    op: expr.op === '++' ? 'add' : 'sub',
    left: before,
    right: one,
  };
  return { kind: expr.prefix ? 'assign' : 'postfix', type: before.type, target, value };
}

function binary(expr: Expr, op: string, left: Node, right: Node): Node {
  const { pos } = expr;
  const [given, wanted] = right.type.scalar === 'float' ? [left, right] : [right, left];
  const mismatch = (): never =>
    fail(
      pos,
      `"${op}" cannot join ${left.type.name} and ` +
        `${right.type.name}.${convertHint(given, wanted.type) || convertHint(wanted, given.type)}`,
    );
  if (left.type.name === 'void' || right.type.name === 'void') mismatch();
  if (op === '&&' || op === '||' || op === '^^') {
    if (left.type !== BOOL || right.type !== BOOL)
      fail(pos, `"${op}" joins two bools, not ${left.type.name} and ${right.type.name}.`);
    if (op === '^^') return { kind: 'binary', type: BOOL, op: 'ne', left, right };
    return { kind: 'lazy', type: BOOL, op: op === '&&' ? 'and' : 'or', left, right };
  }
  if (op === '==' || op === '!=') {
    if (left.type !== right.type) mismatch();
    return { kind: 'same', type: BOOL, negate: op === '!=', left, right };
  }
  if (!isNumeric(left.type) || !isNumeric(right.type)) mismatch();
  if (ORDER.has(op)) {
    if (left.type.shape !== 'scalar' || right.type.shape !== 'scalar')
      fail(pos, `"${op}" compares two numbers; for vectors use lessThan(...) and its kin.`);
    if (left.type !== right.type) mismatch();
    return { kind: 'binary', type: BOOL, op: BINARY[op]!, left, right };
  }
  if (WHOLE.has(op)) {
    if (left.type.scalar === 'float' || right.type.scalar === 'float')
      fail(pos, op === '%' ? '"%" needs whole numbers; for floats use mod(x, y).' : `"${op}" needs whole numbers.`);
    if (op === '<<' || op === '>>') {
      if (right.type.size !== left.type.size && right.type.size !== 1) mismatch();
      const by = right.type.scalar === left.type.scalar ? right : convertTo(right, left.type.scalar);
      return { kind: 'binary', type: left.type, op: BINARY[op]!, left, right: spread(by, left.type) };
    }
  }
  if (left.type.scalar !== right.type.scalar) mismatch();
  if (op === '*' && (left.type.shape === 'matrix' || right.type.shape === 'matrix')) {
    if (left.type.shape !== 'scalar' && right.type.shape !== 'scalar') {
      if (left.type.size !== right.type.size) mismatch();
      const type =
        left.type.shape === 'matrix' && right.type.shape === 'matrix' ? left.type : vectorOf('float', left.type.size);
      return { kind: 'matmul', type, left, right };
    }
  }
  const type = left.type.shape === 'scalar' ? right.type : left.type;
  if (left.type !== type && left.type.shape !== 'scalar') mismatch();
  if (right.type !== type && right.type.shape !== 'scalar') mismatch();
  return { kind: 'binary', type, op: BINARY[op]!, left: spread(left, type), right: spread(right, type) };
}
