import type { Expr, Stmt } from '../ast';
import { fail } from '../errors';
import { calleesOf, type Code, type Func, type Local } from '../ir';
import { BOOL, VOID, type Type } from '../types';
import { isConstant, wholeValue } from './constants';
import type { Context } from './context';
import { convertHint } from './convert';
import { check } from './expressions';
import { Scope, type Overload } from './scope';
import { costOf, MAX_COST, weightOf } from './cost';

/** Most turns of one loop. */
const MAX_TURNS = 4096;
/** Most functions that call each other one inside the other; cards take 256. */
const MAX_CALLS = 240;

export function checkBody(overload: Overload): void {
  if (overload.state === 'done') return;
  const { decl, func, home } = overload;
  if (!decl.body) fail(decl.pos, `"${decl.name}" is declared but its body is missing.`);
  const tooDeep = `Calls reach through more than ${MAX_CALLS} functions here; let some stand beside each other.`;
  // Bodies are checked when they are first called, so this counts how far calls reach before any is done.
  if (++home.open > MAX_CALLS) fail(decl.pos, tooDeep);
  overload.state = 'checking';
  const scope = new Scope(home);
  for (const [i, param] of decl.params.entries()) {
    scope.add(
      param.name,
      {
        kind: 'local',
        local: func.params[i]!.local,
        readOnly: param.isConst ? 'is const and cannot be written' : null,
      },
      param.pos,
    );
  }
  const context = contextAt(scope, overload.bodyOrder);
  // Parameters and body are one scope (GLSL ES 3.00, section 4.2.2).
  func.body = statements(decl.body, context, { returns: overload.returns, loops: 0 });
  if (overload.returns !== VOID && !alwaysReturns(func.body)) {
    fail(decl.pos, `"${decl.name}" must give a ${overload.returns.name} on every way through; a return is missing.`);
  }
  home.open--;
  func.calls = context.calls + 1;
  if (func.calls > MAX_CALLS) fail(decl.pos, tooDeep);
  func.cost = costOf(func.body);
  func.weight = weightOf(func.body);
  func.callees = calleesOf(func.body);
  if (func.cost > MAX_COST)
    fail(
      decl.pos,
      `"${decl.name}" would take about ${Math.round(func.cost / 1000)} thousand operations at ` +
        `every point; at most ${MAX_COST / 1000} thousand are accepted. Use fewer loop turns.`,
    );
  overload.state = 'done';
}

/** What is known at the beginning of a body, or of a constant's value. @param order place in the text */
export function contextAt(scope: Scope, order: number): Context {
  const context: Context = {
    scope,
    order,
    counters: new Set(),
    calls: 0,
    check: (expr) => check(expr, context),
    checkBody,
  };
  return context;
}

interface Around {
  returns: Type;
  loops: number;
}

function statements(body: Stmt[], context: Context, around: Around): Code[] {
  return body.flatMap((s) => statement(s, context, around));
}

function statement(stmt: Stmt, context: Context, around: Around): Code[] {
  switch (stmt.kind) {
    case 'declare':
      return declare(stmt, context);
    case 'expr':
      return [{ kind: 'eval', value: check(stmt.expr, context) }];
    case 'block':
      return context.scope.inside(() => statements(stmt.body, context, around));
    case 'if': {
      const test = check(stmt.test, context);
      if (test.type !== BOOL) fail(stmt.pos, `The condition of an if must be a bool, not ${test.type.name}.`);
      const yes = context.scope.inside(() => statement(stmt.yes, context, around));
      const no = stmt.no ? context.scope.inside(() => statement(stmt.no!, context, around)) : [];
      return [{ kind: 'if', test, yes, no }];
    }
    case 'for':
      return context.scope.inside(() => [loop(stmt, context, around)]);
    case 'return': {
      const value = stmt.value ? check(stmt.value, context) : null;
      const given = value?.type ?? VOID;
      if (given !== around.returns)
        fail(
          stmt.pos,
          `This function gives ${around.returns.name}, and here it returns ` +
            `${given.name}.${value ? convertHint(value, around.returns) : ''}`,
        );
      return [{ kind: 'return', value }];
    }
    case 'break':
    case 'continue':
      if (around.loops === 0) fail(stmt.pos, `"${stmt.kind}" stands outside of a loop.`);
      return [{ kind: stmt.kind }];
  }
}

function declare(stmt: Extract<Stmt, { kind: 'declare' }>, context: Context): Code[] {
  const type = context.scope.globals.type(stmt.type, stmt.typePos);
  if (type === VOID) fail(stmt.typePos, 'A value cannot be void.');
  return stmt.names.map((declarator): Code => {
    const value = declarator.init ? check(declarator.init, context) : null;
    if (value && value.type !== type)
      fail(
        declarator.pos,
        `"${declarator.name}" is ${type.name} and is given ${value.type.name}.${convertHint(value, type)}`,
      );
    if (stmt.isConst && !value) fail(declarator.pos, `"${declarator.name}" is const and needs a value.`);
    if (stmt.isConst && isConstant(value!)) {
      context.scope.add(declarator.name, { kind: 'const', value: value! }, declarator.pos);
      return { kind: 'eval', value: { kind: 'const', type: VOID, values: [] } };
    }
    if (stmt.isConst)
      fail(declarator.pos, `"${declarator.name}" is const, so its value must be made of constants; leave "const" out.`);
    const local: Local = { name: declarator.name, type, written: false };
    context.scope.add(declarator.name, { kind: 'local', local, readOnly: null }, declarator.pos);
    return { kind: 'declare', local, value };
  });
}

/** Loops count a whole number from one constant to another by a constant, so that their end is certain. */
function loop(stmt: Extract<Stmt, { kind: 'for' }>, context: Context, around: Around): Code {
  const rule =
    'A loop has the form for (int i = 0; i < 8; i++) with constant whole numbers; to stop earlier, use if (...) break;';
  const { init, test, update } = stmt;
  if (init.kind !== 'declare' || init.names.length !== 1 || !init.names[0]!.init) return fail(stmt.pos, rule);
  const name = init.names[0]!.name;
  const code = declare(init, context);
  const meaning = context.scope.find(name);
  if (meaning?.kind !== 'local' || code[0]?.kind !== 'declare') return fail(stmt.pos, rule);
  const start = wholeValue(code[0].value!);
  if (start === null) return fail(init.names[0]!.pos, rule);
  if (test.kind !== 'binary' || test.left.kind !== 'name' || test.left.name !== name) return fail(test.pos, rule);
  const testNode = check(test, context);
  if (testNode.kind !== 'binary' && testNode.kind !== 'same') return fail(test.pos, rule);
  const end = wholeValue(testNode.right);
  if (end === null) return fail(test.right.pos, rule);
  const by = stride(update, name, context);
  if (by === null) return fail(update.pos, rule);
  const times = turns(start, end, by, test.op);
  if (times === null) return fail(stmt.pos, 'This loop never ends; check its condition and its step.');
  if (times > MAX_TURNS) return fail(stmt.pos, `This loop has more than ${MAX_TURNS} turns, the most accepted.`);
  const updateNode = check(update, context);
  context.counters.add(meaning.local);
  const body = context.scope.inside(() => statement(stmt.body, context, { ...around, loops: around.loops + 1 }));
  return { kind: 'loop', init: code, test: testNode, update: updateNode, body, times };
}

function stride(update: Expr, name: string, context: Context): number | null {
  if (update.kind === 'step' && update.operand.kind === 'name' && update.operand.name === name)
    return update.op === '++' ? 1 : -1;
  if (update.kind !== 'assign' || update.target.kind !== 'name' || update.target.name !== name) return null;
  const by = wholeValue(check(update.value, context));
  if (by === null) return null;
  return update.op === '+=' ? by : update.op === '-=' ? -by : null;
}

function turns(start: number, end: number, by: number, op: string): number | null {
  const distance = end - start;
  if (op === '!=') return by !== 0 && distance % by === 0 && distance / by >= 0 ? distance / by : null;
  const inclusive = op === '<=' || op === '>=';
  const up = op === '<' || op === '<=';
  if (!up && op !== '>' && op !== '>=') return null;
  const runs = up ? (inclusive ? distance >= 0 : distance > 0) : inclusive ? distance <= 0 : distance < 0;
  if (!runs) return 0;
  if (up ? by <= 0 : by >= 0) return null;
  return inclusive ? Math.floor(distance / by) + 1 : Math.ceil(distance / by);
}

function alwaysReturns(body: Code[]): boolean {
  return body.some((c) => c.kind === 'return' || (c.kind === 'if' && alwaysReturns(c.yes) && alwaysReturns(c.no)));
}

export function newFunc(name: string, returns: Type, params: Func['params']): Func {
  return { name, returns, params, body: [], cost: 0, weight: 0, calls: 1, callees: [] };
}
