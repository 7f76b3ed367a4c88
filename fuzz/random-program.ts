import type { Chance } from './chance';

/** Programs made by a grammar: each is right by construction, and some are then spoilt. */

type Type = 'float' | 'vec2' | 'vec3' | 'int' | 'bool';
const FLOATS = ['float', 'vec2', 'vec3'] as const;

interface Scope {
  chance: Chance;
  names: { name: string; type: Type; fixed?: boolean }[];
  /** Functions written so far: a caller stands after them. */
  functions: { name: string; returns: Type; params: Type[] }[];
  count: number;
}

const number = (c: Chance) =>
  c.one(['0.0', '1.0', '0.5', '2.0', '1e-6', '100.0', '.25', '3.', c.between(0, 9).toFixed(3)]);

/** An expression of a type, at most so deep. */
function expression(s: Scope, type: Type, depth: number): string {
  const { chance: c } = s;
  const known = s.names.filter((n) => n.type === type);
  if (depth <= 0) {
    if (known.length > 0 && c.happens(0.7)) return c.one(known).name;
    if (type === 'float') return number(c);
    if (type === 'int') return String(c.whole(0, 9));
    if (type === 'bool') return c.one(['true', 'false']);
    return `${type}(${number(c)})`;
  }
  const inner = (t: Type) => expression(s, t, depth - 1);
  const call = s.functions.filter((f) => f.returns === type);
  if (call.length > 0 && c.happens(0.15)) {
    const f = c.one(call);
    return `${f.name}(${f.params.map(inner).join(', ')})`;
  }
  switch (type) {
    case 'bool':
      return c.one([
        () => `(${inner('float')} ${c.one(['<', '<=', '>', '>='])} ${inner('float')})`,
        () => `(${inner('bool')} ${c.one(['&&', '||', '^^'])} ${inner('bool')})`,
        () => `!${inner('bool')}`,
        () => `(${inner('vec2')} == ${inner('vec2')})`,
      ])();
    case 'int':
      return c.one([
        () => `(${inner('int')} ${c.one(['+', '-', '*', '&', '|', '^'])} ${inner('int')})`,
        () => `int(${inner('float')})`,
        () => `(${inner('int')} << ${c.whole(0, 5)})`,
        () => `(${inner('bool')} ? ${inner('int')} : ${inner('int')})`,
      ])();
    case 'float':
      return c.one([
        () => `(${inner('float')} ${c.one(['+', '-', '*', '/'])} ${inner('float')})`,
        () => `${c.one(['sin', 'cos', 'abs', 'floor', 'fract', 'sqrt', 'exp2', 'sign', '-', ''])}(${inner('float')})`,
        () => `${c.one(['min', 'max', 'mod', 'pow', 'step', 'atan'])}(${inner('float')}, ${inner('float')})`,
        () => `${inner('vec3')}.${c.one(['x', 'y', 'z', 'r', 'g', 'b'])}`,
        () => `dot(${inner('vec2')}, ${inner('vec2')})`,
        () => `length(${inner('vec3')})`,
        () => `float(${inner('int')})`,
        () => `(${inner('bool')} ? ${inner('float')} : ${inner('float')})`,
        () => `mix(${inner('float')}, ${inner('float')}, ${inner('float')})`,
      ])();
    default: {
      const parts =
        type === 'vec2'
          ? ['float', 'float']
          : c.one([
              ['float', 'float', 'float'],
              ['vec2', 'float'],
              ['float', 'vec2'],
            ]);
      return c.one([
        () => `${type}(${(parts as Type[]).map(inner).join(', ')})`,
        () => `(${inner(type)} ${c.one(['+', '-', '*', '/'])} ${inner(c.one([type, 'float']))})`,
        () => `${inner('vec3')}.${type === 'vec2' ? c.one(['xy', 'zx', 'rr']) : c.one(['xyz', 'zyx', 'xxy'])}`,
        () => `${c.one(['abs', 'floor', 'normalize', 'fract', 'sin'])}(${inner(type)})`,
        () => `clamp(${inner(type)}, ${inner('float')}, ${inner('float')})`,
        () => `(${inner('bool')} ? ${inner(type)} : ${inner(type)})`,
      ])();
    }
  }
}

function statements(s: Scope, count: number, depth: number, loops: number): string[] {
  const { chance: c } = s;
  const before = s.names.length;
  const lines = c.list(count, () => {
    const open = s.names.filter((n) => !n.fixed && n.type !== 'bool');
    const kind = c.whole(0, 5);
    if (kind <= 1 || open.length === 0) {
      const type = c.one<Type>(['float', 'vec2', 'vec3', 'int', 'bool']);
      const value = expression(s, type, c.whole(0, 3));
      s.names.push({ name: `v${s.count++}`, type });
      return `${type} ${s.names.at(-1)!.name} = ${value};`;
    }
    const to = c.one(open);
    if (kind === 2 && depth > 0)
      return (
        `if (${expression(s, 'bool', 2)}) { ${statements(s, 2, depth - 1, loops).join(' ')} } else ` +
        `{ ${statements(s, 1, depth - 1, loops).join(' ')} }`
      );
    if (kind === 3 && depth > 0 && loops > 0) {
      const name = `i${s.count++}`;
      s.names.push({ name, type: 'int', fixed: true });
      const body = statements(s, 2, depth - 1, loops - 1).join(' ');
      s.names = s.names.filter((n) => n.name !== name);
      return (
        `for (int ${name} = 0; ${name} < ${c.whole(0, 6)}; ${name}++) { ` +
        `${c.happens(0.2) ? `if (${expression(s, 'bool', 1)}) break; ` : ''}${body} }`
      );
    }
    return (
      `${to.name} ${to.type === 'int' ? c.one(['=', '+=', '*=']) : c.one(['=', '+=', '-=', '*='])} ` +
      `${expression(s, to.type, c.whole(0, 3))};`
    );
  });
  if (depth < 3) s.names.splice(before);
  return lines;
}

/** A program whose function `f` takes a float and gives one. */
export function randomProgram(chance: Chance): string {
  const scope: Scope = { chance, names: [], functions: [], count: 0 };
  const lines: string[] = [];
  for (let i = 0; i < chance.whole(0, 3); i++) {
    const returns = chance.one(FLOATS);
    const params = chance.list(chance.whole(1, 2), () => chance.one<Type>(['float', 'vec2', 'vec3', 'int']));
    scope.names = params.map((type, k) => ({ name: `p${k}`, type }));
    const body = statements(scope, chance.whole(0, 3), 3, 2);
    lines.push(
      `${returns} g${i}(${params.map((t, k) => `${t} p${k}`).join(', ')}) { ${body.join(' ')} ` +
        `return ${expression(scope, returns, 2)}; }`,
    );
    scope.functions.push({ name: `g${i}`, returns, params });
  }
  scope.names = [{ name: 'x', type: 'float' }];
  const body = statements(scope, chance.whole(1, 6), 3, 2);
  return `${lines.join('\n')}\nfloat f(float x) { ${body.join(' ')} return ${expression(scope, 'float', 3)}; }\n`;
}

/** The same with a word taken out, doubled or put elsewhere. */
export function spoilt(chance: Chance, program: string): string {
  const words = program.match(/\w+|[^\s\w]|\s+/g) ?? [];
  for (let i = 0; i < chance.whole(1, 3); i++) {
    const at = chance.whole(0, words.length - 1);
    const how = chance.whole(0, 2);
    if (how === 0) words.splice(at, 1);
    else if (how === 1) words.splice(at, 0, chance.one(words));
    else words[at] = chance.one(['float', 'vec3', '1', ';', ')', 'x', '.', 'return', '/*', '0u', 'const']);
  }
  return words.join('');
}
