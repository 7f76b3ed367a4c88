import { describe, expect, it } from 'vitest';
import { builtinNames, checkProgram } from './check';
import { fail, GlslError } from './errors';
import { lex } from './lex';
import { parse } from './parse';
import { call } from './testing';
import { compile } from './wasm/compile';
import { pushFloat32, pushSigned, unsigned } from './wasm/encode';

describe('tokens', () => {
  it.each([
    ['1', 'int', 1],
    ['4294967295u', 'uint', 4294967295],
    ['0x1F', 'int', 31],
    ['0xffffffffU', 'uint', 4294967295],
    ['1.', 'float', 1],
    ['.5', 'float', 0.5],
    ['1e3', 'float', 1000],
    ['2.5e-1f', 'float', 0.25],
    ['0', 'int', 0],
  ])('%s is a number', (text, kind, value) => {
    expect(lex(text)[0]).toMatchObject({ kind, value, text });
  });

  it.each([
    ['1abc', /not a complete number/],
    ['017', /Octal/],
    ['99999999999', /32 bits/],
    ['1e99', /too large/],
    ['1.2.3', /not a complete number/],
    ['"x"', /no meaning/],
  ])('%s is refused', (text, sentence) => {
    expect(() => lex(text)).toThrow(sentence);
  });

  it('counts lines and columns through comments and line ends of every kind', () => {
    const tokens = lex('a // one\n /* two\n three */ b\r\n\tc');
    expect(tokens.map((t) => [t.text, t.line, t.column])).toEqual([
      ['a', 1, 1],
      ['b', 3, 11],
      ['c', 4, 2],
      ['end of text', 4, 3],
    ]);
  });

  it('skips the version line, and refuses other directives', () => {
    expect(lex('#version 300 es\nx').map((t) => t.text)).toEqual(['x', 'end of text']);
    expect(() => lex('#define X 1')).toThrow(/Preprocessor/);
    expect(() => lex('float x;\n#version 300 es')).toThrow(/Preprocessor/);
  });
});

describe('shapes', () => {
  it('binds as tightly as the standard says', () => {
    const value = (text: string) => call(`int f(int a, int b) { return ${text}; }`, 'f')(6, 3)[0];
    expect(value('a + b * 2')).toBe(12);
    expect(value('a - b - 1')).toBe(2);
    expect(value('a << 1 + 1')).toBe(24);
    expect(value('a & 3 | 8 ^ 1')).toBe(11);
    expect(value('-a * -b')).toBe(18);
    expect(value('a > b && b > 5 || a == 6 ? 1 : 2')).toBe(1);
    expect(value('a == b ^^ true ? 1 : 2')).toBe(1);
    expect(value('true ? false ? 1 : 2 : 3')).toBe(2);
  });

  it('reads declarations of every sort', () => {
    const kinds = parse(
      'precision highp float; struct A { float x, y; vec2 z; }; uniform mediump vec3 u; const ' +
        'float k = 1.0, l = 2.0; void g(const in A a, out float b); void g(const in A a, out float ' +
        'b) { b = a.x; }',
    ).map((d) => d.kind);
    expect(kinds).toEqual(['struct', 'uniform', 'const', 'function', 'function']);
  });

  it.each([
    ['float f( { }', /Expected a type/],
    ['float f() { return 1.0; };', /semicolon stands alone/],
    ['float f() { return 1.0;', /"}" is missing/],
    ['float f() { int if = 1; }', /./],
    ['float f() { vec9 x; }', /./],
    ['layout(location=0) out vec4 c;', /layout/],
    ['float gl_x() { return 1.0; }', /gl_/],
    ['uniform A a;', /not a type/],
    ['float x;', /outside a function/],
    ['void f() { break; }', /outside of a loop/],
    ['void f() { int a = 1, a = 2; }', /already declared/],
    ['float f(float a) { int a = 2; return 1.0; }', /already declared/],
    ['struct A { float x; }; void f(A a) { a.y = 1.0; }', /no field "y"; it has x/],
    ['void f() { vec3 v; v.xx = vec2(1.0); }', /twice/],
    ['void f() { 1.0 = 2.0; }', /a name that can be written/],
    ['void f() { vec2 v = vec2(1.0, 2.0, 3.0); }', /more values than the 2/],
    ['void f() { vec4 v = vec4(1.0, 2.0); }', /needs 4 numbers and was given 2/],
    ['void f() { vec2 v = vec2(); }', /vec2\(\) needs at least one value/],
    ['struct A { float x; }; void f(A a) { float y = float(a); }', /A A cannot be turned into float/],
    ['void f(float a, int b) { int i = b % a; }', /for floats use mod/],
    ['void f(float a, int b) { float x = a % b; }', /for floats use mod/],
    ['void f(float a, int b) { int i = b << a; }', /"<<" needs whole numbers/],
    ['void f(float a, void b) {}', /parameter cannot be void/],
    ['struct A { float x; }; void A(float a) {}', /"A" already means something else/],
    ['void f() { float x = true; }', /is float and is given bool/],
    ['void f(vec2 v, int i) { float x = v[i]; }', /constant whole number/],
    ['void f(vec2 v) { float x = v[2]; }', /outside of vec2/],
    ['const float k = sin(1.0); uniform float u; const float l = u;', /made of constants/],
    ['void f() { if (1) {} }', /must be a bool/],
    ['void f(vec2 a) { bool b = a < a; }', /lessThan/],
    ['float f() { return; }', /returns void/],
    ['float f(float a) { return a % 2.0; }', /mod\(x, y\)/],
    ['void f() { float x = f(); }', /calls itself/],
    ['float f(float x) { return x; } float f(float y) { return y; }', /already written/],
    ['void f(const float x) { x = 1.0; }', /is const/],
  ])('%s is refused in words', (text, sentence) => {
    let error: unknown;
    try {
      checkProgram(text);
    } catch (caught) {
      error = caught;
    }
    expect(error).toBeInstanceOf(GlslError);
    expect((error as GlslError).sentence).toMatch(sentence);
    expect((error as GlslError).message).toMatch(/^Line \d+, column \d+, at ".*": /s);
  });

  it('says a mistake in one sentence with its place', () => {
    expect(() => fail({ line: 3, column: 7, text: 'wob' }, 'It wobbles.')).toThrow(
      'Line 3, column 7, at "wob": It wobbles.',
    );
  });
});

describe('the back end', () => {
  const pushed = (push: (bytes: number[], value: number) => void, value: number) => {
    const bytes: number[] = [];
    push(bytes, value);
    return bytes;
  };

  it('numbers are written as LEB128 and IEEE 754', () => {
    expect(unsigned(624485)).toEqual([0xe5, 0x8e, 0x26]);
    expect(pushed(pushSigned, -123456)).toEqual([0xc0, 0xbb, 0x78]);
    expect(pushed(pushSigned, 63)).toEqual([0x3f]);
    expect(pushed(pushSigned, 64)).toEqual([0xc0, 0x00]);
    expect(unsigned(0xffffffff)).toEqual([0xff, 0xff, 0xff, 0xff, 0x0f]);
    expect(pushed(pushFloat32, -1.5)).toEqual([0, 0, 0xc0, 0xbf]);
  });

  it('makes modules that validate for every built-in overload', () => {
    const scalars = [
      'sin',
      'pow',
      'atan',
      'clamp',
      'mix',
      'smoothstep',
      'mod',
      'reflect',
      'normalize',
      'min',
      'sign',
      'exp2',
    ];
    const two = new Set(['pow', 'mod', 'min', 'reflect']);
    const three = new Set(['clamp', 'mix', 'smoothstep']);
    for (const type of ['float', 'vec2', 'vec3', 'vec4']) {
      for (const name of scalars) {
        const args = three.has(name) ? 'a, b, c' : two.has(name) ? 'a, b' : 'a';
        const { bytes } = compile(`${type} f(${type} a, ${type} b, ${type} c) { return ${name}(${args}); }`, ['f']);
        expect(WebAssembly.validate(bytes), `${name} of ${type}`).toBe(true);
      }
    }
  });

  it('reads uniforms of every shape from its memory', () => {
    const compiled = compile('uniform float a; uniform ivec2 b; uniform mat2 m; vec2 f() { return m * vec2(b) * a; }', [
      'f',
    ]);
    expect(Object.fromEntries(compiled.uniforms)).toMatchObject({
      a: { address: 16 },
      b: { address: 20 },
      m: { address: 28 },
    });
    expect(compiled.pictures).toBe(48);
  });

  it('names the function that is not there', () => {
    expect(() => compile('float f() { return 1.0; }', ['g'])).toThrow('There is no function "g" to export.');
  });

  it('knows the built-in functions by name', () => {
    expect(builtinNames()).toEqual(
      expect.arrayContaining(['abs', 'faceforward', 'matrixCompMult', 'refract', 'smoothstep', 'uintBitsToFloat']),
    );
  });
});
