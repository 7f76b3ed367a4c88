import { describe, expect, it } from 'vitest';
import { CATALOGUE, defaultOf, outputType, type Param, type RunType } from '../../steps';
import { glslType, paramType, stepFunction, stepFunctionName } from '../../weave';
import { compile, derive, library, Processor } from '..';
import { PLACE_FIELDS, PLACE_SIZE, readsOther } from '../lib';
import { reference } from './reference';

/** A small generator, so that every run draws the same points. */
function random(seed: number): () => number {
  let s = seed;
  return () => (s = (Math.imul(s, 1664525) + 1013904223) >>> 0) / 4294967296;
}

/** Slopes along x and y of a function of a vec2, by the derived text on the processor. */
function slopesOf(body: string, at: [number, number], parts = ''): { value: number; a: number; b: number } {
  const source = `${parts}\nfloat f(vec2 p) { ${body} }\n`;
  const { text, name } = derive(source, 'f', () => true);
  const whole =
    `${source}${text}\nvec3 probe(float x, float y) { float a; float b; float v = ` +
    `${name}(vec2(x, y), vec2(1.0, 0.0), vec2(0.0, 1.0), a, b); return vec3(v, a, b); }`;
  const [value, a, b] = Processor.loadNow(compile(whole, ['probe'])).run('probe', new Float32Array(at), 1);
  return { value: value!, a: a!, b: b! };
}

describe('slopes in closed form', () => {
  it.each<[string, string, (x: number, y: number) => [number, number]]>([
    [
      'sums, products, quotients',
      'return (p.x * p.y + 3.0 * p.x) / (p.y + 2.0);',
      (x, y) => [(y + 3) / (y + 2), (x * (y + 2) - (x * y + 3 * x)) / (y + 2) ** 2],
    ],
    [
      'sines',
      'return sin(p.x) * cos(2.0 * p.y);',
      (x, y) => [Math.cos(x) * Math.cos(2 * y), -2 * Math.sin(x) * Math.sin(2 * y)],
    ],
    [
      'powers',
      'return pow(p.x + 2.0, 1.5) + exp(p.y) + log(p.x + 3.0);',
      (x, y) => [1.5 * (x + 2) ** 0.5 + 1 / (x + 3), Math.exp(y)],
    ],
    ['lengths', 'return length(p);', (x, y) => [x / Math.hypot(x, y), y / Math.hypot(x, y)]],
    ['angles', 'return atan(p.y, p.x);', (x, y) => [-y / (x * x + y * y), x / (x * x + y * y)]],
    ['choices', 'return p.x > 0.0 ? p.x * p.x : 3.0 * p.y;', (x) => (x > 0 ? [2 * x, 0] : [0, 3])],
    ['steps and roundings', 'return floor(p.x * 4.0) + p.y + float(int(p.x)) + step(0.2, p.y);', () => [0, 1]],
    [
      'clamps and mixes',
      'return mix(p.x, p.y, clamp(p.x, 0.0, 0.5));',
      (x, y) => (x < 0 ? [1, 0] : x < 0.5 ? [1 - x + (y - x), x] : [0.5, 0.5]),
    ],
    ['mixes by a truth', 'return mix(p.x * p.x, 3.0 * p.y, p.x > 0.0);', (x) => (x > 0 ? [0, 3] : [2 * x, 0])],
    ['smooth steps', 'return smoothstep(-1.0, 1.0, p.x);', (x) => [6 * ((x + 1) / 2) * (1 - (x + 1) / 2) * 0.5, 0]],
    [
      'loops that carry',
      'float s = 0.0; vec2 q = p; for (int i = 0; i < 3; i++) { s += q.x; q = vec2(q.x * 0.5, ' +
        'q.y); if (i == 1) continue; s += q.y; } return s;',
      () => [1.75, 2],
    ],
    [
      'matrices',
      'mat2 m = mat2(p.x, 1.0, 2.0, p.y); vec2 v = m * p; return v.x + v.y;',
      (x, y) => [2 * x + 1, 2 + 2 * y],
    ],
    [
      'parts that are written',
      'vec3 v = vec3(1.0); v.xy = p; v.z = v.x * v.y; v.x += v.z; return v.x;',
      (x, y) => [1 + y, x],
    ],
    ['whole numbers beside', 'int n = 3; n++; uint k = uint(n) << 2u; return p.x * float(k);', () => [16, 0]],
  ])('of %s', (_, body, exact) => {
    const next = random(4);
    for (let i = 0; i < 20; i++) {
      const at: [number, number] = [Math.fround(next() * 1.8 - 0.9), Math.fround(next() * 1.8 - 0.9)];
      const { a, b } = slopesOf(body, at);
      const [x, y] = exact(...at);
      expect(a).toBeCloseTo(x, 4);
      expect(b).toBeCloseTo(y, 4);
    }
  });

  it('go through functions with parameters that are written, and through structs', () => {
    const parts =
      'struct Pair { vec2 at; float by; };\nfloat twice(inout vec2 q, out float was) { was = q.x; ' +
      'q *= 2.0; return q.y; }\nfloat bent(Pair s) { s.by += s.at.x * s.at.y; return s.by; }\n';
    const { a, b } = slopesOf(
      'vec2 q = p; float was; float t = twice(q, was); return t * was + q.x + bent(Pair(p, p.y));',
      [0.5, 0.25],
      parts,
    );
    expect([a, b]).toEqual([2 * 0.25 + 2 + 0.25, 2 * 0.5 + 0.5 + 1]);
  });

  it('a sine over turns has its slope at every eighth of a turn', () => {
    for (let k = -8; k <= 8; k++)
      expect(slopesOf('return sineTurns(p.x);', [k / 8, 0], library(['wave'])).a).toBeCloseTo(
        2 * Math.PI * Math.cos((2 * Math.PI * k) / 8),
        4,
      );
  });

  it('say where there is none: a number taken apart bit by bit', () => {
    expect(
      derive('float f(float x) { return uintBitsToFloat(floatBitsToUint(x) & 0xffff0000u); }', 'f', () => true).noSlope,
    ).toContain('floatBitsToUint');
    expect(derive('float f(float x) { return x * x; }', 'f', () => true).noSlope).toBeNull();
  });

  it('what does not change is worked out once', () => {
    const { text } = derive(
      'float g(float y) { return sin(y); }\nfloat f(vec2 p, float t) { return p.x * g(t); }',
      'f',
      () => true,
    );
    expect(text).toContain('sin(');
    const place = `${library(['place', 'wave'])}float f(Place p) { return sineTurns(p.phase) * p.rest.x; }`;
    expect(derive(place, 'f', (field) => field === 'rest').text).toContain('sineTurns(p0.phase)');
  });

  it('carry slopes of floats alone, and none of a part of a struct that does not change', () => {
    const struct = 'struct Spot { vec2 at; int n; float by; };\nfloat f(Spot s) { return s.at.x * s.by + float(s.n); }';
    const slope = (changes: (field: string) => boolean) => /t0a = (.*);/.exec(derive(struct, 'f', changes).text)![1];
    expect(slope(() => true)).toBe('p0a.at.x * p0.by + p0.at.x * p0a.by');
    expect(slope((field) => field === 'at')).toBe('p0a.at.x * p0.by');
    expect(derive(struct, 'f', (field) => field === 'n').text).not.toContain('p0a.n');
  });

  it('take what is written between two uses in the order in which it runs', () => {
    const twice = 'float add(float a, float b) { return 2.0 * a + b; }\n';
    expect(slopesOf('float x = p.x; return add(x, x *= p.y);', [3, 5], twice)).toEqual({ value: 21, a: 7, b: 3 });
    expect(slopesOf('float x = p.x; return add(x *= p.y, x);', [3, 5], twice)).toEqual({ value: 45, a: 15, b: 9 });
    expect(slopesOf('float x = p.x; float y = x++ * x; return y;', [3, 0])).toEqual({ value: 12, a: 7, b: 0 });
  });

  it.each([
    ['true', true],
    ['!true', false],
    ['1 == 2', false],
    ['1 != 2', true],
    ['2 <= 2 && 3 > 2', true],
    ['2 < 2 || 3 >= 4', false],
    ['2.0 > 1.0 && !(1.0 >= 2.0)', true],
  ])('leave out the branch that is never taken: %s', (test, taken) => {
    const body = `if (${test}) return sin(p.x); return cos(p.x);`;
    const { text } = derive(`float f(vec2 p) { ${body} }`, 'f', () => true);
    expect(/= sin\(/.test(text)).toBe(taken);
    expect(slopesOf(body, [0.5, 0]).value).toBeCloseTo(taken ? Math.sin(0.5) : Math.cos(0.5), 5);
  });

  it('write constants that come to the same bits', () => {
    const values = ['-5', '0', '7', '(-2147483647 - 1)'];
    for (const value of values) {
      const { value: got } = slopesOf(
        `int n = ${value}; return p.x + float(n == ${value} ? 1 : 2) + float(n >> 28);`,
        [0, 0],
      );
      expect(got, value).toBe(1 + (value.startsWith('(') ? -8 : value === '-5' ? -1 : 0));
    }
    expect(slopesOf('return p.x * -0.5 + 3.0 - -2.0;', [2, 0])).toMatchObject({ value: 4, a: -0.5 });
    expect(slopesOf('uint n = 4294967295u; return p.x + float(n >> 28);', [0, 0]).value).toBe(15);
  });

  it('there is none of what is not there', () => {
    expect(() => derive('float f(float x) { return x; }', 'g', () => true)).toThrow('There is no function "g"');
  });
});

/** All but pictures, whose texels the yardstick does not know; those of finishes have no slopes. */
const PATTERNS = CATALOGUE.filter(
  (d) =>
    d.op.startsWith('field.') &&
    d.op !== 'field.picture' &&
    d.glsl &&
    !readsOther(d.glsl) &&
    !d.again &&
    d.takes.every((t) => t !== 'surface'),
);

function literal(param: Param): string {
  const value = defaultOf(param);
  const type = paramType(param);
  if (type === 'int')
    return param.type === 'choice'
      ? String(
          Math.max(
            0,
            param.options.findIndex((o) => o.id === value),
          ),
        )
      : '0';
  if (type === 'float') return `float(${typeof value === 'number' ? value : 0.4})`;
  return param.type === 'vector'
    ? `vec3(${(value as number[]).map((v) => `float(${v})`).join(', ')})`
    : 'vec3(0.3, 0.5, 0.2)';
}

/** Central differences in 64 bits, or null where they do not agree with themselves: a crease, or a jump. */
function central(run: (x: number) => number, h: number): number | null {
  const [wide, narrow] = [(run(h) - run(-h)) / (2 * h), (run(h / 4) - run(-h / 4)) / (h / 2)];
  const [left, right] = [(run(0) - run(-h / 4)) / (h / 4), (run(h / 4) - run(0)) / (h / 4)];
  return Math.abs(wide - narrow) < 1e-4 * (1 + Math.abs(wide)) && Math.abs(left - right) < 2e-3 * (1 + Math.abs(wide))
    ? narrow
    : null;
}

/** Steps that are flat wherever they have a slope. */
const STEPS = new Set([
  'field.checker',
  'field.random-each',
  'field.random',
  'field.step',
  'field.round',
  'field.quantise',
  'field.compare',
  'field.face',
  'field.copy',
]);

describe('slopes against 64-bit central differences', () => {
  for (const [k, d] of PATTERNS.entries()) {
    it(d.op, () => {
      const starts: (RunType | null)[] = d.takes.length > 0 ? d.takes : [null];
      for (const takes of starts) {
        const gives = outputType(d, takes);
        const parts = takes ? { float: 'q.rest.x', vec2: 'q.rest.xy', vec3: 'q.rest' }[takes as 'float'] : null;
        const given = ['q', ...(parts ? [parts] : []), ...d.params.filter((p) => paramType(p)).map(literal)];
        const call = `${stepFunctionName(d)}(${given.join(', ')})`;
        const source =
          `${library(['place', ...(d.needs ?? [])])}\n${stepFunction(d, { takes, gives })}\n` +
          `${glslType(gives)} f(Place q) { return ${call}; }\n`;
        const moving = (name: string) => name === 'rest' || name === 'uv';
        const { text, name, noSlope } = derive(source, 'f', moving);
        expect(noSlope).toBeNull();
        const width = { float: 1, vec2: 2, vec3: 3 }[gives as 'float'];
        const type = glslType(gives);
        const inputs = Array.from({ length: PLACE_SIZE }, (_, i) => `float x${i}`).join(', ');
        let at = 0;
        const place = (of: (i: number) => string) => {
          at = 0;
          return `Place(${PLACE_FIELDS.map((f) => {
            const args = Array.from({ length: f.size }, () => of(at++));
            return f.size === 1 ? args[0] : `vec${f.size}(${args.join(', ')})`;
          }).join(', ')})`;
        };
        const offset = (field: string) =>
          PLACE_FIELDS.slice(
            0,
            PLACE_FIELDS.findIndex((f) => f.name === field),
          ).reduce((s, f) => s + f.size, 0);
        // One direction moves the place along x and z, the other its uv.
        const dirA = (i: number) => (i === offset('rest') ? '1.0' : i === offset('rest') + 2 ? '0.5' : '0.0');
        const dirB = (i: number) => (i === offset('uv') ? '1.0' : '0.0');
        const probe =
          `${source}${text}\n${width === 1 ? 'vec2' : `mat${width === 3 ? 3 : 2}`} probe(${inputs}) { ` +
          `${type} a; ${type} b; ${type} v = ${name}(${place((i) => `x${i}`)}, ${place(dirA)}, ` +
          (`${place(dirB)}, a, b); return ` +
            `${width === 1 ? 'vec2(a, b)' : width === 2 ? 'mat2(a, b)' : 'mat3(a, b, v)'}; }`);
        const processor = Processor.loadNow(compile(probe, ['probe']));
        const slow = reference(source, 'f');
        const next = random(k + 11);
        let compared = 0;
        for (let n = 0; n < 24; n++) {
          const row = Array.from({ length: PLACE_SIZE }, () => Math.fround(next() * 1.6 - 0.8));
          row[PLACE_SIZE - 1] = Math.fround(next());
          const fast = processor.run('probe', new Float32Array(row), 1);
          for (let c = 0; c < width; c++) {
            for (const [side, moves] of [
              [
                0,
                (h: number) =>
                  row.map((v, i) => (i === offset('rest') ? v + h : i === offset('rest') + 2 ? v + 0.5 * h : v)),
              ],
              [1, (h: number) => row.map((v, i) => (i === offset('uv') ? v + h : v))],
            ] as const) {
              const slope = central((h) => slow([moves(h)])[c]!, 1e-5);
              if (slope === null) continue;
              compared++;
              const got = fast[side * width + c]!;
              expect(
                Math.abs(got - slope) / Math.max(1, Math.abs(slope)),
                `${d.op} at ${row.slice(0, 3).join()}: ${got} against ${slope}`,
              ).toBeLessThan(2e-3);
            }
          }
        }
        if (!STEPS.has(d.op)) expect(compared, d.op).toBeGreaterThan(20);
      }
    });
  }
});
