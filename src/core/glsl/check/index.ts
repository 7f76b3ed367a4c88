import { Recent } from '../../recent';
import type { Decl } from '../ast';
import { fail } from '../errors';
import type { Func, Program } from '../ir';
import { libraryHead } from '../lib';
import { BUILTINS_GLSL } from '../lib/builtins';
import { NATIVES } from '../natives';
import { parse } from '../parse';
import { structType, VOID } from '../types';
import { MAX_SCALARS } from './bounds';
import { isConstant } from './constants';
import { convertHint } from './convert';
import { checkBody, contextAt, newFunc } from './functions';
import { Globals, Scope, type FunctionDecl, type Overload } from './scope';

/** A text that was checked, which others can go on from. */
interface Checked {
  globals: Globals;
  /** Functions of this text and of all before it. */
  functions: Func[];
}

let builtins: Globals | null = null;

function builtinGlobals(): Globals {
  if (!builtins) {
    builtins = new Globals(null);
    for (const decl of parse(BUILTINS_GLSL)) if (decl.kind === 'function') addFunction(decl, builtins, 0);
  }
  return builtins;
}

/** Names of all built-in functions, sorted. */
export function builtinNames(): string[] {
  return [...new Set([...NATIVES.keys(), ...builtinGlobals().functionNames()])].sort();
}

/** Parts of the library that texts begin with; most begin with one of a few. */
const heads = new Recent<Checked>(64);

function checkedHead(text: string): Checked {
  if (text === '') return { globals: builtinGlobals(), functions: [] };
  return heads.get(text) ?? heads.put(text, checkAfter({ globals: builtinGlobals(), functions: [] }, text, 0));
}

/** Checks what stands in a text from an index on. */
function checkAfter(before: Checked, source: string, from: number): Checked {
  const globals = new Globals(before.globals);
  const own: Overload[] = [];
  for (const [order, decl] of parse(source, from, before.globals.structNames()).entries()) {
    if (decl.kind === 'function') {
      const overload = addFunction(decl, globals, order);
      if (overload) own.push(overload);
    } else {
      addGlobal(decl, globals, order);
    }
  }
  for (const overload of own) checkBody(overload);
  return { globals, functions: [...before.functions, ...own.map((o) => o.func)] };
}

/**
 * Checks a whole text: every function in it, called or not. Parts of the library at its beginning are checked once for
 * all texts that begin with them.
 * @throws GlslError at the first mistake, with line, column and a sentence.
 */
export function checkProgram(source: string): Program {
  const from = libraryHead(source);
  const { globals, functions } = checkAfter(checkedHead(source.slice(0, from)), source, from);
  return { functions, uniforms: globals.allUniforms() };
}

function addFunction(decl: FunctionDecl, globals: Globals, order: number): Overload | null {
  const { name, pos } = decl;
  if (globals.before && (NATIVES.has(name) || builtinGlobals().overloads(name).length > 0))
    fail(pos, `"${name}" is a built-in function; choose another name.`);
  if (globals.findType(name) || globals.findName(name)) fail(pos, `"${name}" already means something else.`);
  const returns = globals.type(decl.returns, decl.returnsPos);
  const params = decl.params.map((p) => {
    const type = globals.type(p.type, p.typePos);
    if (type === VOID) fail(p.typePos, 'A parameter cannot be void.');
    return { local: { name: p.name, type, written: false }, out: p.direction !== 'in', in: p.direction !== 'out' };
  });
  const same = globals
    .overloads(name)
    .find((o) => o.params.length === params.length && o.params.every((t, i) => t === params[i]!.local.type));
  if (same) {
    if (same.decl.body && decl.body) fail(pos, `"${name}" is already written with the same parameters.`);
    if (same.returns !== returns) fail(pos, `"${name}" was declared to give ${same.returns.name}.`);
    if (decl.body) {
      same.decl = decl;
      same.bodyOrder = order;
      same.func.params = params;
    }
    return null;
  }
  const overload: Overload = {
    decl,
    params: params.map((p) => p.local.type),
    returns,
    order,
    bodyOrder: order,
    state: 'new',
    func: newFunc(name, returns, params),
    home: globals,
  };
  globals.addFunction(name, overload);
  return overload;
}

function addGlobal(decl: Exclude<Decl, FunctionDecl>, globals: Globals, order: number): void {
  const free = (name: string, pos: Decl['pos']) => {
    if (globals.findName(name) || globals.findType(name)) fail(pos, `"${name}" is already declared.`);
  };
  if (decl.kind === 'struct') {
    free(decl.name, decl.pos);
    const fields = decl.fields.map((f) => ({ name: f.name, type: globals.type(f.type, f.typePos) }));
    const scalars = fields.reduce((sum, f) => sum + f.type.flat.length, 0);
    if (scalars > MAX_SCALARS)
      fail(decl.pos, `"${decl.name}" would hold ${scalars} numbers; a struct holds at most ${MAX_SCALARS}.`);
    globals.addType(decl.name, structType(decl.name, fields));
    return;
  }
  const type = globals.type(decl.type, decl.typePos);
  if (decl.kind === 'uniform') {
    free(decl.name, decl.pos);
    if (type.shape === 'struct' || type === VOID) fail(decl.pos, 'A uniform is a number, a vector or a matrix.');
    const uniform = { name: decl.name, type };
    globals.uniforms.push(uniform);
    globals.addName(decl.name, { kind: 'uniform', uniform });
    return;
  }
  for (const declarator of decl.names) {
    free(declarator.name, declarator.pos);
    if (!declarator.init) fail(declarator.pos, `"${declarator.name}" is const and needs a value.`);
    const value = contextAt(new Scope(globals), order).check(declarator.init);
    if (value.type !== type)
      fail(
        declarator.pos,
        `"${declarator.name}" is ${type.name} and is given ${value.type.name}.${convertHint(value, type)}`,
      );
    if (!isConstant(value)) fail(declarator.pos, `"${declarator.name}" must be made of constants.`);
    globals.addName(declarator.name, { kind: 'const', value });
  }
}
