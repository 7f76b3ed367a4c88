import type { Expr } from '../ast';
import { fail } from '../errors';
import { range, type AssignTarget } from '../ir';
import { vectorOf, type Type } from '../types';
import { wholeValue } from './constants';
import type { Context } from './context';

const SWIZZLES = ['xyzw', 'rgba', 'stpq'];

/** Scalars that a field or swizzle names, and their type. */
export function memberIndices(type: Type, expr: Extract<Expr, { kind: 'member' }>): { type: Type; indices: number[] } {
  if (type.shape === 'struct') {
    let offset = 0;
    for (const field of type.fields) {
      if (field.name === expr.name) return { type: field.type, indices: range(field.type.flat.length, offset) };
      offset += field.type.flat.length;
    }
    fail(expr.pos, `${type.name} has no field "${expr.name}"; it has ${type.fields.map((f) => f.name).join(', ')}.`);
  }
  if (type.shape !== 'vector') fail(expr.pos, `A ${type.name} has no components to pick.`);
  const letters = SWIZZLES.find((s) => [...expr.name].every((c) => s.includes(c)));
  if (!letters || expr.name.length > 4)
    fail(expr.pos, `"${expr.name}" picks no components; use letters of xyzw, rgba or stpq, four at most.`);
  const indices = [...expr.name].map((c) => letters!.indexOf(c));
  const beyond = indices.findIndex((i) => i >= type.size);
  if (beyond >= 0) fail(expr.pos, `A ${type.name} has no component "${expr.name[beyond]}".`);
  return { type: vectorOf(type.scalar, indices.length), indices };
}

/** Scalars that a constant index names, and their type. */
export function indexIndices(
  type: Type,
  expr: Extract<Expr, { kind: 'index' }>,
  context: Context,
): { type: Type; indices: number[] } {
  if (type.shape !== 'vector' && type.shape !== 'matrix') fail(expr.pos, `A ${type.name} cannot be indexed.`);
  const at = wholeValue(context.check(expr.index));
  if (at === null) fail(expr.index.pos, 'An index must be a constant whole number here; write the components out.');
  if (at! < 0 || at! >= type.size)
    fail(expr.index.pos, `Index ${at} is outside of ${type.name}, which has 0 to ${type.size - 1}.`);
  if (type.shape === 'vector') return { type: vectorOf(type.scalar, 1), indices: [at!] };
  return { type: vectorOf('float', type.size), indices: range(type.size, at! * type.size) };
}

/** The place that an assignment writes to: a local, or constant components of one. */
export function targetOf(expr: Expr, context: Context, needs = 'An assignment needs'): AssignTarget {
  const { local, indices } = place(expr, context, needs);
  if (new Set(indices).size !== indices.length) fail(expr.pos, 'A component stands twice on the left side.');
  local.written = true;
  return { local, indices };
}

function place(expr: Expr, context: Context, needs: string): AssignTarget & { type: Type } {
  if (expr.kind === 'name') {
    const meaning = context.scope.find(expr.name);
    if (!meaning) return fail(expr.pos, `"${expr.name}" is not declared here.`);
    if (meaning.kind !== 'local')
      return fail(
        expr.pos,
        `"${expr.name}" is ${meaning.kind === 'const' ? 'a constant' : 'a uniform'} and cannot be written.`,
      );
    if (meaning.readOnly) return fail(expr.pos, `"${expr.name}" ${meaning.readOnly}.`);
    if (context.counters.has(meaning.local))
      return fail(expr.pos, `"${expr.name}" counts a loop; only the head of the loop may change it.`);
    return { local: meaning.local, type: meaning.local.type, indices: range(meaning.local.type.flat.length) };
  }
  if (expr.kind === 'member' || expr.kind === 'index') {
    const base = place(expr.operand, context, needs);
    const member = expr.kind === 'member' ? memberIndices(base.type, expr) : indexIndices(base.type, expr, context);
    return { local: base.local, type: member.type, indices: member.indices.map((i) => base.indices[i]!) };
  }
  return fail(expr.pos, `${needs} a name that can be written.`);
}
