import type { Expr } from '../ast';
import { fail, type Pos } from '../errors';
import { PICK_ONE, PICK_ZERO, range, type Node } from '../ir';
import { NATIVES } from '../natives';
import { isPlain, vectorOf, type Type } from '../types';
import type { Context } from './context';
import { convertTo, pick } from './convert';
import { overloadOf } from './overloads';
import { targetOf } from './places';

const NO_NEIGHBOURS = new Set(['dFdx', 'dFdy', 'fwidth']);
const PICTURES = new Set(['texture', 'textureLod', 'texelFetch', 'textureSize', 'textureGrad']);

/** A call of a constructor, a built-in or a function of the text. */
export function checkCall(expr: Extract<Expr, { kind: 'call' }>, context: Context): Node {
  const { name, pos } = expr;
  const args = expr.args.map((a) => context.check(a));
  for (const [i, arg] of args.entries()) {
    if (arg.type.name === 'void') fail(expr.args[i]!.pos, 'This gives no value, so it cannot be an argument.');
  }
  if (context.scope.hides(name))
    fail(pos, `"${name}" is a value here, so it cannot be called; give the value another name.`);
  const type = context.scope.globals.findType(name);
  if (type) return type.shape === 'struct' ? constructStruct(type, args, pos) : construct(type, args, pos);
  if (NO_NEIGHBOURS.has(name))
    fail(
      pos,
      `"${name}" looks at neighbouring pixels, which the processor does not have; work out the ` +
        'slope from two evaluations instead.',
    );
  if (PICTURES.has(name)) fail(pos, 'Pictures come in through steps, not through samplers in code.');
  const native = NATIVES.get(name)?.find((n) => sameTypes(n.params, args));
  if (native) return { kind: 'native', type: native.returns, name, args };
  const overload = overloadOf(
    context,
    name,
    args.map((a) => a.type),
    pos,
  );
  if (overload) {
    const { func } = overload;
    context.calls = Math.max(context.calls, func.calls);
    const outs = func.params.map((p, i) => (p.out ? targetOf(expr.args[i]!, context, 'An out parameter needs') : null));
    return { kind: 'call', type: func.returns, func, args, outs };
  }
  return unknownCall(name, args, pos, context);
}

function sameTypes(params: Type[], args: { type: Type }[]): boolean {
  return params.length === args.length && params.every((p, i) => p.name === args[i]!.type.name);
}

function unknownCall(name: string, args: Node[], pos: Pos, context: Context): never {
  const known = [
    ...(NATIVES.get(name) ?? []).map((n) => n.params),
    ...context.scope.globals.overloads(name).map((o) => o.params),
  ];
  if (known.length === 0) fail(pos, `There is no function "${name}".`);
  const given = args.map((a) => a.type.name).join(', ');
  const sameCount = known.filter((params) => params.length === args.length);
  const castable = sameCount.find((params) =>
    params.every(
      (p, i) =>
        p.name === args[i]!.type.name || (isPlain(p) && isPlain(args[i]!.type) && p.size === args[i]!.type.size),
    ),
  );
  if (castable) {
    const i = castable.findIndex((p, k) => p.name !== args[k]!.type.name);
    const node = args[i]!;
    const hint =
      node.kind === 'const' && castable[i]!.name === 'float'
        ? `write ${node.values[0]}.0`
        : `write ${castable[i]!.name}(...)`;
    fail(
      pos,
      `"${name}" takes ${castable[i]!.name} as argument ${i + 1}, not ${node.type.name}; GLSL ES ` +
        `converts nothing by itself: ${hint}.`,
    );
  }
  const options = known
    .slice(0, 3)
    .map((params) => `${name}(${params.map((p) => p.name).join(', ')})`)
    .join(' or ');
  fail(pos, `"${name}" does not take (${given}); it takes ${options}.`);
}

function constructStruct(type: Type, args: Node[], pos: Pos): Node {
  if (
    !sameTypes(
      type.fields.map((f) => f.type),
      args,
    )
  ) {
    fail(pos, `${type.name} is made from (${type.fields.map((f) => `${f.type.name} ${f.name}`).join(', ')}).`);
  }
  return { kind: 'construct', type, parts: args };
}

/** Constructors of scalars, vectors and matrices: GLSL ES 3.00, section 5.4. */
function construct(type: Type, args: Node[], pos: Pos): Node {
  const { scalar, flat } = type;
  if (type.shape === 'void' || args.length === 0) fail(pos, `${type.name}() needs at least one value.`);
  const struct = args.find((a) => a.type.shape === 'struct');
  if (struct) fail(pos, `A ${struct.type.name} cannot be turned into ${type.name}.`);
  const only = args.length === 1 ? convertTo(args[0]!, scalar) : null;
  if (only && only.type.shape === 'scalar') {
    if (type.shape !== 'matrix')
      return pick(
        only,
        type,
        flat.map(() => 0),
      );
    return pick(
      only,
      type,
      range(flat.length).map((i) => (i % (type.size + 1) === 0 ? 0 : PICK_ZERO)),
    );
  }
  if (only && only.type.shape === 'matrix' && type.shape === 'matrix') {
    const from = only.type.size;
    const indices = range(flat.length).map((i) => {
      const column = Math.floor(i / type.size);
      const row = i % type.size;
      if (column < from && row < from) return column * from + row;
      return column === row ? PICK_ONE : PICK_ZERO;
    });
    return pick(only, type, indices);
  }
  if (type.shape === 'matrix' && args.some((a) => a.type.shape === 'matrix'))
    fail(pos, `${type.name} from a matrix takes that matrix alone.`);
  const parts: Node[] = [];
  let missing = flat.length;
  for (const arg of args) {
    if (missing === 0) fail(pos, `${type.name}() was given more values than the ${flat.length} it holds.`);
    const part = convertTo(arg, scalar);
    const count = part.type.flat.length;
    const kept = Math.min(count, missing);
    parts.push(kept === count ? part : pick(part, vectorOf(scalar, kept), range(kept)));
    missing -= kept;
  }
  if (missing > 0) fail(pos, `${type.name}() needs ${flat.length} numbers and was given ${flat.length - missing}.`);
  return { kind: 'construct', type, parts };
}
