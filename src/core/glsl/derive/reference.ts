import { checkProgram } from '../check';
import type { Code, Func, Local, Node, AssignTarget } from '../ir';

/**
 * Runs a checked program in 64-bit floats, one call at a time: slow and plain, as a yardstick
 * for what runs fast. Whole numbers stay 32-bit; what takes bits apart sees 32-bit floats.
 */
export function reference(
  source: string,
  name: string,
  uniforms: Record<string, number[]> = {},
): (args: number[][]) => number[] {
  const func = checkProgram(source).functions.find((f) => f.name === name)!;
  return (args) =>
    new ReferenceRun(uniforms).call(
      func,
      args.map((a) => [...a]),
    ).result;
}

class Leave {
  constructor(
    readonly how: 'return' | 'break' | 'continue',
    readonly value: number[] = [],
  ) {}
}

const bits = new DataView(new ArrayBuffer(8));

class ReferenceRun {
  constructor(private readonly uniforms: Record<string, number[]>) {}

  call(func: Func, args: number[][]): { result: number[]; outs: number[][] } {
    const frame = new Map<Local, number[]>();
    func.params.forEach((p, i) => frame.set(p.local, p.in ? args[i]! : p.local.type.flat.map(() => 0)));
    const end = this.codes(func.body, frame);
    return { result: end?.value ?? [], outs: func.params.map((p) => frame.get(p.local)!) };
  }

  private codes(body: Code[], frame: Map<Local, number[]>): Leave | null {
    for (const code of body) {
      const leave = this.code(code, frame);
      if (leave) return leave;
    }
    return null;
  }

  private code(code: Code, frame: Map<Local, number[]>): Leave | null {
    switch (code.kind) {
      case 'declare':
        frame.set(code.local, code.value ? [...this.value(code.value, frame)] : code.local.type.flat.map(() => 0));
        return null;
      case 'eval':
        this.value(code.value, frame);
        return null;
      case 'if':
        return this.codes(this.value(code.test, frame)[0] ? code.yes : code.no, frame);
      case 'loop':
        this.codes(code.init, frame);
        while (this.value(code.test, frame)[0]) {
          const leave = this.codes(code.body, frame);
          if (leave?.how === 'return') return leave;
          if (leave?.how === 'break') break;
          this.value(code.update, frame);
        }
        return null;
      case 'return':
        return new Leave('return', code.value ? this.value(code.value, frame) : []);
      default:
        return new Leave(code.kind);
    }
  }

  private value(node: Node, frame: Map<Local, number[]>): number[] {
    const of = (n: Node) => this.value(n, frame);
    const { scalar } = node.type;
    switch (node.kind) {
      case 'const':
        return node.values;
      case 'local':
        return frame.get(node.local)!;
      case 'uniform':
        return this.uniforms[node.uniform.name]!;
      case 'pick': {
        const from = of(node.operand);
        return node.indices.map((i) => (i === -1 ? 0 : i === -2 ? 1 : from[i]!));
      }
      case 'construct':
        return node.parts.flatMap(of);
      case 'convert':
        return of(node.operand).map((v) =>
          scalar === 'int'
            ? Math.trunc(v) | 0
            : scalar === 'uint'
              ? Math.trunc(v) >>> 0
              : scalar === 'bool'
                ? Number(v !== 0)
                : v,
        );
      case 'unary':
        return of(node.operand).map((v) => whole(scalar, node.op === 'neg' ? -v : node.op === 'not' ? Number(!v) : ~v));
      case 'binary': {
        const [l, r] = [of(node.left), of(node.right)];
        const kind = node.left.type.scalar;
        return l.map((a, i) => binary(node.op, kind, a, r[i]!));
      }
      case 'same': {
        const [l, r] = [of(node.left), of(node.right)];
        return [Number(l.every((v, i) => v === r[i]) !== node.negate)];
      }
      case 'matmul':
        return matmul(
          node.left.type.size,
          of(node.left),
          node.right.type.size,
          of(node.right),
          node.left.type.shape,
          node.right.type.shape,
        );
      case 'lazy':
        return of(node.left)[0] ? (node.op === 'and' ? of(node.right) : [1]) : node.op === 'and' ? [0] : of(node.right);
      case 'choose':
        return of(node.test)[0] ? of(node.yes) : of(node.no);
      case 'native':
        return native(
          node.name,
          node.args.map(of),
          node.args.map((a) => a.type.scalar),
        );
      case 'call': {
        const args = node.args.map((a) => [...of(a)]);
        const direct = DIRECT[node.func.name];
        if (direct) return args[0]!.map((_, i) => direct(...args.map((a) => a[i] ?? a[0]!)));
        const { result, outs } = this.call(node.func, args);
        node.outs.forEach((target, i) => target && write(target, outs[i]!, frame));
        return result;
      }
      case 'assign':
        return write(node.target, of(node.value), frame);
      case 'postfix': {
        const before = node.target.indices.map((i) => frame.get(node.target.local)![i]!);
        write(node.target, of(node.value), frame);
        return before;
      }
    }
  }
}

function write(target: AssignTarget, value: number[], frame: Map<Local, number[]>): number[] {
  const at = [...frame.get(target.local)!];
  target.indices.forEach((i, k) => (at[i] = value[k]!));
  frame.set(target.local, at);
  return value;
}

const DIRECT: Record<string, (...x: number[]) => number> = {
  sin: Math.sin,
  cos: Math.cos,
  tan: Math.tan,
  asin: Math.asin,
  acos: Math.acos,
  exp: Math.exp,
  log: Math.log,
  exp2: (x) => 2 ** x!,
  log2: Math.log2,
  pow: (x, y) => x! ** y!,
  sinh: Math.sinh,
  cosh: Math.cosh,
  tanh: Math.tanh,
  atan: (y, x) => (x === undefined ? Math.atan(y!) : Math.atan2(y!, x)),
};

const whole = (scalar: string, v: number) => (scalar === 'int' ? v | 0 : scalar === 'uint' ? v >>> 0 : v);

function binary(op: string, kind: string, a: number, b: number): number {
  const int = kind === 'int' || kind === 'uint';
  switch (op) {
    case 'add':
      return whole(kind, a + b);
    case 'sub':
      return whole(kind, a - b);
    case 'mul':
      return int ? whole(kind, Math.imul(a, b)) : a * b;
    case 'div':
      return int ? whole(kind, Math.trunc(a / b)) : a / b;
    case 'rem':
      return whole(kind, a % b);
    case 'and':
      return whole(kind, a & b);
    case 'or':
      return whole(kind, a | b);
    case 'xor':
      return whole(kind, a ^ b);
    case 'shl':
      return whole(kind, a << b);
    case 'shr':
      return kind === 'uint' ? a >>> b : a >> b;
    case 'lt':
      return Number(a < b);
    case 'le':
      return Number(a <= b);
    case 'gt':
      return Number(a > b);
    case 'ge':
      return Number(a >= b);
    case 'eq':
      return Number(a === b);
    default:
      return Number(a !== b);
  }
}

function matmul(ls: number, l: number[], rs: number, r: number[], left: string, right: string): number[] {
  if (left === 'matrix' && right === 'vector')
    return Array.from({ length: ls }, (_, row) => r.reduce((sum, v, c) => sum + l[c * ls + row]! * v, 0));
  if (left === 'vector')
    return Array.from({ length: rs }, (_, c) => l.reduce((sum, v, row) => sum + v * r[c * rs + row]!, 0));
  return Array.from({ length: ls * ls }, (_, i) =>
    Array.from({ length: ls }, (_, k) => l[k * ls + (i % ls)]! * r[Math.floor(i / ls) * ls + k]!).reduce(
      (a, b) => a + b,
      0,
    ),
  );
}

function native(name: string, [x = [], y = [], z = []]: number[][], kinds: string[]): number[] {
  const pair = (of: (a: number, b: number) => number | boolean) => x.map((a, i) => Number(of(a, y[i] ?? y[0]!)));
  const even = (v: number) => (Math.abs(v % 1) === 0.5 ? 2 * Math.round(v / 2) : Math.round(v));
  switch (name) {
    case 'abs':
      return x.map(Math.abs);
    case 'floor':
      return x.map(Math.floor);
    case 'ceil':
      return x.map(Math.ceil);
    case 'trunc':
      return x.map(Math.trunc);
    case 'roundEven':
      return x.map(even);
    case 'sqrt':
      return x.map(Math.sqrt);
    case 'min':
      return pair(Math.min);
    case 'max':
      return pair(Math.max);
    case 'mix':
      return x.map((v, i) => (z[i] ? y[i]! : v));
    case 'dot':
      return [x.reduce((sum, v, i) => sum + v * y[i]!, 0)];
    case 'floatBitsToInt':
      return x.map((v) => (bits.setFloat32(0, v), bits.getInt32(0)));
    case 'floatBitsToUint':
      return x.map((v) => (bits.setFloat32(0, v), bits.getUint32(0)));
    case 'intBitsToFloat':
    case 'uintBitsToFloat':
      return x.map((v) => (bits.setUint32(0, kinds[0] === 'int' ? v >>> 0 : v), bits.getFloat32(0)));
    case 'lessThan':
      return pair((a, b) => a < b);
    case 'lessThanEqual':
      return pair((a, b) => a <= b);
    case 'greaterThan':
      return pair((a, b) => a > b);
    case 'greaterThanEqual':
      return pair((a, b) => a >= b);
    case 'equal':
      return pair((a, b) => a === b);
    case 'notEqual':
      return pair((a, b) => a !== b);
    case 'not':
      return x.map((v) => Number(!v));
    case 'any':
      return [Number(x.some(Boolean))];
    case 'all':
      return [Number(x.every(Boolean))];
    case 'texelSize':
      return [1, 1];
    case 'loopValue':
      return [0];
    default:
      return [0.5, 0.5, 0.5, 1];
  }
}
