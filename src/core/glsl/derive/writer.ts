import { floatText } from '../../weave/words';
import { isConstant } from '../check/constants';
import { childrenOf, PICK_ZERO, type Code, type Func, type Local, type Node, type Target } from '../ir';
import type { Type } from '../types';
import { access, zero } from './access';
import type { Deriver, Mask } from './index';
import { BLUNT, FLAT, RULES } from './rules';

/** A function with the slopes of its result: which scalars of the result, and of each parameter it writes, change. */
export interface Variant {
  name: string;
  result: Mask;
  outs: (Mask | null)[];
}

/** A value on its way: text of the value and of its two slopes, which are there only where some scalar changes. */
interface Value {
  text: string;
  type: Type;
  mask: Mask;
  slopes: [string, string] | null;
}

interface Known {
  name: string;
  mask: Mask;
}

const none = (type: Type): Mask => type.flat.map(() => false);
const some = (mask: Mask) => mask.some(Boolean);
const SIDES = ['a', 'b'] as const;
const OPS: Record<string, string> = { add: '+', sub: '-', mul: '*', div: '/', rem: '%', and: '&', or: '|', xor: '^', shl: '<<', shr: '>>', lt: '<', le: '<=', gt: '>', ge: '>=', eq: '==', ne: '!=' };

function writes(node: Node): boolean {
  return node.kind === 'assign' || node.kind === 'postfix' || (node.kind === 'call' && node.outs.some((o) => o !== null)) || childrenOf(node).some(writes);
}

/**
 * Writes one variant of a function. Which locals change is found by writing the body again until
 * nothing new changes: what a loop carries round may change only from its second turn on.
 */
export class VariantWriter {
  private lines: string[] = [];
  private locals = new Map<Local, Known>();
  private count = 0;
  private indent = 1;
  private readonly result: Mask;
  private grew = false;

  constructor(
    private readonly deriver: Deriver,
    private readonly func: Func,
    private readonly masks: Mask[],
    private readonly name: string,
  ) {
    this.result = none(func.returns);
    func.params.forEach((p, i) => this.locals.set(p.local, { name: `p${i}`, mask: p.in ? [...masks[i]!] : none(p.local.type) }));
  }

  write(whole: boolean): { variant: Variant; text: string } {
    do {
      this.grew = false;
      this.lines = [];
      this.count = 0;
      this.codes(this.func.body);
    } while (this.grew);
    const { func, name } = this;
    const outs = func.params.map((p) => (p.out ? this.locals.get(p.local)!.mask : null));
    const variant = { name, result: this.result, outs };
    if (!whole && !some(this.result) && !outs.some((m) => m && some(m))) return { variant, text: '' };
    const params = func.params.flatMap((p, i) => {
      const type = p.local.type.name;
      const way = p.out ? (p.in ? 'inout ' : 'out ') : '';
      return [`${way}${type} p${i}`, ...(this.givenSlopes(i) ? SIDES.map((s) => `${way}${type} p${i}${s}`) : [])];
    });
    // What comes in still may change inside.
    const own = func.params.flatMap((p, i) => (!this.givenSlopes(i) && some(this.locals.get(p.local)!.mask) ? SIDES.map((s) => `  ${p.local.type.name} p${i}${s} = ${zero(p.local.type)};`) : []));
    const results = func.returns.name === 'void' ? [] : SIDES.map((s) => `out ${func.returns.name} r${s}`);
    return { variant, text: `${func.returns.name} ${name}(${[...params, ...results].join(', ')}) {\n${[...own, ...this.lines].join('\n')}\n}\n` };
  }

  /** Do the callers hand slopes over (or take them back) with a parameter? */
  private givenSlopes(index: number): boolean {
    const param = this.func.params[index]!;
    return some(param.out ? this.locals.get(param.local)!.mask : this.masks[index]!);
  }

  private put(line: string): void {
    this.lines.push(`${'  '.repeat(this.indent)}${line}`);
  }

  private fresh(): string {
    return `t${this.count++}`;
  }

  /** A value under a name of its own. */
  private temp(type: Type, text: string, mask: Mask, slopes: [string, string] | null): Value {
    const name = this.fresh();
    this.put(`${type.name} ${name} = ${text};`);
    if (!slopes || !some(mask)) return { text: name, type, mask: none(type), slopes: null };
    SIDES.forEach((s, i) => this.put(`${type.name} ${name}${s} = ${slopes[i]};`));
    return { text: name, type, mask, slopes: [`${name}a`, `${name}b`] };
  }

  private still(type: Type, text: string): Value {
    return { text, type, mask: none(type), slopes: null };
  }

  private slope(value: Value, side: number): string {
    return value.slopes ? value.slopes[side]! : zero(value.type);
  }

  private slopesBy(values: Value[], of: (d: string[]) => string): [string, string] | null {
    if (!values.some((v) => v.slopes)) return null;
    return [0, 1].map((side) => of(values.map((v) => this.slope(v, side)))) as [string, string];
  }

  private grow(mask: Mask, indices: readonly number[], by: Mask): void {
    indices.forEach((at, i) => {
      if (by[i] && !mask[at]) {
        mask[at] = true;
        this.grew = true;
      }
    });
  }

  // Statements

  private codes(body: Code[]): void {
    for (const code of body) this.code(code);
  }

  private block(body: Code[]): void {
    this.indent++;
    this.codes(body);
    this.indent--;
  }

  private code(code: Code): void {
    switch (code.kind) {
      case 'declare':
        return this.declare(code.local, code.value ? this.value(code.value) : null);
      case 'eval':
        if (code.value.kind !== 'const') this.value(code.value);
        return;
      case 'if': {
        const fixed = truth(code.test);
        if (fixed !== null) return this.codesInBraces(fixed ? code.yes : code.no);
        this.put(`if (${this.value(code.test).text}) {`);
        this.block(code.yes);
        if (code.no.length > 0) {
          this.put('} else {');
          this.block(code.no);
        }
        this.put('}');
        return;
      }
      case 'loop': {
        const init = code.init[0] as Extract<Code, { kind: 'declare' }>;
        const name = this.register(init.local).name;
        this.put(`for (${init.local.type.name} ${name} = ${this.inline(init.value!)}; ${this.inline(code.test)}; ${this.inline(code.update)}) {`);
        this.block(code.body);
        this.put('}');
        return;
      }
      case 'return':
        return this.returns(code.value);
      default:
        this.put(`${code.kind};`);
    }
  }

  private codesInBraces(body: Code[]): void {
    if (body.length === 0) return;
    this.put('{');
    this.block(body);
    this.put('}');
  }

  private returns(node: Node | null): void {
    if (!node) return this.put('return;');
    const value = this.value(node);
    this.grow(this.result, value.mask.map((_, i) => i), value.mask);
    SIDES.forEach((s, i) => this.put(`r${s} = ${this.slope(value, i)};`));
    this.put(`return ${value.text};`);
  }

  private register(local: Local): Known {
    const known = this.locals.get(local) ?? { name: `v${this.locals.size}`, mask: none(local.type) };
    this.locals.set(local, known);
    return known;
  }

  private declare(local: Local, value: Value | null): void {
    const known = this.register(local);
    if (value) this.grow(known.mask, value.mask.map((_, i) => i), value.mask);
    this.put(`${local.type.name} ${known.name}${value ? ` = ${value.text}` : ''};`);
    if (some(known.mask)) SIDES.forEach((s, i) => this.put(`${local.type.name} ${known.name}${s} = ${value ? this.slope(value, i) : zero(local.type)};`));
  }

  /** Heads of loops count whole numbers, so they are plain expressions. */
  private inline(node: Node): string {
    switch (node.kind) {
      case 'const':
        return constant(node.type, node.values);
      case 'local':
        return this.register(node.local).name;
      case 'convert':
        return `${node.type.name}(${this.inline(node.of)})`;
      case 'unary':
        return `(${{ neg: '-', not: '!', bitnot: '~' }[node.op]}${this.inline(node.of)})`;
      case 'binary':
        return `(${this.inline(node.left)} ${OPS[node.op]} ${this.inline(node.right)})`;
      case 'same':
        return `(${this.inline(node.left)} ${node.negate ? '!=' : '=='} ${this.inline(node.right)})`;
      case 'assign':
      case 'postfix': {
        const by = node.value as Extract<Node, { kind: 'binary' }>;
        return `${this.register(node.target.local).name} ${OPS[by.op]}= ${this.inline(by.right)}`;
      }
      default:
        throw new Error(`A loop is headed by ${node.kind}.`);
    }
  }

  // Expressions

  private value(node: Node): Value {
    switch (node.kind) {
      case 'const':
        return this.still(node.type, constant(node.type, node.values));
      case 'uniform':
        return this.still(node.type, node.uniform.name);
      case 'local': {
        const { name, mask } = this.register(node.local);
        return { text: name, type: node.type, mask, slopes: some(mask) ? [`${name}a`, `${name}b`] : null };
      }
      case 'pick':
        return this.pick(this.value(node.of), node.indices, node.type);
      case 'construct': {
        const parts = this.values(node.parts);
        return this.temp(node.type, `${node.type.name}(${parts.map((p) => p.text).join(', ')})`, parts.flatMap((p) => p.mask), this.slopesBy(parts, (d) => `${node.type.name}(${d.join(', ')})`));
      }
      case 'convert': {
        const of = this.value(node.of);
        if (of.type === node.type) return of;
        return this.temp(node.type, `${node.type.name}(${of.text})`, of.mask, null);
      }
      case 'unary': {
        const of = this.value(node.of);
        if (node.op === 'not') return this.temp(node.type, `!${of.text}`, of.mask, null);
        return this.temp(node.type, `${node.op === 'neg' ? '-' : '~'}${of.text}`, of.mask, node.op === 'neg' ? this.slopesBy([of], ([d]) => `-${d}`) : null);
      }
      case 'binary':
        return this.binary(node);
      case 'same': {
        const [l, r] = this.values([node.left, node.right]) as [Value, Value];
        return this.temp(node.type, `${l.text} ${node.negate ? '!=' : '=='} ${r.text}`, none(node.type), null);
      }
      case 'matmul': {
        const [l, r] = this.values([node.left, node.right]) as [Value, Value];
        const all = node.type.flat.map(() => true);
        return this.temp(node.type, `${l.text} * ${r.text}`, all, this.slopesBy([l, r], ([dl, dr]) => [l.slopes ? `${dl} * ${r.text}` : '', r.slopes ? `${l.text} * ${dr}` : ''].filter(Boolean).join(' + ')));
      }
      case 'lazy': {
        if (!writes(node.right)) {
          const [l, r] = this.values([node.left, node.right]) as [Value, Value];
          return this.temp(node.type, `${l.text} ${node.op === 'and' ? '&&' : '||'} ${r.text}`, none(node.type), null);
        }
        const left = this.temp(node.type, this.value(node.left).text, none(node.type), null);
        this.put(`if (${node.op === 'and' ? '' : '!'}${left.text}) {`);
        this.indent++;
        this.put(`${left.text} = ${this.value(node.right).text};`);
        this.indent--;
        this.put('}');
        return left;
      }
      case 'choose':
        return this.choose(node);
      case 'native':
        return this.apply(node.name, node.type, this.values(node.args));
      case 'call':
        return this.call(node);
      case 'assign':
        return this.assign(node.target, this.value(node.value), node.type);
      case 'postfix': {
        const before = this.pick(this.whole(node.target.local), node.target.indices, node.type);
        const kept = this.temp(node.type, before.text, before.mask, before.slopes);
        this.assign(node.target, this.value(node.value), node.type);
        return kept;
      }
    }
  }

  /** Values in order; what a later one could overwrite is put away first. */
  private values(nodes: Node[]): Value[] {
    const late = nodes.map((_, i) => nodes.slice(i + 1).some(writes));
    return nodes.map((n, i) => {
      const value = this.value(n);
      return late[i] ? this.temp(value.type, value.text, value.mask, value.slopes) : value;
    });
  }

  private whole(local: Local): Value {
    const { name, mask } = this.register(local);
    return { text: name, type: local.type, mask, slopes: some(mask) ? [`${name}a`, `${name}b`] : null };
  }

  private pick(of: Value, indices: readonly number[], type: Type): Value {
    const mask = indices.map((i) => i >= 0 && of.mask[i]!);
    // What is picked from a constructor needs a name of its own.
    const from = /^[\w.]+$/.test(of.text) && !/^\d/.test(of.text) ? of : of.type.shape === 'scalar' ? of : this.temp(of.type, of.text, of.mask, of.slopes);
    const moving = indices.map((i) => (i < 0 ? PICK_ZERO : i));
    return { text: access(from.text, of.type, indices, type), type, mask, slopes: some(mask) ? (from.slopes!.map((s) => access(s, of.type, moving, type)) as [string, string]) : null };
  }

  private binary(node: Extract<Node, { kind: 'binary' }>): Value {
    const [l, r] = this.values([node.left, node.right]) as [Value, Value];
    const { type } = node;
    const times = (a: string, b: string) => (type.shape === 'matrix' ? `matrixCompMult(${a}, ${b})` : `${a} * ${b}`);
    const text = node.op === 'mul' ? times(l.text, r.text) : `${l.text} ${OPS[node.op]} ${r.text}`;
    const mask = type.flat.map((_, i) => Boolean(l.mask[i]) || Boolean(r.mask[i]));
    switch (node.op) {
      case 'add':
      case 'sub':
        return this.temp(type, text, mask, this.slopesBy([l, r], ([a, b]) => (!r.slopes ? a! : !l.slopes ? (node.op === 'sub' ? `-${b}` : b!) : `${a} ${OPS[node.op]} ${b}`)));
      case 'mul':
        return this.temp(type, text, mask, this.slopesBy([l, r], ([a, b]) => [l.slopes ? times(a!, r.text) : '', r.slopes ? times(l.text, b!) : ''].filter(Boolean).join(' + ')));
      case 'div': {
        const value = this.temp(type, text, none(type), null);
        const slopes = this.slopesBy([l, r], ([a, b]) => (!r.slopes ? `${a} / ${r.text}` : `(${l.slopes ? a : ''} - ${times(value.text, b!)}) / ${r.text}`));
        return slopes ? this.named(value, mask, slopes) : value;
      }
      default:
        return this.temp(type, text, none(type), null);
    }
  }

  /** Gives slopes to a value that has a name already. */
  private named(value: Value, mask: Mask, slopes: [string, string]): Value {
    SIDES.forEach((s, i) => this.put(`${value.type.name} ${value.text}${s} = ${slopes[i]};`));
    return { ...value, mask, slopes: [`${value.text}a`, `${value.text}b`] };
  }

  private choose(node: Extract<Node, { kind: 'choose' }>): Value {
    const fixed = truth(node.test);
    if (fixed !== null) return this.value(fixed ? node.yes : node.no);
    const test = this.value(node.test);
    const name = this.fresh();
    this.put(`${node.type.name} ${name};`);
    // Which slopes are there is known only after both sides are written.
    const at = this.lines.length;
    const sides = ([['if (', node.yes], ['} else {', node.no]] as const).map(([head, side], i) => {
      this.put(i === 0 ? `${head}${test.text}) {` : head);
      this.indent++;
      const value = this.value(side);
      this.put(`${name} = ${value.text};`);
      const place = this.lines.length;
      this.indent--;
      return { value, place };
    });
    this.put('}');
    const mask = node.type.flat.map((_, i) => sides.some((s) => s.value.mask[i]));
    if (!some(mask)) return this.still(node.type, name);
    const pad = '  '.repeat(this.indent);
    for (const { value, place } of [...sides].reverse()) this.lines.splice(place, 0, ...SIDES.map((s, i) => `${pad}  ${name}${s} = ${this.slope(value, i)};`));
    this.lines.splice(at, 0, ...SIDES.map((s) => `${pad}${node.type.name} ${name}${s};`));
    return { text: name, type: node.type, mask, slopes: [`${name}a`, `${name}b`] };
  }

  /** A built-in function that has a rule. */
  private apply(name: string, type: Type, args: Value[]): Value {
    const value = this.temp(type, `${name}(${args.map((a) => a.text).join(', ')})`, none(type), null);
    if (!args.some((a) => a.slopes) || FLAT.has(name)) return value;
    if (BLUNT.has(name)) {
      this.deriver.blunt ??= `${name} takes a number apart bit by bit, so it has no slope`;
      return value;
    }
    const rule = RULES[name];
    if (!rule) throw new Error(`There is no rule for the slope of ${name}.`);
    const slopes = this.slopesBy(args, (d) => rule(args.map((a) => a.text), d, value.text, args.map((a) => a.type)));
    return this.named(value, type.flat.map(() => true), slopes!);
  }

  private call(node: Extract<Node, { kind: 'call' }>): Value {
    const { func } = node;
    const built = !this.deriver.isOwn(func);
    if (built && (func.name in RULES || FLAT.has(func.name))) return this.apply(func.name, node.type, this.values(node.args));
    const args = this.values(node.args);
    const variant = args.some((a) => a.slopes) ? this.deriver.variant(func, args.map((a) => a.mask)) : null;
    const moves = variant && (some(variant.result) || variant.outs.some((m) => m && some(m)));
    // What is written goes to names of its own first: a target may be a part of a value.
    const outs = node.outs.map((target, i) => target && { target, name: this.fresh(), value: args[i]!, mask: (moves && variant.outs[i]) || none(args[i]!.type), inout: func.params[i]!.in });
    for (const out of outs) {
      if (!out) continue;
      const { type } = out.value;
      this.put(`${type.name} ${out.name}${out.inout ? ` = ${out.value.text}` : ''};`);
      if (moves && variant.outs[node.outs.indexOf(out.target)] && some(out.mask)) SIDES.forEach((s, k) => this.put(`${type.name} ${out.name}${s} = ${out.inout ? this.slope(out.value, k) : zero(type)};`));
    }
    const name = this.fresh();
    const gives = node.type.name !== 'void';
    let value: Value = this.still(node.type, name);
    if (!moves) {
      this.put(`${gives ? `${node.type.name} ${name} = ` : ''}${func.name}(${args.map((a, i) => outs[i]?.name ?? a.text).join(', ')});`);
    } else {
      if (gives) for (const s of SIDES) this.put(`${node.type.name} ${name}${s};`);
      const given = args.flatMap((a, i) => {
        const out = outs[i];
        const has = out ? some(out.mask) : some(a.mask);
        return [out?.name ?? a.text, ...(has ? SIDES.map((s, k) => (out ? `${out.name}${s}` : this.slope(a, k))) : [])];
      });
      this.put(`${gives ? `${node.type.name} ${name} = ` : ''}${variant.name}(${[...given, ...(gives ? SIDES.map((s) => `${name}${s}`) : [])].join(', ')});`);
      if (some(variant.result)) value = { text: name, type: node.type, mask: [...variant.result], slopes: [`${name}a`, `${name}b`] };
    }
    for (const out of outs) {
      if (!out) continue;
      const slopes: [string, string] | null = some(out.mask) ? [`${out.name}a`, `${out.name}b`] : null;
      this.assign(out.target, { text: out.name, type: out.value.type, mask: out.mask, slopes }, out.value.type);
    }
    return value;
  }

  private assign(target: Target, value: Value, type: Type): Value {
    const known = this.register(target.local);
    this.grow(known.mask, target.indices, value.mask);
    const place = (name: string) => access(name, target.local.type, target.indices, type);
    this.put(`${place(known.name)} = ${value.text};`);
    if (some(known.mask) && value.type.scalar === 'float') SIDES.forEach((s, i) => this.put(`${place(`${known.name}${s}`)} = ${this.slope(value, i)};`));
    return this.pick(this.whole(target.local), target.indices, type);
  }
}

/** A condition between constants, such as a choice written into a step: true, false, or not known. */
function truth(test: Node): boolean | null {
  if (!isConstant(test)) return null;
  switch (test.kind) {
    case 'const':
      return Boolean(test.values[0]);
    case 'unary':
      return test.op === 'not' ? not(truth(test.of)) : null;
    case 'lazy': {
      const [l, r] = [truth(test.left), truth(test.right)];
      return l === null || r === null ? null : test.op === 'and' ? l && r : l || r;
    }
    case 'same':
    case 'binary': {
      if (test.left.kind !== 'const' || test.right.kind !== 'const' || test.left.values.length !== 1) return null;
      const [a, b] = [test.left.values[0]!, test.right.values[0]!];
      if (test.kind === 'same') return (a === b) !== test.negate;
      const results: Record<string, boolean> = { lt: a < b, le: a <= b, gt: a > b, ge: a >= b, eq: a === b, ne: a !== b };
      return results[test.op] ?? null;
    }
    default:
      return null;
  }
}

const not = (v: boolean | null) => (v === null ? null : !v);

function constant(type: Type, values: readonly number[]): string {
  const one = (v: number): string => {
    switch (type.scalar) {
      case 'float':
        return Number.isFinite(v) ? (v < 0 ? `(${floatText(v)})` : floatText(v)) : v > 0 ? 'uintBitsToFloat(0x7f800000u)' : v < 0 ? 'uintBitsToFloat(0xff800000u)' : 'uintBitsToFloat(0x7fc00000u)';
      case 'int':
        return v === -2147483648 ? '(-2147483647 - 1)' : v < 0 ? `(${v})` : String(v);
      case 'uint':
        return `${v >>> 0}u`;
      case 'bool':
        return v ? 'true' : 'false';
    }
  };
  return type.shape === 'scalar' ? one(values[0]!) : `${type.name}(${values.map(one).join(', ')})`;
}
