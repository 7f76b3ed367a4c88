import type { Kind } from '../piece/types';
import { defaultOf, type Param } from './param-types';
import { CATALOGUE, definitionOf, kindOf, type StepDefinition } from '.';

/** What a parameter is, in words. */
export interface ParamReference {
  name: string;
  description: string;
  /** What it is, its range and unit: "number, 0 to 4 m". */
  what: string;
  /** What it stands at. */
  begins: string;
  /** What holds of it beside: that whole numbers close, that it is one value for a face. */
  notes: string[];
}

/** What a step is, in words: the same for the pages in the application and for docs/catalogue.md. */
export interface StepReference {
  op: string;
  name: string;
  kind: Kind;
  group: string | null;
  description: string;
  takes: string;
  gives: string;
  params: ParamReference[];
  /** The body of its GLSL function, where it runs as one. */
  glsl: string | null;
}

/** Types that run through rows, in words. */
export const TYPE_WORDS: Record<string, string> = {
  float: 'number',
  vec2: 'two numbers',
  vec3: 'point or colour',
  moments: 'moments',
  form: 'form',
  surface: 'surface',
  stage: 'stage',
  image: 'picture',
};

const PER: Record<NonNullable<Param['per']>, string> = {
  point: 'one value for each point, when the mesh is made',
  face: 'one value for each face',
  copy: 'one value for each copy',
  moment: 'asked for at moments and places of its own',
  frame: 'one value for the whole picture',
};

const joined = (words: string[], last: string) =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} ${last} ${words.at(-1)!}`;

const rangeOf = ({ min, max, unit }: { min: number; max: number; unit?: string }) =>
  `${min} to ${max}${unit ? ` ${unit}` : ''}`;

function whatOf(param: Param): string {
  switch (param.type) {
    case 'number':
      return `${param.whole ? 'whole number' : 'number'}, ${rangeOf(param)}`;
    case 'vector':
      return `three numbers, ${rangeOf(param)}`;
    case 'choice':
      return `one of ${joined(
        param.options.map((o) => o.name.toLowerCase()),
        'and',
      )}`;
    case 'strand':
      return `a ${param.kind}${param.optional ? ', or none' : ''}`;
    case 'keys':
      return param.moments ? 'moments' : 'keys';
    case 'mesh':
      return 'a mesh file';
    case 'ramp':
      return 'colours from left to right';
    default:
      return `a ${param.type}`;
  }
}

function beginsAt(param: Param): string {
  const value = defaultOf(param);
  if (param.type === 'choice') return param.options.find((o) => o.id === value)?.name.toLowerCase() ?? '';
  if (typeof value === 'number') return String(Number(value.toPrecision(6)));
  if (typeof value === 'string') return value.length > 24 ? '' : value;
  return Array.isArray(value) && typeof value[0] === 'number' ? value.join(', ') : '';
}

function notesOf(param: Param): string[] {
  const closes = 'closes' in param && param.closes ? ['whole numbers close'] : [];
  return [...closes, ...(param.per ? [PER[param.per]] : [])];
}

const typeWords = (types: string[]) =>
  joined(
    types.map((t) => TYPE_WORDS[t] ?? t),
    'or',
  );

/** @throws where there is no step of that name */
export function referenceOf(op: string): StepReference {
  const d = definitionOf(op);
  if (!d) throw new Error(`There is no step "${op}".`);
  return {
    op,
    name: d.name,
    kind: kindOf(d),
    group: d.group ?? null,
    description: d.description,
    takes: d.takes.length === 0 ? 'nothing: a row begins with it' : typeWords(d.takes),
    gives: d.gives === 'same' ? 'what it takes' : typeWords([d.gives]),
    params: d.params
      .filter((p) => !(p.type === 'number' && p.loopLength))
      .map((p) => ({
        name: p.name,
        description: p.description,
        what: whatOf(p),
        begins: beginsAt(p),
        notes: notesOf(p),
      })),
    glsl: d.glsl?.trim() || null,
  };
}

/** Steps that artists are offered, in the order of the catalogue. */
export const OFFERED: readonly StepDefinition[] = CATALOGUE.filter((d) => !d.hidden);
