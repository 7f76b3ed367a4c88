import type { Code, Func, Local, Node } from '../ir';
import { zero } from './access';
import { constant, truth } from './constants';
import { Expressions, OPS } from './expressions';
import { none, SIDES, some, type NamedValue } from './named-values';
import type { Derivation, Mask, Variant } from './variant';

/**
 * Writes one variant of a function. Which locals change is found by writing the body again until
 * nothing new changes: what a loop carries round may change only from its second turn on.
 */
export class VariantWriter extends Expressions {
  private readonly result: Mask;

  constructor(
    deriver: Derivation,
    private readonly func: Func,
    private readonly masks: Mask[],
    private readonly name: string,
  ) {
    super(deriver);
    this.result = none(func.returns);
    func.params.forEach((p, i) =>
      this.locals.set(p.local, { name: `p${i}`, mask: p.in ? [...masks[i]!] : none(p.local.type) }),
    );
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
    const own = func.params.flatMap((p, i) =>
      !this.givenSlopes(i) && some(this.locals.get(p.local)!.mask)
        ? SIDES.map((s) => `  ${p.local.type.name} p${i}${s} = ${zero(p.local.type)};`)
        : [],
    );
    const results = func.returns.name === 'void' ? [] : SIDES.map((s) => `out ${func.returns.name} r${s}`);
    return {
      variant,
      text:
        `${func.returns.name} ${name}(${[...params, ...results].join(', ')}) {\n` +
        `${[...own, ...this.lines].join('\n')}\n}\n`,
    };
  }

  /** Do the callers hand slopes over (or take them back) with a parameter? */
  private givenSlopes(index: number): boolean {
    const param = this.func.params[index]!;
    return some(param.out ? this.locals.get(param.local)!.mask : this.masks[index]!);
  }

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
        this.put(
          `for (${init.local.type.name} ${name} = ${this.inline(init.value!)}; ` +
            `${this.inline(code.test)}; ${this.inline(code.update)}) {`,
        );
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
    this.grow(
      this.result,
      value.mask.map((_, i) => i),
      value.mask,
    );
    SIDES.forEach((s, i) => this.put(`r${s} = ${this.slope(value, i)};`));
    this.put(`return ${value.text};`);
  }

  private declare(local: Local, value: NamedValue | null): void {
    const known = this.register(local);
    if (value)
      this.grow(
        known.mask,
        value.mask.map((_, i) => i),
        value.mask,
      );
    this.put(`${local.type.name} ${known.name}${value ? ` = ${value.text}` : ''};`);
    if (some(known.mask))
      SIDES.forEach((s, i) =>
        this.put(`${local.type.name} ${known.name}${s} = ${value ? this.slope(value, i) : zero(local.type)};`),
      );
  }

  /** Heads of loops count whole numbers, so they are plain expressions. */
  private inline(node: Node): string {
    switch (node.kind) {
      case 'const':
        return constant(node.type, node.values);
      case 'local':
        return this.register(node.local).name;
      case 'convert':
        return `${node.type.name}(${this.inline(node.operand)})`;
      case 'unary':
        return `(${{ neg: '-', not: '!', bitnot: '~' }[node.op]}${this.inline(node.operand)})`;
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
}
