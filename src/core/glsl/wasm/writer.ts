import type { Code, Func, Local, Node } from '../ir';
import { constant, iop, OP, valType, type Scalar } from './scalars';
import { returns } from './shape';
import { ValueWriter } from './value-writer';

/** Writes the code of one WebAssembly function. */
export class FunctionWriter extends ValueWriter {
  private readonly loops: { leave: number; next: number }[] = [];

  /** Writes a whole function whose WebAssembly parameters are its flattened `in` parameters. */
  function(func: Func): void {
    this.frame = { locals: new Map(), func, results: null, exit: 0 };
    let index = 0;
    for (const p of func.params) {
      const scalars = p.local.type.flat.map((s) =>
        p.in ? ({ kind: 'local', type: valType(s), index: index++ } as Scalar) : this.fresh(valType(s)),
      );
      this.frame.locals.set(p.local, scalars);
    }
    this.body(func.body);
    if (func.returns.shape === 'void') this.writeOuts(func);
    else this.code.push(0x00);
  }

  private body(body: Code[]): void {
    for (const code of body) this.statement(code);
  }

  private statement(code: Code): void {
    switch (code.kind) {
      case 'declare': {
        const values = code.value ? this.lower(code.value) : code.local.type.flat.map((s) => constant(valType(s), 0));
        if (!code.local.written) {
          this.frame.locals.set(
            code.local,
            values.map((v) => this.copy(v)),
          );
          return;
        }
        const places = this.frame.locals.get(code.local) ?? code.local.type.flat.map((s) => this.fresh(valType(s)));
        this.frame.locals.set(code.local, places);
        this.setAll(places, values);
        return;
      }
      case 'eval':
        this.lower(code.value);
        return;
      case 'if':
        this.emit(this.lower(code.test)[0]!);
        this.branches(() => this.body(code.yes), code.no.length > 0 ? () => this.body(code.no) : null);
        return;
      case 'loop':
        this.loop(code);
        return;
      case 'return':
        this.return(code.value);
        return;
      case 'break':
        this.branch(this.loops[this.loops.length - 1]!.leave);
        return;
      case 'continue':
        this.branch(this.loops[this.loops.length - 1]!.next);
    }
  }

  private loop(code: Extract<Code, { kind: 'loop' }>): void {
    this.body(code.init);
    this.control(0x02, () => {
      const leave = this.depth;
      this.control(0x03, () => {
        const again = this.depth;
        this.emit(iop(OP.eqz, this.lower(code.test)[0]!));
        this.branch(leave, true);
        this.control(0x02, () => {
          this.loops.push({ leave, next: this.depth });
          this.body(code.body);
          this.loops.pop();
        });
        this.lower(code.update);
        this.branch(again);
      });
    });
  }

  private return(value: Node | null): void {
    const values = value ? this.lower(value) : [];
    if (this.frame.results) {
      this.setAll(this.frame.results, values);
      this.branch(this.frame.exit);
      return;
    }
    for (const v of values) this.emit(v);
    this.writeOuts(this.frame.func!);
    this.code.push(0x0f);
  }

  private writeOuts(func: Func): void {
    for (const p of func.params) if (p.out) for (const s of this.frame.locals.get(p.local)!) this.emit(s);
  }

  invoke(func: Func, args: Scalar[][]): Scalar[] {
    const outer = this.frame;
    const locals = new Map<Local, Scalar[]>();
    for (const [i, p] of func.params.entries()) {
      if (!p.out && !p.local.written) {
        locals.set(p.local, args[i]!.map(this.share));
        continue;
      }
      const places = this.freshFor(p.local.type);
      if (p.in) this.setAll(places, args[i]!);
      locals.set(p.local, places);
    }
    const last = func.body[func.body.length - 1];
    const straight = !func.body.slice(0, -1).some(returns) && (last?.kind === 'return' || !last || !returns(last));
    let results: Scalar[];
    if (straight) {
      this.frame = { locals, func, results: null, exit: 0 };
      const value = last?.kind === 'return' ? last.value : null;
      this.body(last?.kind === 'return' ? func.body.slice(0, -1) : func.body);
      results = value ? this.lower(value) : [];
    } else {
      results = this.freshFor(func.returns);
      this.control(0x02, () => {
        this.frame = { locals, func, results, exit: this.depth };
        this.body(func.body);
      });
    }
    this.frame = outer;
    return [...results, ...func.params.flatMap((p) => (p.out ? locals.get(p.local)! : []))];
  }
}
