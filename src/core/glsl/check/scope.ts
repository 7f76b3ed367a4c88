import type { Decl } from '../ast';
import { fail, type Pos } from '../errors';
import type { Func, Local, Node, Uniform } from '../ir';
import { TYPES, type Type } from '../types';

export type FunctionDecl = Extract<Decl, { kind: 'function' }>;

/** One overload of a function. Its body is checked on the first call, which is how recursion shows. */
export interface Overload {
  decl: FunctionDecl;
  params: Type[];
  returns: Type;
  /** Place in the text of the first declaration; a caller must stand later. */
  order: number;
  /** Place of the body; what it calls must stand before it. */
  bodyOrder: number;
  state: 'new' | 'checking' | 'done';
  func: Func;
  home: Globals;
}

export type Meaning =
  | { kind: 'local'; local: Local; readOnly: string | null }
  | { kind: 'uniform'; uniform: Uniform }
  | { kind: 'const'; value: Node };

/** What stands outside of functions, after what was checked before. The built-in functions are before every text. */
export class Globals {
  readonly uniforms: Uniform[] = [];
  private readonly types = new Map<string, Type>();
  private readonly names = new Map<string, Meaning>();
  private readonly functions = new Map<string, Overload[]>();
  /** Bodies whose check has begun and not ended. */
  open = 0;

  constructor(readonly before: Globals | null) {}

  addType(name: string, type: Type): void {
    this.types.set(name, type);
  }

  addName(name: string, meaning: Meaning): void {
    this.names.set(name, meaning);
  }

  addFunction(name: string, overload: Overload): void {
    this.functions.set(name, [...(this.functions.get(name) ?? []), overload]);
  }

  /** Names of the functions of this text alone. */
  functionNames(): Iterable<string> {
    return this.functions.keys();
  }

  structNames(): string[] {
    return [...(this.before?.structNames() ?? []), ...this.types.keys()];
  }

  findType(name: string): Type | undefined {
    return TYPES.get(name) ?? this.types.get(name) ?? this.before?.findType(name);
  }

  findName(name: string): Meaning | undefined {
    return this.names.get(name) ?? this.before?.findName(name);
  }

  type(name: string, pos: Pos): Type {
    return this.findType(name) ?? fail(pos, `"${name}" is not a type here.`);
  }

  overloads(name: string): Overload[] {
    return [...(this.functions.get(name) ?? []), ...(this.before?.overloads(name) ?? [])];
  }

  allUniforms(): Uniform[] {
    return [...(this.before?.allUniforms() ?? []), ...this.uniforms];
  }
}

/** Names inside one function, innermost block last. */
export class Scope {
  private readonly blocks: Map<string, Meaning>[] = [new Map()];

  constructor(readonly globals: Globals) {}

  find(name: string): Meaning | undefined {
    for (let i = this.blocks.length - 1; i >= 0; i--) {
      const meaning = this.blocks[i]!.get(name);
      if (meaning) return meaning;
    }
    return this.globals.findName(name);
  }

  /** Is the name a value of this function, so that no function of that name can be reached? */
  hides(name: string): boolean {
    return this.blocks.some((block) => block.has(name));
  }

  add(name: string, meaning: Meaning, pos: Pos): void {
    const block = this.blocks[this.blocks.length - 1]!;
    if (block.has(name)) fail(pos, `"${name}" is already declared in this block.`);
    block.set(name, meaning);
  }

  inside<T>(work: () => T): T {
    this.blocks.push(new Map());
    const result = work();
    this.blocks.pop();
    return result;
  }
}
