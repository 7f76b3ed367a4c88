import type { Decl, Declarator, Direction, FunctionParam, Stmt } from './ast';
import { fail } from './errors';
import { lex, type Token } from './lex';
import { ExpressionParser, PRECISION } from './parse-expressions';

/**
 * Reads a whole text, or what stands from an index on.
 * @param structs names of the structs that are declared before it
 * @throws GlslError at the first place that is not in the subset.
 */
export function parse(source: string, from = 0, structs: readonly string[] = []): Decl[] {
  return new Parser(lex(source, from), structs).program();
}

class Parser extends ExpressionParser {
  program(): Decl[] {
    const decls: Decl[] = [];
    while (this.token.kind !== 'end') {
      if (this.is(';')) fail(this.token, 'A semicolon stands alone here; take it out.');
      if (this.take('precision')) {
        this.next();
        this.type();
        this.expect(';', 'after the precision');
        continue;
      }
      decls.push(this.declaration());
    }
    return decls;
  }

  private declaration(): Decl {
    const start = this.token;
    if (this.take('struct')) return this.struct(start);
    if (this.take('uniform')) {
      const type = this.type();
      const name = this.name('a name for the uniform');
      this.expect(';', 'after the uniform');
      return { kind: 'uniform', pos: name, type: type.text, typePos: type, name: name.text };
    }
    if (this.take('const')) {
      const type = this.type();
      return { kind: 'const', pos: start, type: type.text, typePos: type, names: this.declarators() };
    }
    const returns = this.type();
    const name = this.name('a function name');
    if (!this.is('(')) fail(name, 'Only const values, uniforms, structs and functions can stand outside a function.');
    const params = this.params();
    if (this.take(';'))
      return { kind: 'function', pos: name, returns: returns.text, returnsPos: returns, name: name.text, params };
    const body = this.block();
    return { kind: 'function', pos: name, returns: returns.text, returnsPos: returns, name: name.text, params, body };
  }

  private struct(start: Token): Decl {
    const name = this.name('a name for the struct');
    this.structs.add(name.text);
    this.expect('{', 'after the name of the struct');
    const fields: Extract<Decl, { kind: 'struct' }>['fields'] = [];
    while (!this.take('}')) {
      const type = this.type();
      do {
        const field = this.name('a field name');
        fields.push({ type: type.text, typePos: type, name: field.text, pos: field });
      } while (this.take(','));
      this.expect(';', 'after the field');
    }
    this.expect(';', 'after the struct');
    return { kind: 'struct', pos: start, name: name.text, fields };
  }

  private params(): FunctionParam[] {
    this.expect('(', 'after the function name');
    const params: FunctionParam[] = [];
    if (this.is('void') && this.tokens[this.at + 1]?.text === ')') this.next();
    while (!this.take(')')) {
      if (params.length > 0) this.expect(',', 'between parameters');
      const isConst = this.take('const') !== null;
      const direction = ((this.take('inout') ?? this.take('out') ?? this.take('in'))?.text ?? 'in') as Direction;
      const type = this.type();
      const name = this.name('a parameter name');
      params.push({ pos: name, direction, isConst, type: type.text, typePos: type, name: name.text });
    }
    return params;
  }

  private declarators(): Declarator[] {
    const names: Declarator[] = [];
    do {
      const name = this.name('a name');
      if (this.is('['))
        fail(this.token, 'Arrays are not part of this language; use vectors, structs or separate names.');
      names.push({ pos: name, name: name.text, init: this.take('=') ? this.assignment() : undefined });
    } while (this.take(','));
    this.expect(';', 'at the end of the line');
    return names;
  }

  private block(): Stmt[] {
    this.expect('{', 'here');
    const body: Stmt[] = [];
    while (!this.take('}')) {
      if (this.token.kind === 'end') fail(this.token, 'A "}" is missing.');
      body.push(this.statement());
    }
    return body;
  }

  private statement(): Stmt {
    return this.nested(() => this.oneStatement());
  }

  private oneStatement(): Stmt {
    const pos = this.token;
    if (this.is('{')) return { kind: 'block', pos, body: this.block() };
    if (this.take(';')) return { kind: 'block', pos, body: [] };
    if (this.take('if')) {
      this.expect('(', 'after if');
      const test = this.expression();
      this.expect(')', 'after the condition');
      const yes = this.statement();
      const no = this.take('else') ? this.statement() : undefined;
      return { kind: 'if', pos, test, yes, no };
    }
    if (this.take('for')) {
      this.expect('(', 'after for');
      const init = this.statement();
      const test = this.expression();
      this.expect(';', 'after the condition of the loop');
      const update = this.expression();
      this.expect(')', 'after the head of the loop');
      return { kind: 'for', pos, init, test, update, body: this.statement() };
    }
    if (this.take('return')) {
      const value = this.is(';') ? undefined : this.expression();
      this.expect(';', 'after return');
      return { kind: 'return', pos, value };
    }
    if (this.is('break') || this.is('continue')) {
      const kind = this.next().text as 'break' | 'continue';
      this.expect(';', `after ${kind}`);
      return { kind, pos };
    }
    const declares =
      this.is('const') ||
      PRECISION.has(this.token.text) ||
      (this.isType(this.token) && this.tokens[this.at + 1]?.kind === 'name');
    if (declares) {
      const isConst = this.take('const') !== null;
      const type = this.type();
      return { kind: 'declare', pos, isConst, type: type.text, typePos: type, names: this.declarators() };
    }
    const expr = this.expression();
    this.expect(';', 'at the end of the line');
    return { kind: 'expr', pos, expr };
  }
}
