import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { GlslError } from './errors';
import { checkProgram } from './check';
import { call } from './testing';

const f32 = fc.float({ noNaN: true, noDefaultInfinity: true, min: -1000, max: 1000 });

describe('values', () => {
  it('swizzles, constructs and writes components', () => {
    const f = call(
      'vec4 f(vec3 a, float b) { vec4 v = vec4(a.zx, b, 1); v.yw = v.wy; v[2] *= 2.0; return v.rgba; }',
      'f',
    );
    expect(f(1, 2, 3, 4)).toEqual([3, 1, 8, 1]);
  });

  it('carries structs through functions and out parameters', () => {
    const f = call(
      `struct Pair { vec2 a; int n; };
       void swap(inout Pair p, out float sum) { p.a = p.a.yx; p.n++; sum = p.a.x + p.a.y; }
       vec4 f(float x, float y) { Pair p = Pair(vec2(x, y), 4); float s; swap(p, s); swap(p, s); swap(p, s);
         return vec4(p.a, float(p.n), s); }`,
      'f',
    );
    expect(f(1, 2)).toEqual([2, 1, 7, 3]);
  });

  it('counts loops with break and continue, and nests them', () => {
    const f = call(
      'int f(int top) { int s = 0; for (int i = 0; i < 10; i++) { if (i == top) break; if ((i & ' +
        '1) == 0) continue; for (int k = 3; k >= 1; k -= 2) s += i * k; } return s; }',
      'f',
    );
    const expected = (top: number) => [1, 3, 5, 7, 9].filter((i) => i < top).reduce((s, i) => s + i * 3 + i, 0);
    for (const top of [0, 1, 2, 6, 99]) expect(f(top)).toEqual([expected(top)]);
  });

  it('returns early from inside a loop, in a real and in an inlined call', () => {
    const first = 'int first(int n) { for (int i = 1; i < 50; i++) { if (i * i >= n) { return i; } } return -1; }';
    expect(call(first, 'first')(30)).toEqual([6]);
    expect(call(`${first} int f(int n) { return first(n) * 100 + first(n + 20); }`, 'f')(30)).toEqual([608]);
  });

  it('takes only the chosen branch and only what && and || need', () => {
    const f = call(
      'bool bump(inout int n) { n += 1; return n > 1; } int f(bool a) { int n = 0; bool r = a && ' +
        'bump(n); r = a || bump(n); int c = r ? n : n + 10; return c; }',
      'f',
    );
    expect(f(1)).toEqual([1]);
    expect(f(0)).toEqual([11]);
  });

  it('reads arguments before an assignment in a later one', () => {
    expect(
      call(
        'float two(float a, float b) { return a * 10.0 + b; } float f(float x) { return two(x, x = 5.0) + x; }',
        'f',
      )(1),
    ).toEqual([20]);
    expect(call('vec2 f(float x) { float a = x++; float b = ++x; return vec2(a, b); }', 'f')(1)).toEqual([1, 3]);
  });

  it('multiplies matrices column by column', () => {
    const f = call(
      'vec2 f(vec2 v) { mat2 m = mat2(1.0, 2.0, 3.0, 4.0); return m * v + v * m + (m * m)[1] + mat2(2.0)[0]; }',
      'f',
    );
    // m v = (x + 3y, 2x + 4y), v m = (x + 2y, 3x + 4y), second column of m m = (15, 22).
    expect(f(1, 10)).toEqual([31 + 21 + 15 + 2, 42 + 43 + 22]);
  });

  it('wraps whole numbers at 32 bits and survives division by zero', () => {
    const f = call('uint f(uint a, uint b) { return a * b + (a >> 3u) - (b << 7u) ^ ~a; }', 'f');
    fc.assert(
      fc.property(fc.nat(0xffffffff), fc.nat(0xffffffff), (a, b) => {
        expect(f(a, b)).toEqual([((Math.imul(a, b) + (a >>> 3) - (b << 7)) ^ ~a) >>> 0]);
      }),
    );
    const d = call('int f(int a, int b) { return a / b + a % b; }', 'f');
    expect(d(-7, 2)).toEqual([-3 - 1]);
    expect(() => d(5, 0)).not.toThrow();
    expect(() => d(-2147483648, -1)).not.toThrow();
  });
});

describe('built-in functions', () => {
  const one = (name: string) => call(`float f(float x) { return ${name}(x); }`, 'f');
  const close = (got: number, want: number, part = 3e-6) =>
    expect(Math.abs(got - want)).toBeLessThanOrEqual(part * Math.max(1, Math.abs(want)));

  it.each([
    ['sin', Math.sin, -50, 50],
    ['cos', Math.cos, -50, 50],
    ['tan', Math.tan, -1.5, 1.5],
    ['asin', Math.asin, -1, 1],
    ['acos', Math.acos, -1, 1],
    ['atan', Math.atan, -100, 100],
    ['exp', Math.exp, -20, 5],
    ['exp2', (x: number) => 2 ** x, -20, 10],
    ['log', Math.log, 1e-6, 1e5],
    ['log2', Math.log2, 1e-6, 1e5],
    ['sinh', Math.sinh, -4, 4],
    ['cosh', Math.cosh, -4, 4],
    ['tanh', Math.tanh, -5, 5],
    ['asinh', Math.asinh, 0, 50],
    ['acosh', Math.acosh, 1.1, 50],
    ['atanh', Math.atanh, -0.9, 0.9],
    ['sqrt', Math.sqrt, 0, 1e6],
    ['floor', Math.floor, -50, 50],
    ['ceil', Math.ceil, -50, 50],
    ['trunc', Math.trunc, -50, 50],
    ['abs', Math.abs, -50, 50],
    ['sign', Math.sign, -50, 50],
  ] as [string, (x: number) => number, number, number][])(
    '%s agrees with 64-bit mathematics',
    (name, exact, low, high) => {
      const f = one(name);
      for (let i = 0; i <= 400; i++) {
        const x = Math.fround(low + ((high - low) * i) / 400);
        close(f(x)[0]!, exact(x), name === 'tan' ? 2e-5 : 4e-6);
      }
    },
  );

  it('gives NaN and infinities where the standard leaves numbers', () => {
    expect(one('log')(0)).toEqual([-Infinity]);
    expect(one('log')(-1)[0]).toBeNaN();
    expect(one('inversesqrt')(0)).toEqual([Infinity]);
    expect(call('bool f(float x) { return isnan(x - x) && isinf(x); }', 'f')(Infinity)).toEqual([1]);
  });

  it('mod, fract, clamp, mix, step and smoothstep follow their definitions', () => {
    const mod = call('float f(float x, float y) { return mod(x, y); }', 'f');
    const smooth = call('vec3 f(vec3 x) { return smoothstep(-1.0, 3.0, x) + step(0.5, x) + fract(x); }', 'f');
    fc.assert(
      fc.property(f32, f32, (x, y) => {
        fc.pre(Math.abs(y) > 0.01);
        const q = Math.fround(x / y);
        close(mod(x, y)[0]!, x - y * Math.floor(q), 1e-4);
        const t = Math.min(1, Math.max(0, (x + 1) / 4));
        close(smooth(x, y, 0)[0]!, t * t * (3 - 2 * t) + (x < 0.5 ? 0 : 1) + (x - Math.floor(x)), 1e-4);
      }),
    );
    expect(call('vec2 f(vec2 x) { return mix(clamp(x, 0.0, 1.0), vec2(4.0, 8.0), 0.25); }', 'f')(-3, 9)).toEqual([
      1, 2.75,
    ]);
    expect(call('vec2 f(vec2 x) { return mix(x, vec2(4.0, 8.0), greaterThan(x, vec2(1.0))); }', 'f')(-3, 9)).toEqual([
      -3, 8,
    ]);
    expect(call('float f(float x) { float w; float r = modf(x, w); return w * 100.0 + r; }', 'f')(-3.25)).toEqual([
      -300.25,
    ]);
  });

  it('reflects, refracts and faces forward', () => {
    expect(call('vec3 f(vec3 i) { return reflect(i, vec3(0.0, 1.0, 0.0)); }', 'f')(1, -2, 3)).toEqual([1, 2, 3]);
    // Snell: sin(out) = eta sin(in); beyond the critical angle nothing goes through.
    const refract = call('vec2 f(vec2 i, float eta) { return refract(i, vec2(0.0, 1.0), eta); }', 'f');
    const sin = 0.6;
    const [x, y] = refract(sin, -0.8, 0.5) as [number, number];
    close(x, 0.5 * sin);
    close(y, -Math.sqrt(1 - (0.5 * sin) ** 2));
    expect(refract(0.9, -Math.sqrt(1 - 0.81), 2)).toEqual([0, 0]);
    expect(call('vec2 f(vec2 n) { return faceforward(n, vec2(0.0, 1.0), vec2(0.0, 1.0)); }', 'f')(1, 2)).toEqual([
      -1, -2,
    ]);
  });

  it('inverts matrices and multiplies them component by component', () => {
    const f = call(
      'float f(vec4 a, vec4 b, vec4 c, vec4 d) { mat4 m = mat4(a, b, c, d); mat4 e = m * ' +
        'inverse(m) - mat4(1.0); return dot(e[0], e[0]) + dot(e[1], e[1]) + dot(e[2], e[2]) + ' +
        'dot(e[3], e[3]); }',
      'f',
    );
    expect(f(4, 1, 0, 2, 0, 5, 1, 0, 3, 0, 6, 1, 1, 2, 0, 7)[0]).toBeLessThan(1e-9);
    expect(call('float f() { return determinant(mat3(2.0, 0.0, 1.0, 1.0, 3.0, 0.0, 0.0, 1.0, 4.0)); }', 'f')()).toEqual(
      [25],
    );
    expect(
      call(
        'vec2 f() { return matrixCompMult(mat2(1.0, 2.0, 3.0, 4.0), mat2(5.0, 6.0, 7.0, 8.0)) * vec2(1.0, 1.0); }',
        'f',
      )(),
    ).toEqual([26, 44]);
    expect(
      call(
        'vec3 f() { return outerProduct(vec3(1.0, 2.0, 3.0), vec3(4.0, 5.0, 6.0))[2] + transpose(mat3(1.0))[0]; }',
        'f',
      )(),
    ).toEqual([7, 12, 18]);
  });

  it('casts bits both ways', () => {
    const f = call(
      'ivec3 f(float x) { return ivec3(floatBitsToInt(x), ' +
        'int(floatBitsToUint(intBitsToFloat(floatBitsToInt(x)))), ' +
        'int(uintBitsToFloat(0x41200000u))); }',
      'f',
    );
    expect(f(-1.5)).toEqual([0xbfc00000 | 0, 0xbfc00000 | 0, 10]);
  });
});

describe('mistakes', () => {
  const cases: [string, string, number, number, RegExp][] = [
    [
      'a float from an int',
      'float f() {\n  float x = 1;\n  return x;\n}',
      2,
      9,
      /converts nothing by itself: write 1\.0/,
    ],
    ['int with float', 'float f(int n) { return n * 2.0; }', 1, 27, /cannot join int and float.*float\(\.\.\.\)/],
    ['a call with an int', 'float f() { return sin(2); }', 1, 20, /takes float as argument 1, not int.*write 2\.0/],
    ['an unknown name', 'float f() { return speed; }', 1, 20, /"speed" is not declared/],
    ['an unknown function', 'float f() { return wobble(1.0); }', 1, 20, /no function "wobble"/],
    ['an endless loop', 'float f() { for (int i = 0; i < 9; i--) {} return 0.0; }', 1, 13, /never ends/],
    ['a free loop', 'float f(int n) { for (int i = 0; i < n; i++) {} return 0.0; }', 1, 38, /constant whole numbers/],
    [
      'a changed counter',
      'float f() { for (int i = 0; i < 9; i++) { i = 0; } return 0.0; }',
      1,
      43,
      /only the head of the loop/,
    ],
    ['a huge loop', 'float f() { for (int i = 0; i < 100000; i++) {} return 0.0; }', 1, 13, /more than 4096 turns/],
    [
      'nested huge loops',
      'float f() { float s = 0.0; for (int i = 0; i < 4000; i++) for (int k = 0; k < 4000; k++) s += 1.0; return s; }',
      1,
      7,
      /thousand operations/,
    ],
    ['while', 'float f() { while (true) {} return 0.0; }', 1, 13, /"while" is not part of this language/],
    ['recursion', 'float f(float x) { return f(x - 1.0); }', 1, 27, /calls itself/],
    [
      'recursion through another',
      'float g(float x); float f(float x) { return g(x); } float g(float x) { return f(x); }',
      1,
      45,
      /calls itself/,
    ],
    ['use before writing', 'float f() { return g(); } float g() { return 1.0; }', 1, 20, /used before it is written/],
    ['a missing return', 'float f(float x) { if (x > 0.0) return 1.0; }', 1, 7, /a return is missing/],
    ['a missing semicolon', 'float f() { return 1.0 }', 1, 24, /Expected ";"/],
    ['arrays', 'float f() { float a[3]; return 0.0; }', 1, 20, /Arrays are not part/],
    ['derivatives of neighbours', 'float f(float x) { return dFdx(x); }', 1, 27, /neighbouring pixels/],
    ['redefining a built-in', 'float sin(float x) { return x; }', 1, 7, /built-in/],
    ['writing a uniform', 'uniform float u; void f() { u = 1.0; }', 1, 29, /a uniform and cannot be written/],
    ['a component too many', 'float f(vec2 v) { return v.z; }', 1, 28, /no component "z"/],
    ['a stray character', 'float f() { return 1.0 @ 2.0; }', 1, 24, /no meaning/],
  ];
  it.each(cases)('%s', (_, source, line, column, sentence) => {
    try {
      checkProgram(source);
    } catch (error) {
      expect(error).toBeInstanceOf(GlslError);
      const { pos, sentence: said } = error as GlslError;
      expect({ line: pos.line, column: pos.column }).toEqual({ line, column });
      expect(said).toMatch(sentence);
      expect(source).toContain(pos.text);
      return;
    }
    expect.unreachable('the text was accepted');
  });

  it('says which argument does not fit, and what a function takes', () => {
    const said = (text: string) => {
      try {
        checkProgram(text);
      } catch (error) {
        return (error as GlslError).sentence;
      }
      return '';
    };
    const own = 'struct Spot { vec2 at; };\nfloat g(vec2 a, float b, Spot s) { return b; }\n';
    const called = (args: string) =>
      said(`${own}float f(Spot s, vec2 v, vec3 w, mat2 m, int n) { return g(${args}); }`);
    expect(called('v, 1.0, s')).toBe('');
    expect(called('v, 1, s')).toMatch(/takes float as argument 2, not int;.*write 1\.0\.$/);
    expect(called('v, n, s')).toMatch(/takes float as argument 2, not int;.*write float\(\.\.\.\)\.$/);
    // What no constructor makes of it is not offered as one.
    expect(called('w, 1.0, s')).toBe('"g" does not take (vec3, float, Spot); it takes g(vec2, float, Spot).');
    expect(called('v, 1.0, v')).toBe('"g" does not take (vec2, float, vec2); it takes g(vec2, float, Spot).');
    expect(called('m, 1.0, s')).toBe('"g" does not take (mat2, float, Spot); it takes g(vec2, float, Spot).');
    expect(called('v, 1.0')).toBe('"g" does not take (vec2, float); it takes g(vec2, float, Spot).');
    expect(called('ivec2(1, 2), 1.0, s')).toMatch(/takes vec2 as argument 1, not ivec2;.*write vec2\(\.\.\.\)/);
    expect(said('float f(float x) { return h(x); }')).toBe('There is no function "h".');
  });

  it('refuses text that is too long or nested too deeply', () => {
    expect(() => checkProgram(`// ${'x'.repeat(2_000_001)}`)).toThrow(/characters long/);
    expect(() => checkProgram(`float f() { return ${'('.repeat(5000)}1.0${')'.repeat(5000)}; }`)).toThrow(
      /nested too deeply/,
    );
  });

  it('answers any text with a result or a GlslError, never with anything else', () => {
    const words = fc.constantFrom(
      'float',
      'vec3',
      'f',
      'x',
      '(',
      ')',
      '{',
      '}',
      ';',
      '=',
      '+',
      '*',
      '1.0',
      '2',
      'if',
      'for',
      'return',
      '.',
      'xy',
      ',',
      '[',
      ']',
      '<',
      '?',
      ':',
      'int',
      'i',
      '++',
      'struct',
      'uniform',
      '\n',
    );
    fc.assert(
      fc.property(fc.array(words, { maxLength: 40 }), (parts) => {
        try {
          checkProgram(parts.join(' '));
        } catch (error) {
          expect(error).toBeInstanceOf(GlslError);
        }
      }),
      { numRuns: 2000 },
    );
  });
});
