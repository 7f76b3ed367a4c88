import type { Type } from '../types';

/** Text of a derivative: `x` are the arguments, `d` their slopes (zeros where they do not change), `y` the value. */
type Rule = (x: string[], d: string[], y: string, type: Type[]) => string;

const wide = (text: string, type: Type, like: Type) => (type.size === like.size ? text : `${like.name}(${text})`);
const TINY = '1e-30';

/**
 * Slopes of functions that are not worked out from their text: those of one argument in
 * closed form (any table of derivatives, for example DLMF chapter 4), and the choosing ones by
 * what they chose. At a crease they give the slope to the right.
 */
export const RULES: Readonly<Record<string, Rule>> = {
  abs: ([x], [d]) => `(2.0 * step(0.0, ${x}) - 1.0) * ${d}`,
  min: ([x, z], [dx, dz], _y, [a, b]) =>
    `${wide(dz!, b!, a!)} + (${dx} - ${wide(dz!, b!, a!)}) * step(${x}, ${wide(z!, b!, a!)})`,
  max: ([x, z], [dx, dz], _y, [a, b]) =>
    `${wide(dz!, b!, a!)} + (${dx} - ${wide(dz!, b!, a!)}) * step(${wide(z!, b!, a!)}, ${x})`,
  // By a truth it chooses; by a number it blends.
  mix: ([x, z, t], [dx, dz, dt], _y, [a, , c]) =>
    `mix(${dx}, ${dz}, ${t})${c!.scalar === 'bool' ? '' : ` + (${z} - ${x}) * ${wide(dt!, c!, a!)}`}`,
  sqrt: (_x, [d], y, [a]) => `0.5 * ${d} / max(${y}, ${a!.name}(${TINY}))`,
  inversesqrt: (_x, [d], y) => `-0.5 * ${y} * ${y} * ${y} * ${d}`,
  dot: ([x, z], [dx, dz]) => `dot(${dx}, ${z}) + dot(${x}, ${dz})`,
  length: ([x], [d], y) => `dot(${x}, ${d}) / max(${y}, ${TINY})`,
  normalize: ([x], [d], y) => `(${d} - ${y} * dot(${y}, ${d})) / max(length(${x}), ${TINY})`,
  sin: ([x], [d]) => `cos(${x}) * ${d}`,
  cos: ([x], [d]) => `-sin(${x}) * ${d}`,
  tan: (_x, [d], y) => `(1.0 + ${y} * ${y}) * ${d}`,
  asin: ([x], [d], _y, [a]) => `${d} * inversesqrt(max(1.0 - ${x} * ${x}, ${a!.name}(1e-12)))`,
  acos: ([x], [d], _y, [a]) => `-${d} * inversesqrt(max(1.0 - ${x} * ${x}, ${a!.name}(1e-12)))`,
  atan: ([x, z], [dx, dz], _y, [a]) =>
    z === undefined
      ? `${dx} / (1.0 + ${x} * ${x})`
      : `(${dx} * ${z} - ${x} * ${dz}) / max(${x} * ${x} + ${z} * ${z}, ${a!.name}(${TINY}))`,
  exp: (_x, [d], y) => `${y} * ${d}`,
  exp2: (_x, [d], y) => `0.6931471805599453 * ${y} * ${d}`,
  log: ([x], [d]) => `${d} / ${x}`,
  log2: ([x], [d]) => `1.4426950408889634 * ${d} / ${x}`,
  // x to the power z: z x^(z-1) dx + log(x) x^z dz; nothing moves at 0.
  pow: ([x, z], [dx, dz], y, [a]) =>
    `${z} * pow(max(${x}, ${a!.name}(${TINY})), ${z} - 1.0) * ` +
    `${dx}${dz === `${a!.name}(0.0)` || dz === '0.0' ? '' : ` + log(max(${x}, ${a!.name}(${TINY}))) * ${y} * ${dz}`}`,
  sinh: ([x], [d]) => `cosh(${x}) * ${d}`,
  cosh: ([x], [d]) => `sinh(${x}) * ${d}`,
  tanh: (_x, [d], y) => `(1.0 - ${y} * ${y}) * ${d}`,
};

/** Functions whose value jumps from step to step: flat wherever they have a slope at all. */
export const FLAT = new Set([
  'floor',
  'ceil',
  'trunc',
  'round',
  'roundEven',
  'sign',
  'step',
  'lessThan',
  'lessThanEqual',
  'greaterThan',
  'greaterThanEqual',
  'equal',
  'notEqual',
  'not',
  'any',
  'all',
  'isnan',
  'isinf',
  'texelAt',
  'texelSize',
  'loopValue',
  'intBitsToFloat',
  'uintBitsToFloat',
]);

/** Functions that take a number apart bit by bit: they have no slope that says anything. */
export const WITHOUT_SLOPE = new Set(['floatBitsToInt', 'floatBitsToUint']);
