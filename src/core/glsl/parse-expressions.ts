import type { Expr } from './ast';
import { fail } from './errors';
import type { Token } from './lex';
import { TYPES } from './types';

export const PRECISION = new Set(['highp', 'mediump', 'lowp']);
/** Words of GLSL ES that this subset leaves out, with what to do instead. */
const LEFT_OUT: ReadonlyMap<string, string> = new Map(
  Object.entries({
    while: 'Use a for loop whose bounds are constants, so that the end is certain.',
    do: 'Use a for loop whose bounds are constants, so that the end is certain.',
    switch: 'Use if and else.',
    discard: 'Give an opacity or a mask instead.',
    goto: 'Use if and for.',
    layout: 'Inputs and outputs are declared by the program that uses this text.',
    sampler2D: 'Pictures come in through steps, not through samplers in code.',
  }),
);
/** Words that the standard keeps for itself and this subset has no use for (GLSL ES 3.00, section 3.8). */
const KEPT_WORDS: ReadonlySet<string> = new Set(
  `attribute varying coherent volatile restrict readonly writeonly resource atomic_uint noperspective patch sample
  subroutine common partition active asm class union enum typedef template this inline noinline volatile public static
  extern external interface long short double half fixed unsigned superp input output hvec2 hvec3 hvec4 dvec2 dvec3
  dvec4 fvec2 fvec3 fvec4 sampler3DRect filter image1D image2D image3D imageCube iimage1D iimage2D iimage3D iimageCube
  uimage1D uimage2D uimage3D uimageCube image1DArray image2DArray iimage1DArray iimage2DArray uimage1DArray
  uimage2DArray imageBuffer iimageBuffer uimageBuffer sampler1D sampler1DShadow sampler1DArray sampler1DArrayShadow
  isampler1D isampler1DArray usampler1D usampler1DArray sampler2DRect sampler2DRectShadow isampler2DRect
  usampler2DRect samplerBuffer isamplerBuffer usamplerBuffer sampler2DMS isampler2DMS usampler2DMS sampler2DMSArray
  isampler2DMSArray usampler2DMSArray sizeof cast namespace using sampler3D samplerCube samplerCubeShadow
  sampler2DShadow sampler2DArray sampler2DArrayShadow isampler2D isampler3D isamplerCube isampler2DArray usampler2D
  usampler3D usamplerCube usampler2DArray centroid flat smooth invariant case default mat2x2 mat2x3 mat2x4 mat3x2
  mat3x3 mat3x4 mat4x2 mat4x3 mat4x4 if else for return break continue const in out inout uniform struct precision
  highp mediump lowp true false`.split(/\s+/),
);
/** Deepest nesting of expressions and blocks; deeper text would exhaust the stack of whoever walks it. */
const MAX_DEPTH = 200;
const TOO_DEEP = 'This is nested too deeply; split it into functions, or into several lines.';

/** Binary operators from the loosest to the tightest binding (GLSL ES 3.00, section 5.1). */
const LEVELS: string[][] = [
  ['||'],
  ['^^'],
  ['&&'],
  ['|'],
  ['^'],
  ['&'],
  ['==', '!='],
  ['<', '>', '<=', '>='],
  ['<<', '>>'],
  ['+', '-'],
  ['*', '/', '%'],
];
const ASSIGN = new Set(['=', '+=', '-=', '*=', '/=', '%=', '&=', '|=', '^=', '<<=', '>>=']);

/** Reads expressions, names and types from tokens. */
export class ExpressionParser {
  protected at = 0;
  protected depth = 0;
  protected readonly structs: Set<string>;
  /** How deep each expression is that has parts. */
  protected readonly levels = new Map<Expr, number>();

  constructor(
    protected readonly tokens: Token[],
    structs: readonly string[],
  ) {
    this.structs = new Set(structs);
  }

  protected get token(): Token {
    return this.tokens[this.at]!;
  }

  protected next(): Token {
    const token = this.token;
    if (token.kind !== 'end') this.at++;
    return token;
  }

  protected is(text: string): boolean {
    return this.token.text === text && this.token.kind !== 'end';
  }

  protected take(text: string): Token | null {
    return this.is(text) ? this.next() : null;
  }

  protected expect(text: string, after: string): Token {
    return this.take(text) ?? fail(this.token, `Expected "${text}" ${after}.`);
  }

  protected nested<T>(read: () => T): T {
    if (++this.depth > MAX_DEPTH) fail(this.token, TOO_DEEP);
    const result = read();
    this.depth--;
    return result;
  }

  /** An expression over its parts. Chains such as a + b + c are read in a loop and yet are as deep as they are long. */
  protected made(expr: Expr, ...parts: Expr[]): Expr {
    const level = 1 + Math.max(0, ...parts.map((part) => this.levels.get(part) ?? 1));
    if (level > MAX_DEPTH) fail(expr.pos, TOO_DEEP);
    this.levels.set(expr, level);
    return expr;
  }

  protected name(what: string): Token {
    const token = this.next();
    if (token.kind !== 'name') fail(token, `Expected ${what}.`);
    const instead = LEFT_OUT.get(token.text);
    if (instead) fail(token, `"${token.text}" is not part of this language. ${instead}`);
    if (KEPT_WORDS.has(token.text)) fail(token, `"${token.text}" is a word that GLSL keeps for itself.`);
    if (token.text.startsWith('gl_')) fail(token, 'Names that start with gl_ belong to the graphics card.');
    return token;
  }

  protected isType(token: Token): boolean {
    return token.kind === 'name' && (TYPES.has(token.text) || this.structs.has(token.text));
  }

  protected type(): Token {
    while (PRECISION.has(this.token.text)) this.next();
    const token = this.name('a type');
    if (!this.isType(token)) fail(token, `"${token.text}" is not a type here.`);
    if (this.is('[')) fail(this.token, 'Arrays are not part of this language; use vectors, structs or separate names.');
    return token;
  }

  protected expression(): Expr {
    const expr = this.assignment();
    if (this.is(',')) fail(this.token, 'Two expressions cannot be joined by a comma; write two lines.');
    return expr;
  }

  protected assignment(): Expr {
    return this.nested(() => {
      const target = this.choose();
      if (!ASSIGN.has(this.token.text)) return target;
      const op = this.next();
      const value = this.assignment();
      return this.made({ kind: 'assign', pos: op, op: op.text, target, value }, target, value);
    });
  }

  protected choose(): Expr {
    const test = this.binary(0);
    const pos = this.take('?');
    if (!pos) return test;
    const yes = this.assignment();
    this.expect(':', 'between the two choices');
    const no = this.assignment();
    return this.made({ kind: 'choose', pos, test, yes, no }, test, yes, no);
  }

  protected binary(level: number): Expr {
    if (level === LEVELS.length) return this.unary();
    let left = this.binary(level + 1);
    while (this.token.kind === 'mark' && LEVELS[level]!.includes(this.token.text)) {
      const op = this.next();
      const right = this.binary(level + 1);
      left = this.made({ kind: 'binary', pos: op, op: op.text, left, right }, left, right);
    }
    return left;
  }

  protected unary(): Expr {
    const pos = this.token;
    if (this.is('+') || this.is('-') || this.is('!') || this.is('~')) {
      this.next();
      const operand = this.nested(() => this.unary());
      return this.made({ kind: 'unary', pos, op: pos.text, operand }, operand);
    }
    if (this.is('++') || this.is('--')) {
      this.next();
      const operand = this.nested(() => this.unary());
      return this.made({ kind: 'step', pos, op: pos.text as '++' | '--', prefix: true, operand }, operand);
    }
    return this.postfix();
  }

  protected postfix(): Expr {
    let expr = this.primary();
    for (;;) {
      const pos = this.token;
      if (this.take('.')) {
        const name = this.name('a field or swizzle');
        expr = this.made({ kind: 'member', pos: name, operand: expr, name: name.text }, expr);
      } else if (this.take('[')) {
        const index = this.expression();
        this.expect(']', 'after the index');
        expr = this.made({ kind: 'index', pos, operand: expr, index }, expr, index);
      } else if (this.is('++') || this.is('--')) {
        this.next();
        expr = this.made({ kind: 'step', pos, op: pos.text as '++' | '--', prefix: false, operand: expr }, expr);
      } else {
        return expr;
      }
    }
  }

  protected primary(): Expr {
    const token = this.next();
    if (token.kind === 'int' || token.kind === 'uint' || token.kind === 'float') {
      return { kind: 'number', pos: token, type: token.kind, value: token.value };
    }
    if (token.text === '(') {
      const expr = this.expression();
      this.expect(')', 'to close the bracket');
      return expr;
    }
    if (token.kind !== 'name') fail(token, 'Expected a value here.');
    if (token.text === 'true' || token.text === 'false')
      return { kind: 'bool', pos: token, value: token.text === 'true' };
    this.at--;
    const name = this.name('a value');
    if (!this.take('(')) return { kind: 'name', pos: name, name: name.text };
    const args: Expr[] = [];
    if (this.is('void')) this.next();
    while (!this.take(')')) {
      if (args.length > 0) this.expect(',', 'between the arguments');
      args.push(this.assignment());
    }
    return this.made({ kind: 'call', pos: name, name: name.text, args }, ...args);
  }
}
