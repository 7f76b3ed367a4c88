import { range, PICK_ZERO, type Func, type Local, type Node, type AssignTarget, type Uniform } from '../ir';
import { Assembler } from './assembler';
import { I32, pushUnsigned } from './encode';
import { nativeScalars } from './natives';
import { binaryScalar, constant, convertScalar, fop, iop, load, op, OP, valType, whole, type Scalar } from './scalars';
import { hasEffects, isCheap } from './shape';

/** What the writer of one function needs to know about the rest of the module. */
export interface Module {
  indexOf(func: Func): number;
  addressOf(uniform: Uniform): number;
  inlines(func: Func): boolean;
  /** Address of the pictures' table. */
  pictures: number;
}

/** What a function that is being written knows of itself. */
export interface StackFrame {
  locals: Map<Local, Scalar[]>;
  func: Func | null;
  /** Where `return` leaves its value in a function written into its caller; null in a real one. */
  results: Scalar[] | null;
  /** Control depth of the block that a `return` leaves. */
  exit: number;
}

/** Writes what values come to. Values are lists of scalars; see `Scalar`. */
export abstract class ValueWriter extends Assembler {
  protected frame: StackFrame = { locals: new Map(), func: null, results: null, exit: 0 };

  constructor(
    private readonly module: Module,
    paramCount: number,
  ) {
    super(paramCount);
  }

  /** Writes the callee's body here, its parameters bound to the arguments; gives result and outs. */
  abstract invoke(func: Func, args: Scalar[][]): Scalar[];

  private lowerAll(nodes: Node[]): Scalar[][] {
    const lastEffect = nodes.length > 1 ? nodes.findLastIndex(hasEffects) : 0;
    return nodes.map((node, i) => {
      const scalars = this.lower(node);
      return i < lastEffect ? scalars.map((s) => this.copy(s)) : scalars;
    });
  }

  /** The scalars of a value, in order. */
  lower(node: Node): Scalar[] {
    switch (node.kind) {
      case 'const':
        return node.values.map((v, i) => constant(valType(node.type.flat[i]!), v));
      case 'local':
        return this.frame.locals.get(node.local)!;
      case 'uniform': {
        const address = this.module.addressOf(node.uniform);
        return node.type.flat.map((s, i) => load(valType(s), address + 4 * i));
      }
      case 'pick':
        return this.pick(node);
      case 'construct':
        return this.lowerAll(node.parts).flat();
      case 'convert':
        return this.lower(node.operand).map((s) => convertScalar(s, node.operand.type.scalar, node.type.scalar));
      case 'unary':
        return this.lower(node.operand).map((s) => {
          if (node.op === 'not') return iop(OP.eqz, s);
          if (node.op === 'bitnot') return iop(OP.iXor, s, whole(-1));
          return node.type.scalar === 'float' ? fop(OP.fNeg, s) : iop(OP.iSub, whole(0), s);
        });
      case 'binary': {
        const [left, right] = this.lowerAll([node.left, node.right]) as [Scalar[], Scalar[]];
        return left.map((l, i) => binaryScalar(node.op, node.left.type.scalar, l, right[i]!, this.share));
      }
      case 'same':
        return this.same(node);
      case 'matmul':
        return this.matmul(node);
      case 'lazy':
        return this.lazy(node);
      case 'choose':
        return this.choose(node);
      case 'native':
        return nativeScalars(
          node.name,
          this.lowerAll(node.args),
          node.args[0]!.type.scalar,
          this.share,
          this.module.pictures,
        );
      case 'call':
        return this.module.inlines(node.func) ? this.inline(node) : this.call(node);
      case 'assign': {
        const places = this.places(node.target);
        this.setAll(places, this.lower(node.value));
        return places;
      }
      case 'postfix': {
        const places = this.places(node.target);
        const before = places.map((s) => this.copy(s));
        this.setAll(places, this.lower(node.value));
        return before;
      }
    }
  }

  private places(target: AssignTarget): Scalar[] {
    const scalars = this.frame.locals.get(target.local)!;
    return target.indices.map((i) => scalars[i]!);
  }

  private pick(node: Extract<Node, { kind: 'pick' }>): Scalar[] {
    const scalars = [...this.lower(node.operand)];
    const uses = new Map<number, number>();
    for (const i of node.indices) uses.set(i, (uses.get(i) ?? 0) + 1);
    for (const [i, count] of uses) if (count > 1 && i >= 0) scalars[i] = this.share(scalars[i]!);
    return node.indices.map((i) =>
      i >= 0 ? scalars[i]! : constant(valType(node.type.scalar), i === PICK_ZERO ? 0 : 1),
    );
  }

  private same(node: Extract<Node, { kind: 'same' }>): Scalar[] {
    const [left, right] = this.lowerAll([node.left, node.right]) as [Scalar[], Scalar[]];
    const name = node.negate ? 'ne' : 'eq';
    const tests = left.map((l, i) => binaryScalar(name, node.left.type.flat[i]!, l, right[i]!, this.share));
    return [tests.reduce((a, b) => iop(node.negate ? OP.iOr : OP.iAnd, a, b))];
  }

  private matmul(node: Extract<Node, { kind: 'matmul' }>): Scalar[] {
    const [l, r] = this.lowerAll([node.left, node.right]).map((side) => side.map(this.share)) as [Scalar[], Scalar[]];
    const n = node.left.type.size;
    const sum = (terms: [Scalar, Scalar][]) =>
      terms.map(([a, b]) => fop(OP.fMul, a, b)).reduce((a, b) => fop(OP.fAdd, a, b));
    if (node.left.type.shape === 'vector') return range(n).map((c) => sum(range(n).map((k) => [l[k]!, r[c * n + k]!])));
    const columns = node.right.type.shape === 'vector' ? 1 : n;
    return range(columns).flatMap((c) =>
      range(n).map((row) => sum(range(n).map((k) => [l[k * n + row]!, r[c * n + k]!]))),
    );
  }

  private lazy(node: Extract<Node, { kind: 'lazy' }>): Scalar[] {
    const left = this.lower(node.left)[0]!;
    if (isCheap(node.right)) return [iop(node.op === 'and' ? OP.iAnd : OP.iOr, left, this.lower(node.right)[0]!)];
    const result = this.fresh(I32);
    this.set(result, left);
    this.emit(node.op === 'and' ? result : iop(OP.eqz, result));
    this.branches(() => this.set(result, this.lower(node.right)[0]!), null);
    return [result];
  }

  private choose(node: Extract<Node, { kind: 'choose' }>): Scalar[] {
    const test = this.share(this.lower(node.test)[0]!);
    if (isCheap(node.yes) && isCheap(node.no)) {
      const yes = this.lower(node.yes);
      const no = this.lower(node.no);
      return yes.map((y, i) => op(y.type, OP.select, y, no[i]!, test));
    }
    const results = this.freshFor(node.type);
    this.emit(test);
    this.branches(
      () => this.setAll(results, this.lower(node.yes)),
      () => this.setAll(results, this.lower(node.no)),
    );
    return results;
  }

  private call(node: Extract<Node, { kind: 'call' }>): Scalar[] {
    const { func } = node;
    for (const [i, args] of this.lowerAll(node.args).entries())
      if (func.params[i]!.in) for (const s of args) this.emit(s);
    this.code.push(0x10);
    pushUnsigned(this.code, this.module.indexOf(func));
    const results = this.freshFor(func.returns);
    const outs = node.outs.flatMap((t) => (t ? this.places(t) : []));
    for (const place of [...results, ...outs].reverse()) this.store(place);
    return results;
  }

  private inline(node: Extract<Node, { kind: 'call' }>): Scalar[] {
    const outs = node.outs.flatMap((t) => (t ? this.places(t) : []));
    const values = this.invoke(node.func, this.lowerAll(node.args));
    const count = node.func.returns.flat.length;
    this.setAll(outs, values.slice(count));
    return values.slice(0, count);
  }
}
