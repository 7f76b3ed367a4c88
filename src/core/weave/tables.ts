import { linearOf, toEncoded, toOklab } from '../colour';
import { own } from '../own';
import type { LibraryPart } from '../glsl';
import { sortedKeys } from '../piece/keys';
import {
  EASES,
  isKeyed,
  type CurvePoint,
  type Key,
  type KeyOf,
  type KeyValue,
  type Stop,
  type Value,
} from '../piece/types';
import type { Param, RampParam } from '../steps';
import { keyScalars, keysFit } from './keyed';

/** Stops from left to right. */
export const sortedStops = (stops: Stop[]): Stop[] => [...stops].sort((a, b) => a.at - b.at);

type Row = [number, number, number, number];

/** A parameter that is a row of entries and stands, in GLSL, for the value looked up along them. */
export interface Table {
  gives: 'float' | 'vec3';
  needs: LibraryPart;
  /** Entries in order, each four numbers for a uniform. `space` of ramps: linear light, srgb or perceptual. */
  rows: (value: unknown, space: string) => Row[];
  /** What is looked up: the running value, or the place's phase. */
  by: 'running' | 'phase';
  /** Body of the look-up at `t` along the named uniforms. */
  body: (names: string[], blend: number, space: number) => string;
}

const bySpace: Record<string, (hex: string) => readonly number[]> = {
  'linear light': linearOf,
  srgb: (hex) => linearOf(hex).map(toEncoded),
  perceptual: (hex) => toOklab(linearOf(hex)),
};

const ramp: Table = {
  gives: 'vec3',
  needs: 'colours',
  by: 'running',
  rows: (value, space) =>
    sortedStops(value as Stop[]).map((s) => [...(own(bySpace, space) ?? linearOf)(s.colour), s.at] as Row),
  body: (names, blend, space) => {
    // The plain way is written out: not every card folds a call with a constant.
    const share = (a: string, b: string) =>
      blend === 0
        ? `clamp((t - ${a}.a) / max(${b}.a - ${a}.a, 1e-5), 0.0, 1.0)`
        : `rampShare(t, ${a}.a, ${b}.a, ${blend})`;
    const lines = names.slice(1).map((b, i) => `  c = mix(c, ${b}.rgb, ${share(names[i]!, b)});`);
    return [`  vec3 c = ${names[0]}.rgb;`, ...lines, `  return ${space === 0 ? 'c' : `rampLight(c, ${space})`};`].join(
      '\n',
    );
  },
};

const curve: Table = {
  gives: 'float',
  needs: 'tables',
  by: 'running',
  rows: (value) => slopes(value as CurvePoint[]),
  body: (names) => {
    const lines = names.slice(1).map((b, i) => `  if (t >= ${names[i]}.x) c = curveBetween(t, ${names[i]}, ${b});`);
    return [`  float c = ${names[0]}.y;`, ...lines, '  return c;'].join('\n');
  },
};

/** A key as GLSL names it: its place and way on, and its value. */
interface KeyNames {
  at: string;
  ease: string;
  value: string;
}

function keysBody(type: 'float' | 'vec3', keys: KeyNames[]): string {
  const [first, last] = [keys[0]!, keys[keys.length - 1]!];
  // Round the join: from the last key on to the first of the next turn.
  const between = (a: KeyNames, b: KeyNames, turn: string) =>
    `c = ${a.value} + (${b.value} - ${a.value}) * keyShare((x - ${a.at}) / max(${b.at}${turn} - ${a.at}, 1e-5), ${a.ease});`;
  const lines = keys.slice(1).map((b, i) => `  if (x >= ${keys[i]!.at} && x < ${b.at}) ${between(keys[i]!, b, '')}`);
  return [
    '  float x = t - floor(t);',
    `  if (x < ${first.at}) x += 1.0;`,
    `  ${type} c = ${last.value};`,
    ...lines,
    `  if (x >= ${last.at}) ${between(last, first, ' + 1.0')}`,
    '  return c;',
  ].join('\n');
}

/** Keys of one number each. */
const keys: Table = {
  gives: 'float',
  needs: 'tables',
  by: 'phase',
  rows: (value) => sortedKeys(value as Key[]).map((k) => [k.at, k.value as number, EASES.indexOf(k.ease), 0]),
  body: (names) =>
    keysBody(
      'float',
      names.map((n) => ({ at: `${n}.x`, ease: `${n}.z`, value: `${n}.y` })),
    ),
};

/** Keys of three numbers each, in two entries: place and way on, and the value. */
const wideKeys: Table = {
  gives: 'vec3',
  needs: 'tables',
  by: 'phase',
  rows: (value) =>
    sortedKeys(value as KeyOf<KeyValue>[]).flatMap((k): Row[] => [
      [k.at, EASES.indexOf(k.ease), 0, 0],
      [...(keyScalars(k.value) as [number, number, number]), 0],
    ]),
  body: (names) =>
    keysBody(
      'vec3',
      Array.from({ length: names.length / 2 }, (_, i) => {
        const [head, value] = [names[2 * i]!, names[2 * i + 1]!];
        return { at: `${head}.x`, ease: `${head}.y`, value: `${value}.xyz` };
      }),
    ),
};

/** Moments: their places and strengths. */
const moments: Table = {
  gives: 'vec3',
  needs: 'tables',
  by: 'phase',
  rows: (value) => sortedKeys(value as Key[]).map((k) => [k.at, k.value as number, 0, 0]),
  body: (names) => {
    const last = names.length - 1;
    const lines = names.map((n, i) => `  if (x >= ${n}.x) c = vec3(x - ${n}.x, ${i}.0, ${n}.y);`);
    return [
      '  float x = t - floor(t);',
      `  vec3 c = vec3(x + 1.0 - ${names[last]}.x, ${last}.0, ${names[last]}.y);`,
      ...lines,
      '  return c;',
    ].join('\n');
  },
};

const TABLES: Partial<Record<Param['type'], Table>> = { ramp, curve, keys };

/** The table that a parameter is, and what is written in it; none where it is one value. */
export function tableOf(param: Param, value: Value | undefined): { table: Table; entries: unknown } | null {
  if (isKeyed(value) && keysFit(param, value))
    return { table: param.type === 'number' ? keys : wideKeys, entries: value.keys };
  const table = param.type === 'keys' && param.moments ? moments : TABLES[param.type];
  return table ? { table, entries: value } : null;
}

/** Choices of the step that a ramp's look-up depends on. */
export const rampChoices = (param: Param) =>
  param.type === 'ramp' ? { blend: (param as RampParam).blend, space: (param as RampParam).space } : {};

/**
 * Points with the slopes of the monotone cubic through them (F. N. Fritsch and R. E. Carlson,
 * "Monotone Piecewise Cubic Interpolation", SIAM Journal on Numerical Analysis 17, 1980): x, y,
 * slope, 0. It never overshoots.
 */
export function slopes(points: CurvePoint[]): Row[] {
  const sorted = [...points].sort((a, b) => a.x - b.x);
  // Of points at one x the first and the last make the jump. Those between them are never reached, and
  // repeat the first, so that there are as many rows as points.
  const isBetween = (i: number) => sorted[i - 1]?.x === sorted[i]!.x && sorted[i + 1]?.x === sorted[i]!.x;
  const p = sorted.filter((_, i) => !isBetween(i));
  const rows = slopesOf(p);
  let seen = -1;
  return sorted.map((_, i) => (isBetween(i) ? rows[seen]! : rows[++seen]!));
}

/** Slopes at points of which at most two have one x. */
function slopesOf(p: CurvePoint[]): Row[] {
  const secants = p.slice(1).map((b, i) => (b.y - p[i]!.y) / Math.max(b.x - p[i]!.x, 1e-5));
  return p.map(({ x, y }, i) => {
    const left = secants[i - 1];
    const right = secants[i];
    if (left === undefined || right === undefined) return [x, y, left ?? right ?? 0, 0];
    if (left * right <= 0) return [x, y, 0, 0];
    const before = x - p[i - 1]!.x;
    const after = p[i + 1]!.x - x;
    // The weighted harmonic mean stays within three times the smaller secant.
    return [x, y, (3 * (before + after)) / ((2 * after + before) / left + (after + 2 * before) / right), 0];
  });
}
