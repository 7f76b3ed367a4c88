import { onceByName } from '../../once';
import { linearOf, toEncoded, toOklab } from '../../colour';
import { own } from '../../own';
import type { LibraryPart } from '../../glsl';
import { sortedKeys } from '../../piece/keys';
import {
  BEND,
  EASES,
  isKeyed,
  type CurvePoint,
  type Key,
  type KeyOf,
  type KeyValue,
  type PathPoint,
  type Play,
  type Step,
  type Stop,
  type Value,
} from '../../piece/types';
import { knotsOf } from '../../mesh/path';
import { paramsOf, type Param } from '../../steps';
import { PATH_CHOICES, pathWay, RAMP_CHOICES } from '../../steps/params';
import { keyScalars, keysFit } from '../analysis/keyed';

/** Stops from left to right. */
export const sortedStops = (stops: Stop[]): Stop[] => [...stops].sort((a, b) => a.at - b.at);

type Row = [number, number, number, number];

/** A parameter that is a row of entries and stands, in GLSL, for the value looked up along them. */
export interface Table {
  gives: 'float' | 'vec3';
  needs: LibraryPart;
  /** Entries in order, each four numbers for a uniform. */
  rows: (written: WrittenTable) => Row[];
  /** What is looked up: the running value, or the place's phase. */
  input: 'running' | 'phase';
  /** Body of the look-up at `t` along the named uniforms, one for each row of what is written in it. */
  body: (names: string[], written: WrittenTable) => string;
}

/** What is written in a table, and how it is looked up. */
export interface WrittenTable {
  entries: unknown;
  /** Choices of the step that the look-up depends on, by their ids. */
  choices: Record<string, string>;
  /** Whether the loop starts again. */
  play: Play;
}

/** A table whose rows are worked out once for what is written in it: each of its uniforms asks for them. */
function kept(table: Table): Table {
  const rowsOf = onceByName<object, Row[]>();
  const rows = (written: WrittenTable) =>
    rowsOf(written.entries as object, JSON.stringify(written.choices), () => table.rows(written));
  return { ...table, rows };
}

/** Place of what is chosen among the options of a ramp. */
const chosen = (id: string, { choices }: WrittenTable): number =>
  Math.max(
    0,
    RAMP_CHOICES.find((c) => c.id === id)!.options.findIndex((o) => o.id === choices[id]),
  );

const bySpace: Record<string, (hex: string) => readonly number[]> = {
  'linear light': linearOf,
  srgb: (hex) => linearOf(hex).map(toEncoded),
  perceptual: (hex) => toOklab(linearOf(hex)),
};

const ramp = kept({
  gives: 'vec3',
  needs: 'colours',
  input: 'running',
  rows: ({ entries, choices }) =>
    sortedStops(entries as Stop[]).map(
      (s) => [...(own(bySpace, choices.space ?? '') ?? linearOf)(s.colour), s.at] as Row,
    ),
  body: (names, written) => {
    const [blend, space] = [chosen('blend', written), chosen('space', written)];
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
});

const curve = kept({
  gives: 'float',
  needs: 'tables',
  input: 'running',
  rows: ({ entries }) => slopes(entries as CurvePoint[]),
  body: (names) => {
    const lines = names.slice(1).map((b, i) => `  if (t >= ${names[i]}.x) c = curveBetween(t, ${names[i]}, ${b});`);
    return [`  float c = ${names[0]}.y;`, ...lines, '  return c;'].join('\n');
  },
});

/** A key as GLSL names it: its place, its value, and how far it has gone to the next at a part of the way. */
interface KeyNames {
  at: string;
  value: string;
  share: (part: string) => string;
}

/**
 * Names the keys in order along their rows. A key has one more row where its way is a curve.
 * @param plain rows of a key without that @param named a key by its rows
 */
function namedKeys(
  value: unknown,
  names: string[],
  plain: number,
  named: (rows: string[]) => Omit<KeyNames, 'share'> & { ease: string },
): KeyNames[] {
  let row = 0;
  return sortedKeys(value as KeyOf<KeyValue>[]).map((key) => {
    const isCurve = key.ease === 'curve';
    const rows = names.slice(row, (row += plain + Number(isCurve)));
    const { ease, ...rest } = named(rows);
    return {
      ...rest,
      share: (part) => (isCurve ? `bendShare(${part}, ${rows.at(-1)})` : `keyShare(${part}, ${ease})`),
    };
  });
}

/** The row of handles of a key that has some. */
const bendRow = (key: KeyOf<KeyValue>): Row[] => (key.ease === 'curve' ? [[...(key.bend ?? BEND)]] : []);

function keysBody(type: 'float' | 'vec3', keys: KeyNames[], play: Play): string {
  const [first, last] = [keys[0]!, keys[keys.length - 1]!];
  // Round the join: from the last key on to the first of the next turn.
  const between = (a: KeyNames, b: KeyNames, turn: string) =>
    `c = ${a.value} + (${b.value} - ${a.value}) * ${a.share(`(x - ${a.at}) / max(${b.at}${turn} - ${a.at}, 1e-5)`)};`;
  const lines = keys.slice(1).map((b, i) => `  if (x >= ${keys[i]!.at} && x < ${b.at}) ${between(keys[i]!, b, '')}`);
  // What plays once has nothing before the first key and nothing behind the last: both hold.
  if (play === 'once')
    return [
      '  float x = t;',
      `  ${type} c = ${last.value};`,
      `  if (x < ${first.at}) c = ${first.value};`,
      ...lines,
      '  return c;',
    ].join('\n');
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
const keys = kept({
  gives: 'float',
  needs: 'tables',
  input: 'phase',
  rows: ({ entries }) =>
    sortedKeys(entries as Key[]).flatMap((k): Row[] => [
      [k.at, k.value as number, EASES.indexOf(k.ease), 0],
      ...bendRow(k),
    ]),
  body: (names, { entries, play }) =>
    keysBody(
      'float',
      namedKeys(entries, names, 1, ([head]) => ({ at: `${head}.x`, ease: `${head}.z`, value: `${head}.y` })),
      play,
    ),
});

/** Keys of three numbers each, in two entries: place and way on, and the value. */
const wideKeys = kept({
  gives: 'vec3',
  needs: 'tables',
  input: 'phase',
  rows: ({ entries }) =>
    sortedKeys(entries as KeyOf<KeyValue>[]).flatMap((k): Row[] => [
      [k.at, EASES.indexOf(k.ease), 0, 0],
      [...(keyScalars(k.value) as [number, number, number]), 0],
      ...bendRow(k),
    ]),
  body: (names, { entries, play }) =>
    keysBody(
      'vec3',
      namedKeys(entries, names, 2, ([head, held]) => ({ at: `${head}.x`, ease: `${head}.y`, value: `${held}.xyz` })),
      play,
    ),
});

/** Before the first moment of what plays once, and where there is none: long ago, of no number and no strength. */
const LONG_AGO = 'vec3(1e4, -1.0, 0.0)';

/** Moments: their places and strengths. */
const moments = kept({
  gives: 'vec3',
  needs: 'tables',
  input: 'phase',
  rows: ({ entries }) => sortedKeys(entries as Key[]).map((k) => [k.at, k.value as number, 0, 0]),
  body: (names, { play }) => {
    if (names.length === 0) return `  return ${LONG_AGO};`;
    const last = names.length - 1;
    const lines = names.map((n, i) => `  if (x >= ${n}.x) c = vec3(x - ${n}.x, ${i}.0, ${n}.y);`);
    const before = play === 'once' ? LONG_AGO : `vec3(x + 1.0 - ${names[last]}.x, ${last}.0, ${names[last]}.y)`;
    return [
      play === 'once' ? '  float x = t;' : '  float x = t - floor(t);',
      `  vec3 c = ${before};`,
      ...lines,
      '  return c;',
    ].join('\n');
  },
});

/** A path: its knots, each a place and the number at which it is reached. */
const path = kept({
  gives: 'vec3',
  needs: 'tables',
  input: 'running',
  rows: ({ entries, choices }) => knotsOf(entries as PathPoint[], pathWay(choices)),
  body: (names, { choices }) => {
    const { smooth, closed } = pathWay(choices);
    const n = names.length;
    if (n === 1) return `  return ${names[0]}.xyz;`;
    // Beyond the ends of a closed path come the knots of the round before and after; an open one has none there.
    const knot = (i: number) => {
      const name = names[closed ? (i + n) % n : Math.min(Math.max(i, 0), n - 1)]!;
      const round = closed ? Math.floor(i / n) : 0;
      return round === 0 ? name : `(${name} ${round < 0 ? '-' : '+'} vec4(0.0, 0.0, 0.0, 1.0))`;
    };
    const between = (i: number) =>
      smooth
        ? `pathBetween(x, ${[i - 1, i, i + 1, i + 2].map(knot).join(', ')})`
        : `pathStraight(x, ${knot(i)}, ${knot(i + 1)})`;
    const ways = closed ? n : n - 1;
    const lines = names.slice(1, ways).map((next, i) => `  if (x < ${next}.w) return ${between(i)};`);
    return [
      closed ? '  float x = t - floor(t);' : '  float x = clamp(t, 0.0, 1.0);',
      ...lines,
      `  return ${between(ways - 1)};`,
    ].join('\n');
  },
});

const TABLES: Partial<Record<Param['type'], Table>> = { ramp, curve, keys, path };

/** The table that a parameter is, and what is written in it; none where it is one value. */
export function tableOf(param: Param, value: Value | undefined): { table: Table; entries: unknown } | null {
  if (isKeyed(value) && keysFit(param, value))
    return { table: param.type === 'number' ? keys : wideKeys, entries: value.keys };
  const table = param.type === 'keys' && param.moments ? moments : TABLES[param.type];
  return table ? { table, entries: value } : null;
}

/** Choices of the step that the look-up of a parameter depends on. */
function choiceIds(param: Param): (string | undefined)[] {
  if (param.type === 'path') return PATH_CHOICES.map((c) => c.id);
  return param.type === 'ramp' ? [param.blend, param.space] : [];
}

/**
 * What is written in the table of a parameter, with what its step chooses.
 * @param literal of a choice of the step
 */
export function writtenIn(
  param: Param,
  step: Step | undefined,
  entries: unknown,
  { literal, play }: { literal: (choice: Param) => Value | undefined; play: Play },
): WrittenTable {
  const all = step ? paramsOf(step) : [];
  const choices = all.filter((p) => p.type === 'choice' && choiceIds(param).includes(p.id));
  return { entries, play, choices: Object.fromEntries(choices.map((p) => [p.id, String(literal(p))])) };
}

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
