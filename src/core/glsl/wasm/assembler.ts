import { fail } from '../errors';
import type { Type } from '../types';
import { pushUnsigned, type ValType } from './encode';
import { valType, write, type Scalar } from './scalars';

/** Values and bytes of one function that every browser takes (the engines' own limits are 50,000 and 7,654,321). */
const MAX_LOCALS = 49_000;
const MAX_BYTES = 7_500_000;

type Leaf = Extract<Scalar, { kind: 'local' }>;

/** The bytes of one WebAssembly function: its local values, places that are set, blocks and branches. */
export class Assembler {
  readonly code: number[] = [];
  readonly locals: ValType[] = [];
  protected depth = 0;

  /** @param paramCount values that the function takes, which come before its own */
  constructor(private readonly paramCount: number) {}

  fresh(type: ValType): Leaf {
    this.locals.push(type);
    return { kind: 'local', type, index: this.paramCount + this.locals.length - 1 };
  }

  emit(scalar: Scalar): void {
    write(scalar, this.code);
  }

  set(target: Scalar, value: Scalar): void {
    this.emit(value);
    this.store(target);
  }

  /** @throws GlslError where the function is more than a browser takes */
  checkSize(name: string): void {
    if (this.locals.length <= MAX_LOCALS && this.code.length <= MAX_BYTES) return;
    fail(
      { line: 1, column: 1, text: name },
      'This is more than one program can hold. Use fewer steps or shorter texts here.',
    );
  }

  protected store(target: Scalar): void {
    this.code.push(0x21);
    pushUnsigned(this.code, (target as Leaf).index);
  }

  /** Same value, usable more than once. */
  readonly share = (scalar: Scalar): Scalar => {
    if (scalar.kind !== 'op') return scalar;
    return this.copy(scalar);
  };

  protected copy(scalar: Scalar): Scalar {
    if (scalar.kind === 'const') return scalar;
    const temp = this.fresh(scalar.type);
    this.set(temp, scalar);
    return temp;
  }

  /** Runs `inner` between an opening instruction and its end. */
  control(opening: number, inner: () => void): void {
    this.code.push(opening, 0x40);
    this.depth++;
    inner();
    this.depth--;
    this.code.push(0x0b);
  }

  branch(to: number, conditional = false): void {
    this.code.push(conditional ? 0x0d : 0x0c);
    pushUnsigned(this.code, this.depth - to);
  }

  get level(): number {
    return this.depth;
  }

  protected freshFor(type: Type): Scalar[] {
    return type.flat.map((s) => this.fresh(valType(s)));
  }

  /** All values are read before the first place is written, so that `v.xy = v.yx` works. */
  protected setAll(places: Scalar[], values: Scalar[]): void {
    for (const value of values) this.emit(value);
    for (let i = places.length - 1; i >= 0; i--) this.store(places[i]!);
  }

  protected branches(yes: () => void, no: (() => void) | null): void {
    this.control(0x04, () => {
      yes();
      if (!no) return;
      this.code.push(0x05);
      no();
    });
  }
}
