import { addStrand, blankPiece, setParam } from '@/core/piece/edit';
import type { Control, Kind, KeyValue, Link, Piece, Step, Strand, Value, Vector } from '@/core/piece/types';
import {
  definitionOf,
  fitting,
  outputType,
  enabledParam,
  type Param,
  type RunType,
  type StepDefinition,
} from '@/core/steps';
import { declaredId } from '@/core/steps/field/code';
import { acceptsLinks, analyse, linkKinds, linkProblem } from '@/core/weave';
import type { Chance } from './chance';

/** Numbers at which things tend to break, beside those between the ends of a slider. */
const EDGES = [0, 1, -1, 0.5, 2, 1e-6, -1e-6, 1e6, -1e6, 64, -100, 0.999999, 3];

const FORMULAS = [
  'v',
  '1.0 / v',
  'sqrt(v)',
  'v * v * v * v',
  'pow(v, v)',
  'log(v)',
  'v - v',
  'tan(v * 3.0)',
  'inversesqrt(v)',
  'mod(v, 0.0 * v)',
  'normalize(v)',
  'v + 1.0',
  'v * 10.0',
  'v)',
  '',
];
const CODES = [
  'const float text = 0.5; // 0 to 1\nreturn pointOf(v).x * text;',
  'const float a = 2.0; // -4 .. 4\nreturn exp(pointOf(v).x * a * 100.0);',
  'float s = 0.0;\nfor (int i = 0; i < 8; i++) s += waveSine(pointOf(v).x * float(i));\nreturn s;',
  'return 1.0 / (pointOf(v).x - pointOf(v).x);',
  'return v.q;',
  'return acos(pointOf(v).x * 2.0) + asin(3.0);',
];

const WEIGHTS: readonly [Kind, number][] = [
  ['field', 0.5],
  ['signal', 0.2],
  ['form', 0.14],
  ['surface', 0.06],
  ['stage', 0.05],
  ['finish', 0.05],
];

const hex = (chance: Chance) => `#${chance.list(3, () => chance.whole(0, 255).toString(16).padStart(2, '0')).join('')}`;

function number(chance: Chance, min: number, max: number): number {
  return chance.happens(0.35) ? chance.one(EDGES) : Math.fround(chance.between(min, max));
}

/** Places of entries: often several at one. */
const place = (chance: Chance) => chance.one([0, 0.25, 0.25, 0.5, 0.5, 1, chance.unit()]);

const randomPlace = (chance: Chance): Vector => [number(chance, -2, 2), number(chance, -2, 2), number(chance, -2, 2)];

/** A literal, or keys of some. */
function valueFor(chance: Chance, definition: StepDefinition, param: Param): Value | undefined {
  const keyed = param.type === 'number' || param.type === 'vector' || param.type === 'colour';
  if (!keyed || !acceptsLinks(definition, param) || !chance.happens(0.08)) return literal(chance, param);
  const ease = () => chance.one(['linear', 'eased', 'held'] as const);
  const keys = chance.list(chance.whole(1, 4), () => ({
    at: place(chance),
    value: literal(chance, param) as KeyValue,
    ease: ease(),
  }));
  return { keys };
}

function literal(chance: Chance, param: Param): Value | undefined {
  switch (param.type) {
    case 'number':
      return number(chance, param.min, param.max);
    case 'vector':
      return [
        number(chance, param.min, param.max),
        number(chance, param.min, param.max),
        number(chance, param.min, param.max),
      ];
    case 'colour':
      return hex(chance);
    case 'choice':
      return chance.one(param.options).id;
    case 'ramp':
      return chance.list(chance.whole(1, 5), () => ({ at: place(chance), colour: hex(chance) }));
    case 'curve':
      return chance.list(chance.whole(1, 6), () => ({
        x: place(chance),
        y: chance.one([0, 1, -1e6, 1e6, chance.unit()]),
      }));
    case 'keys':
      return chance.list(chance.whole(1, 5), () => ({
        at: place(chance),
        value: number(chance, -2, 2),
        ease: chance.one(['linear', 'eased', 'held'] as const),
      }));
    case 'path':
      return chance.list(chance.whole(1, 6), () => ({
        place: chance.one([[0, 0, 0], [1e6, -1e6, 0], randomPlace(chance), randomPlace(chance)]) as Vector,
        ...(chance.happens(0.3) ? { handle: randomPlace(chance) } : {}),
      }));
    case 'text':
      return param.plain
        ? chance.one(['', 'Choir', 'äöü ✂ 7', 'A'.repeat(30)])
        : chance.one(param.long ? CODES : FORMULAS);
    case 'picture':
    case 'mesh':
      return undefined;
    case 'strand':
      return undefined;
  }
}

/** Counts of form steps are kept small: what is sought is what goes wrong, not what is large. */
const MOST_OF_A_FORM = 7;

function params(chance: Chance, definition: StepDefinition, kind: Kind): Step['params'] {
  const made: Step['params'] = {};
  for (const param of definition.params) {
    if (kind === 'form' && param.type === 'number' && param.whole) {
      made[param.id] = chance.whole(0, MOST_OF_A_FORM);
      continue;
    }
    const value = chance.happens(0.45) ? undefined : valueFor(chance, definition, param);
    if (value !== undefined) made[param.id] = value;
  }
  if (definition.op === 'field.code' && chance.happens(0.3))
    made[declaredId(chance.one(['text', 'a']))] = number(chance, -2, 2);
  return made;
}

function steps(chance: Chance, kind: Kind): Step[] {
  const made: Step[] = [];
  let running: RunType | null = null;
  for (let i = 0; i < chance.whole(1, kind === 'form' ? 4 : 6); i++) {
    const fits: StepDefinition[] = fitting(kind, running);
    if (fits.length === 0) break;
    const definition: StepDefinition = chance.one(fits);
    const step: Step = {
      id: `t${i + 1}`,
      op: definition.op,
      params: {
        ...params(chance, definition, kind),
        ...(i > 0 && chance.happens(0.12) ? { [enabledParam.id]: chance.whole(0, 1) } : {}),
      },
      ...(i > 0 && chance.happens(0.07) ? { off: true as const } : {}),
    };
    const resolved: StepDefinition = definition.resolve?.(step, running) ?? definition;
    if (!step.off && resolved.glsl !== undefined) running = outputType(resolved, running);
    else if (!step.off && !definition.resolve) running = outputType(definition, running);
    made.push(step);
  }
  return made;
}

/** Puts links where they fit, to strands that stand before. */
function linked(chance: Chance, piece: Piece): Piece {
  const { types } = analyse(piece);
  let now = piece;
  for (const [at, strand] of piece.strands.entries()) {
    const before = piece.strands.slice(0, at);
    for (const step of strand.steps) {
      const definition = types.get(strand.id)!.find((r) => r.step === step)?.definition;
      for (const param of definition?.params ?? []) {
        const value = linkFor(chance, piece, before, strand.kind, definition!, param, types);
        if (value) now = setParam(now, strand.id, step.id, param.id, value);
      }
    }
  }
  return now;
}

function linkFor(
  chance: Chance,
  piece: Piece,
  before: Strand[],
  kind: Kind,
  definition: StepDefinition,
  param: Param,
  types: ReturnType<typeof analyse>['types'],
): Value | null {
  if (param.type === 'strand') {
    const fits = before.filter((s) => s.kind === param.kind);
    return fits.length > 0 && !(param.optional && chance.happens(0.5)) ? { link: chance.one(fits).id } : null;
  }
  if (param.type !== 'number' && param.type !== 'vector' && param.type !== 'colour') return null;
  if (param.type !== 'colour' && chance.happens(0.06) && piece.controls.length > 0)
    return {
      control: chance.one(piece.controls).id,
      ...(chance.happens(0.5) ? { range: [-3, 3] as [number, number] } : {}),
    };
  if (!chance.happens(0.3) || !acceptsLinks(definition, param)) return null;
  const fits = before.filter((s) => linkKinds(kind, param).includes(s.kind));
  if (fits.length === 0) return null;
  const from = chance.one(fits);
  const step = chance.happens(0.25) ? chance.one(from.steps).id : undefined;
  const links = [undefined, 'x', 'y', 'z'].map(
    (swizzle) => ({ link: from.id, ...(step ? { step } : {}), ...(swizzle ? { swizzle } : {}) }) as Link,
  );
  return links.find((link) => linkProblem(piece, definition, param, link, types) === null) ?? null;
}

/** Kinds of a few strands, the more usual ones more often. */
const randomKinds = (chance: Chance): Kind[] =>
  chance.list(chance.whole(1, 7), () => {
    let left = chance.unit();
    return WEIGHTS.find(([, weight]) => (left -= weight) < 0)?.[0] ?? 'field';
  });

/**
 * A short loop of a signal, fields and forms, most of whose numbers are such that they close.
 * @returns a piece of which it is worth asking whether what is said of its seam is true
 */
export function closingPiece(chance: Chance): Piece {
  const fields = chance.list(chance.whole(1, 4), (): Kind => 'field');
  const piece = randomPiece(chance, ['signal', ...fields, 'form', 'form']);
  const loop = { ...piece.loop, frames: chance.whole(5, 24) };
  return { ...piece, loop, strands: piece.strands.map((s) => ({ ...s, steps: s.steps.map((t) => whole(chance, t)) })) };
}

/** A step whose counts over the loop are mostly whole, and small enough for motion to be seen between two frames. */
function whole(chance: Chance, step: Step): Step {
  const params = { ...step.params };
  for (const param of definitionOf(step.op)?.params ?? []) {
    const value = params[param.id];
    if (!('closes' in param) || !param.closes || chance.happens(0.1)) continue;
    const near = (v: number) => Math.round(Math.max(-3, Math.min(3, v)));
    if (typeof value === 'number') params[param.id] = near(value);
    else if (Array.isArray(value)) params[param.id] = (value as number[]).map(near) as Value;
  }
  return { ...step, params };
}

/** A piece of a few strands whose steps mostly fit, with links, controls, delays and numbers of every size. */
export function randomPiece(chance: Chance, kinds = randomKinds(chance)): Piece {
  const control: Control = {
    id: 'c1',
    name: 'swell',
    value: number(chance, -2, 2),
    default: 0,
    min: -2,
    max: 2,
    curve: 1,
  };
  let piece: Piece = { ...blankPiece(), controls: [control] };
  for (const [i, kind] of kinds.entries()) {
    const row = steps(chance, kind);
    if (row.length === 0 || !definitionOf(row[0]!.op)) continue;
    piece = addStrand(piece, kind, `${kind} ${i + 1}`, row[0]!.op, row[0]!.params);
    const made = piece.strands.at(-1)!;
    piece = { ...piece, strands: [...piece.strands.slice(0, -1), { ...made, steps: row }] };
  }
  return linked(chance, piece);
}
