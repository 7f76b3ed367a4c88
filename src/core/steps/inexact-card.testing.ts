/**
 * Texts as a card may run them that is as inexact as GLSL ES 3.00 allows (section 4.5.1). Errors are in units in the
 * last place of a 32-bit float (2^-23 of the value) but for those that are said to be absolute.
 */
const UNIT = 2 ** -23;

/** The standard bounds no error of these. What chooses by them chooses otherwise at an error of any size. */
const UNBOUNDED = 2 ** -21;
const UNBOUNDED_FUNCTIONS = ['sin', 'cos', 'tan', 'asin', 'acos', 'atan', 'sinh', 'cosh', 'tanh', 'asinh', 'acosh'];

const FLOATS = ['float', 'vec2', 'vec3', 'vec4'];

/** Functions with an error in front of their arguments, which is a part of what is allowed, -1 to 1. */
const ERRING: Record<string, string[]> = {
  inversesqrt: FLOATS.map((t) => `${t} NAME(float e, ${t} x) { return inversesqrt(x) * (1.0 + e * 2.0 * UNIT); }`),
  sqrt: FLOATS.map((t) => `${t} NAME(float e, ${t} x) { return sqrt(x) * (1.0 + e * 4.5 * UNIT); }`),
  length: FLOATS.map((t) => `float NAME(float e, ${t} x) { return length(x) * (1.0 + e * 4.5 * UNIT); }`),
  distance: FLOATS.map(
    (t) => `float NAME(float e, ${t} x, ${t} y) { return distance(x, y) * (1.0 + e * 4.5 * UNIT); }`,
  ),
  normalize: FLOATS.map((t) => `${t} NAME(float e, ${t} x) { return normalize(x) * (1.0 + e * 2.0 * UNIT); }`),
  exp2: FLOATS.map((t) => `${t} NAME(float e, ${t} x) { return exp2(x) * (1.0 + e * UNIT * (3.0 + 2.0 * abs(x))); }`),
  exp: FLOATS.map((t) => `${t} NAME(float e, ${t} x) { return exp(x) * (1.0 + e * UNIT * (3.0 + 2.0 * abs(x))); }`),
  log2: [
    'float NAME(float e, float x) { float y = log2(x); ' +
      'return x >= 0.5 && x <= 2.0 ? y + e * 4.0 * UNIT : y * (1.0 + e * 3.0 * UNIT); }',
  ],
  log: [
    'float NAME(float e, float x) { float y = log(x); ' +
      'return x >= 0.5 && x <= 2.0 ? y + e * 4.0 * UNIT : y * (1.0 + e * 3.0 * UNIT); }',
  ],
  // Inherited from exp2(y * log2(x)).
  pow: FLOATS.map(
    (t) =>
      `${t} NAME(float e, ${t} x, ${t} y) { ${t} w = abs(y * log2(max(x, 1e-30))); ` +
      'return pow(x, y) * (1.0 + e * UNIT * (3.0 + 5.0 * w + 4.0 * abs(y))); }',
  ),
  // Inherited from x - y * floor(x / y).
  mod: ['float', 'vec2', 'vec3'].flatMap((t) => [
    `${t} NAME(float e, ${t} x, float y) { return x - y * floor(x * (1.0 + e * 2.5 * UNIT) / y); }`,
    ...(t === 'float'
      ? []
      : [`${t} NAME(float e, ${t} x, ${t} y) { return x - y * floor(x * (1.0 + e * 2.5 * UNIT) / y); }`]),
  ]),
  ...Object.fromEntries(
    UNBOUNDED_FUNCTIONS.map((f) => [
      f,
      [
        ...FLOATS.map((t) => `${t} NAME(float e, ${t} x) { return ${f}(x) + e * ${UNBOUNDED}; }`),
        ...(f === 'atan' ? [`float NAME(float e, float y, float x) { return atan(y, x) + e * ${UNBOUNDED}; }`] : []),
      ],
    ]),
  ),
};

const erringName = (name: string) => `erring_${name}`;
const NAMES = new RegExp(`\\b(${Object.keys(ERRING).join('|')})\\(`, 'g');

/**
 * A text in which each division and each call of a function that may be inexact has an error of its own, drawn by
 * `next` (0 to 1).
 * @example onInexactCard('float f(float x) { return sin(x) / 3.0; }', Math.random)
 */
export function onInexactCard(glsl: string, next: () => number): string {
  const error = () => (2 * next() - 1).toFixed(4);
  const text = glsl
    .replace(/ \/ /g, () => ` * (1.0 + ${error()} * ${2.5 * UNIT}) / `)
    .replace(NAMES, (_, name: string) => `${erringName(name)}(${error()}, `);
  const used = Object.entries(ERRING).filter(([name]) => text.includes(`${erringName(name)}(`));
  const functions = used.flatMap(([name, texts]) => texts.map((t) => t.replace('NAME', erringName(name))));
  return `${functions.join('\n').replaceAll('UNIT', UNIT.toString())}\n${text}`;
}
