import { own } from '../../own';
import { childrenOf, type Node, type AssignTarget } from '../ir';
import type { Type } from '../types';
import { access, zero } from './access';
import { constant, truth } from './constants';
import { NamedValues, none, SIDES, some, type NamedValue } from './named-values';
import { WITHOUT_SLOPE, FLAT, RULES } from './rules';
import type { Variant } from './variant';

export const OPS: Record<string, string> = {
  add: '+',
  sub: '-',
  mul: '*',
  div: '/',
  rem: '%',
  and: '&',
  or: '|',
  xor: '^',
  shl: '<<',
  shr: '>>',
  lt: '<',
  le: '<=',
  gt: '>',
  ge: '>=',
  eq: '==',
  ne: '!=',
};

function writes(node: Node): boolean {
  return (
    node.kind === 'assign' ||
    node.kind === 'postfix' ||
    (node.kind === 'call' && node.outs.some((o) => o !== null)) ||
    childrenOf(node).some(writes)
  );
}

type Call = Extract<Node, { kind: 'call' }>;

/** An argument that a call writes into. */
interface Out {
  target: AssignTarget;
  name: string;
  /** What it was before. */
  value: NamedValue;
  mask: NamedValue['mask'];
}

/** Writes expressions of one function, each with its slopes, as lines of text. */
export class Expressions extends NamedValues {
  protected value(node: Node): NamedValue {
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
        return this.pick(this.value(node.operand), node.indices, node.type);
      case 'construct': {
        const parts = this.values(node.parts);
        return this.temp(
          node.type,
          `${node.type.name}(${parts.map((p) => p.text).join(', ')})`,
          parts.flatMap((p) => p.mask),
          this.slopesBy(parts, (d) => `${node.type.name}(${d.join(', ')})`),
        );
      }
      case 'convert': {
        const of = this.value(node.operand);
        if (of.type === node.type) return of;
        return this.temp(node.type, `${node.type.name}(${of.text})`, of.mask, null);
      }
      case 'unary': {
        const of = this.value(node.operand);
        if (node.op === 'not') return this.temp(node.type, `!${of.text}`, of.mask, null);
        return this.temp(
          node.type,
          `${node.op === 'neg' ? '-' : '~'}${of.text}`,
          of.mask,
          node.op === 'neg' ? this.slopesBy([of], ([d]) => `-${d}`) : null,
        );
      }
      case 'binary':
        return this.binary(node);
      case 'same': {
        const [l, r] = this.values([node.left, node.right]) as [NamedValue, NamedValue];
        return this.temp(node.type, `${l.text} ${node.negate ? '!=' : '=='} ${r.text}`, none(node.type), null);
      }
      case 'matmul': {
        const [l, r] = this.values([node.left, node.right]) as [NamedValue, NamedValue];
        const all = node.type.flat.map(() => true);
        return this.temp(
          node.type,
          `${l.text} * ${r.text}`,
          all,
          this.slopesBy([l, r], ([dl, dr]) =>
            [l.slopes ? `${dl} * ${r.text}` : '', r.slopes ? `${l.text} * ${dr}` : ''].filter(Boolean).join(' + '),
          ),
        );
      }
      case 'lazy': {
        if (!writes(node.right)) {
          const [l, r] = this.values([node.left, node.right]) as [NamedValue, NamedValue];
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

  /** Values in order; what a later one could overwrite is saved first. */
  protected values(nodes: Node[]): NamedValue[] {
    const late = nodes.map((_, i) => nodes.slice(i + 1).some(writes));
    return nodes.map((n, i) => {
      const value = this.value(n);
      return late[i] ? this.temp(value.type, value.text, value.mask, value.slopes) : value;
    });
  }

  protected binary(node: Extract<Node, { kind: 'binary' }>): NamedValue {
    const [l, r] = this.values([node.left, node.right]) as [NamedValue, NamedValue];
    const { type } = node;
    const times = (a: string, b: string) => (type.shape === 'matrix' ? `matrixCompMult(${a}, ${b})` : `${a} * ${b}`);
    const text = node.op === 'mul' ? times(l.text, r.text) : `${l.text} ${OPS[node.op]} ${r.text}`;
    const mask = type.flat.map((_, i) => Boolean(l.mask[i]) || Boolean(r.mask[i]));
    switch (node.op) {
      case 'add':
      case 'sub':
        return this.temp(
          type,
          text,
          mask,
          this.slopesBy([l, r], ([a, b]) =>
            !r.slopes ? a! : !l.slopes ? (node.op === 'sub' ? `-${b}` : b!) : `${a} ${OPS[node.op]} ${b}`,
          ),
        );
      case 'mul':
        return this.temp(
          type,
          text,
          mask,
          this.slopesBy([l, r], ([a, b]) =>
            [l.slopes ? times(a!, r.text) : '', r.slopes ? times(l.text, b!) : ''].filter(Boolean).join(' + '),
          ),
        );
      case 'div': {
        const value = this.temp(type, text, none(type), null);
        const slopes = this.slopesBy([l, r], ([a, b]) =>
          !r.slopes ? `${a} / ${r.text}` : `(${l.slopes ? a : ''} - ${times(value.text, b!)}) / ${r.text}`,
        );
        return slopes ? this.named(value, mask, slopes) : value;
      }
      default:
        return this.temp(type, text, none(type), null);
    }
  }

  protected choose(node: Extract<Node, { kind: 'choose' }>): NamedValue {
    const fixed = truth(node.test);
    if (fixed !== null) return this.value(fixed ? node.yes : node.no);
    const test = this.value(node.test);
    const name = this.fresh();
    this.put(`${node.type.name} ${name};`);
    // Which slopes are there is known only after both sides are written.
    const at = this.lines.length;
    const sides = (
      [
        ['if (', node.yes],
        ['} else {', node.no],
      ] as const
    ).map(([head, side], i) => {
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
    for (const { value, place } of [...sides].reverse())
      this.lines.splice(place, 0, ...SIDES.map((s, i) => `${pad}  ${name}${s} = ${this.slope(value, i)};`));
    this.lines.splice(at, 0, ...SIDES.map((s) => `${pad}${node.type.name} ${name}${s};`));
    return { text: name, type: node.type, mask, slopes: [`${name}a`, `${name}b`] };
  }

  /** A built-in function that has a rule. */
  protected apply(name: string, type: Type, args: NamedValue[]): NamedValue {
    const value = this.temp(type, `${name}(${args.map((a) => a.text).join(', ')})`, none(type), null);
    if (!args.some((a) => a.slopes) || FLAT.has(name)) return value;
    if (WITHOUT_SLOPE.has(name)) {
      this.deriver.noSlope ??= `${name} takes a number apart bit by bit, so it has no slope`;
      return value;
    }
    const rule = own(RULES, name);
    if (!rule) throw new Error(`There is no rule for the slope of ${name}.`);
    const slopes = this.slopesBy(args, (d) =>
      rule(
        args.map((a) => a.text),
        d,
        value.text,
        args.map((a) => a.type),
      ),
    );
    return this.named(
      value,
      type.flat.map(() => true),
      slopes!,
    );
  }

  protected call(node: Call): NamedValue {
    const { func } = node;
    const built = !this.deriver.isOwn(func);
    if (built && (func.name in RULES || FLAT.has(func.name)))
      return this.apply(func.name, node.type, this.values(node.args));
    const args = this.values(node.args);
    const masks = args.map((a) => a.mask);
    const variant = args.some((a) => a.slopes) ? this.deriver.variant(func, masks) : null;
    const moves = variant !== null && [variant.result, ...variant.outs].some((mask) => mask && some(mask));
    const outs = this.outsOf(node, args, moves ? variant : null);
    const value = moves ? this.callVariant(node, variant, args, outs) : this.callPlain(node, args, outs);
    for (const out of outs) {
      if (!out) continue;
      const slopes: NamedValue['slopes'] = some(out.mask) ? [`${out.name}a`, `${out.name}b`] : null;
      this.assign(out.target, { text: out.name, type: out.value.type, mask: out.mask, slopes }, out.value.type);
    }
    return value;
  }

  /** Begins what a call writes into its arguments, under names of its own: a target may be a part of a value. */
  private outsOf(node: Call, args: readonly NamedValue[], variant: Variant | null): (Out | null)[] {
    return node.outs.map((target, i) => {
      if (!target) return null;
      const value = args[i]!;
      const { type } = value;
      const isRead = node.func.params[i]!.in;
      const name = this.fresh();
      const mask = variant?.outs[i];
      this.put(`${type.name} ${name}${isRead ? ` = ${value.text}` : ''};`);
      if (mask && some(mask))
        SIDES.forEach((s, k) => this.put(`${type.name} ${name}${s} = ${isRead ? this.slope(value, k) : zero(type)};`));
      return { target, name, value, mask: mask ?? none(type) };
    });
  }

  private callPlain(node: Call, args: readonly NamedValue[], outs: readonly (Out | null)[]): NamedValue {
    const name = this.fresh();
    const result = node.type.name === 'void' ? '' : `${node.type.name} ${name} = `;
    this.put(`${result}${node.func.name}(${args.map((a, i) => outs[i]?.name ?? a.text).join(', ')});`);
    return this.still(node.type, name);
  }

  /** Calls the function that gives the slopes as well. */
  private callVariant(
    node: Call,
    variant: Variant,
    args: readonly NamedValue[],
    outs: readonly (Out | null)[],
  ): NamedValue {
    const name = this.fresh();
    const gives = node.type.name !== 'void';
    if (gives) for (const s of SIDES) this.put(`${node.type.name} ${name}${s};`);
    const given = args.flatMap((a, i) => {
      const out = outs[i];
      if (out) return [out.name, ...(some(out.mask) ? SIDES.map((s) => `${out.name}${s}`) : [])];
      return [a.text, ...(some(a.mask) ? SIDES.map((_, k) => this.slope(a, k)) : [])];
    });
    const slopes = gives ? SIDES.map((s) => `${name}${s}`) : [];
    const result = gives ? `${node.type.name} ${name} = ` : '';
    this.put(`${result}${variant.name}(${[...given, ...slopes].join(', ')});`);
    if (!some(variant.result)) return this.still(node.type, name);
    return { text: name, type: node.type, mask: [...variant.result], slopes: [`${name}a`, `${name}b`] };
  }

  protected assign(target: AssignTarget, value: NamedValue, type: Type): NamedValue {
    const known = this.register(target.local);
    this.grow(known.mask, target.indices, value.mask);
    const place = (name: string) => access(name, target.local.type, target.indices, type);
    this.put(`${place(known.name)} = ${value.text};`);
    if (some(known.mask) && value.type.scalar === 'float')
      SIDES.forEach((s, i) => this.put(`${place(`${known.name}${s}`)} = ${this.slope(value, i)};`));
    return this.pick(this.whole(target.local), target.indices, type);
  }
}
