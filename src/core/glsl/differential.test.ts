import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { call } from './testing';

/**
 * Random programs, worked out once by WebAssembly and once by the plain evaluator below.
 * Every operation used here is exactly rounded, so the results are equal to the last bit.
 */
interface Expr {
  text: string;
  value: (env: number[]) => number;
}

const f = Math.fround;
const NAMES = ['a', 'b', 'c'];
const variable = fc.nat(2).map((i): Expr => ({ text: NAMES[i]!, value: (env) => env[i]! }));

const floats = fc.letrec<{ e: Expr }>((tie) => ({
  e: fc.oneof(
    { depthSize: 'small', withCrossShrink: true },
    variable,
    fc.integer({ min: -40, max: 40 }).map((n): Expr => ({ text: `(${(n / 4).toFixed(2)})`, value: () => n / 4 })),
    fc.tuple(fc.constantFrom('+', '-', '*'), tie('e'), tie('e')).map(([op, l, r]): Expr => ({
      text: `(${l.text} ${op} ${r.text})`,
      value: (env) => {
        const [x, y] = [l.value(env), r.value(env)];
        return f(op === '+' ? x + y : op === '-' ? x - y : x * y);
      },
    })),
    fc.tuple(fc.constantFrom('min', 'max'), tie('e'), tie('e')).map(([op, l, r]): Expr => ({
      text: `${op}(${l.text}, ${r.text})`,
      value: (env) => {
        const [x, y] = [l.value(env), r.value(env)];
        return op === 'min' ? (y < x ? y : x) : x < y ? y : x;
      },
    })),
    fc.tuple(fc.constantFrom('abs', 'floor', 'ceil', 'fract', 'sqrt'), tie('e')).map(([op, e]): Expr => ({
      text: op === 'sqrt' ? `sqrt(abs(${e.text}))` : `${op}(${e.text})`,
      value: (env) => {
        const x = e.value(env);
        return op === 'abs'
          ? Math.abs(x)
          : op === 'floor'
            ? Math.floor(x)
            : op === 'ceil'
              ? Math.ceil(x)
              : op === 'fract'
                ? f(x - Math.floor(x))
                : f(Math.sqrt(Math.abs(x)));
      },
    })),
    fc.tuple(tie('e'), tie('e'), tie('e'), tie('e')).map(([l, r, yes, no]): Expr => ({
      text: `(${l.text} < ${r.text} ? ${yes.text} : ${no.text})`,
      value: (env) => (l.value(env) < r.value(env) ? yes.value(env) : no.value(env)),
    })),
    fc.tuple(tie('e'), tie('e'), tie('e'), tie('e')).map(([l, r, no, yes]): Expr => ({
      text: `mix(${no.text}, ${yes.text}, ${l.text} < ${r.text})`,
      value: (env) => (l.value(env) < r.value(env) ? yes : no).value(env),
    })),
    fc
      .tuple(tie('e'), tie('e'), fc.nat(1))
      .map(([l, r, i]): Expr => ({ text: `vec2(${l.text}, ${r.text})[${i}]`, value: (env) => (i ? r : l).value(env) })),
  ),
}));

const whole = fc.letrec<{ e: Expr }>((tie) => ({
  e: fc.oneof(
    { depthSize: 'small', withCrossShrink: true },
    variable,
    fc.nat(0xffffffff).map((n): Expr => ({ text: `${n}u`, value: () => n })),
    fc.tuple(fc.constantFrom('+', '-', '*', '&', '|', '^', '/', '%'), tie('e'), tie('e')).map(([op, l, r]): Expr => ({
      text: op === '/' || op === '%' ? `(${l.text} ${op} (${r.text} | 1u))` : `(${l.text} ${op} ${r.text})`,
      value: (env) => {
        const [x, y] = [l.value(env), r.value(env)];
        switch (op) {
          case '+':
            return (x + y) >>> 0;
          case '-':
            return (x - y) >>> 0;
          case '*':
            return Math.imul(x, y) >>> 0;
          case '&':
            return (x & y) >>> 0;
          case '|':
            return (x | y) >>> 0;
          case '^':
            return (x ^ y) >>> 0;
          case '/':
            return Math.floor(x / ((y | 1) >>> 0));
          default:
            return x % ((y | 1) >>> 0);
        }
      },
    })),
    fc.tuple(fc.constantFrom('<<', '>>'), tie('e'), fc.nat(31)).map(([op, e, by]): Expr => ({
      text: `(${e.text} ${op} ${by}u)`,
      value: (env) => (op === '<<' ? e.value(env) << by : e.value(env) >>> by) >>> 0,
    })),
    fc.tuple(tie('e'), fc.constantFrom('~', '-')).map(([e, op]): Expr => ({
      text: `(${op}${e.text})`,
      value: (env) => (op === '~' ? ~e.value(env) : -e.value(env)) >>> 0,
    })),
  ),
}));

const same = (got: number, want: number) => Object.is(got, want) || got === want;

describe('random programs', () => {
  it('of floats give the same bits as exactly rounded arithmetic', () => {
    fc.assert(
      fc.property(
        floats.e,
        fc.array(fc.float({ min: -100, max: 100, noNaN: true }), { minLength: 3, maxLength: 3 }),
        (expr, env) => {
          const want = expr.value(env);
          fc.pre(Number.isFinite(want));
          const [got] = call(`float f(float a, float b, float c) { return ${expr.text}; }`, 'f')(...env);
          expect(same(got!, want), `${expr.text} gives ${got}, wanted ${want}`).toBe(true);
        },
      ),
      { numRuns: 400 },
    );
  });

  it('of whole numbers give the same bits', () => {
    fc.assert(
      fc.property(whole.e, fc.array(fc.nat(0xffffffff), { minLength: 3, maxLength: 3 }), (expr, env) => {
        expect(call(`uint f(uint a, uint b, uint c) { return ${expr.text}; }`, 'f')(...env)).toEqual([expr.value(env)]);
      }),
      { numRuns: 400 },
    );
  });

  it('give the same through functions, locals and loops as written straight', () => {
    fc.assert(
      fc.property(
        floats.e,
        floats.e,
        fc.array(fc.float({ min: -10, max: 10, noNaN: true }), { minLength: 3, maxLength: 3 }),
        (first, second, env) => {
          const straight = call(
            `float f(float a, float b, float c) { float x = ${first.text}; return x + ${second.text}; }`,
            'f',
          )(...env)[0]!;
          const winding = call(
            `float one(float a, float b, float c) { if (a > 1000.0) { return 0.0; } return ${first.text}; }
           void two(in float a, in float b, in float c, inout float sum) { float t = ${second.text}; sum += t; }
           float f(float a, float b, float c) {
             vec3 all; all.zx = vec2(c, a); all.y = b;
             float sum = 0.0;
             for (int i = 0; i < 3; i++) { if (i == 1) { sum = one(all.x, all.y, all.z); }
               if (i == 2) two(all.r, all.g, all.b, sum); }
             return sum;
           }`,
            'f',
          )(...env)[0]!;
          expect(same(winding, straight) || (Number.isNaN(winding) && Number.isNaN(straight))).toBe(true);
        },
      ),
      { numRuns: 200 },
    );
  });
});
