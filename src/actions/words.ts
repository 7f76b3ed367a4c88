import { LIBRARY_FUNCTIONS } from '@/core/glsl';
import { PLACE_FIELDS } from '@/core/glsl/lib';
import { shortNumber } from './number-words';
import { controlById, strandById, type Kind } from '@/core/piece/types';
import { paramById, definitionOf, valueOf, type Param } from '@/core/steps';
import { TYPE_WORDS } from '@/core/steps/reference';
import type { Analysis } from '@/core/weave';
import { isControlRef, isKeyed, isLink, type Piece, type Step, type Value } from '@/core/piece/types';

/** Headings of the six kinds. */
export const KIND_WORDS: Record<Kind, { title: string; one: string; description: string; glyph: string }> = {
  signal: { title: 'Signals', one: 'signal', description: 'numbers over the loop', glyph: '∿' },
  field: { title: 'Fields', one: 'field', description: 'something at every point', glyph: '▦' },
  form: { title: 'Forms', one: 'form', description: 'meshes and points', glyph: '◇' },
  surface: { title: 'Surfaces', one: 'surface', description: 'how a form looks', glyph: '◐' },
  stage: { title: 'Stage', one: 'stage', description: 'what stands where', glyph: '⌂' },
  finish: { title: 'Finish', one: 'finish', description: 'the picture itself', glyph: '▭' },
};

/** One second, two seconds. */
const unitOf = (unit: string | undefined, count: number) => (count === 1 ? unit?.replace(/s$/, '') : unit);

/** A parameter's value in a few characters. */
export function shortValue(piece: Piece, param: Param, value: Value | undefined): string {
  if (isLink(value)) return strandById(piece, value.link)?.name ?? '?';
  if (isControlRef(value)) return controlById(piece, value.control)?.name ?? '?';
  if (isKeyed(value)) return value.keys.length === 1 ? '1 key' : `${value.keys.length} keys`;
  if (typeof value === 'number')
    return [shortNumber(value), 'unit' in param && unitOf(param.unit, value)].filter(Boolean).join(' ');
  if (Array.isArray(value))
    return typeof value[0] === 'number'
      ? value.map((v) => shortNumber(v as number)).join(' ')
      : `${value.length} ${entriesOf(param)}`;
  if (param.type === 'choice') return param.options.find((o) => o.id === value)?.name.toLowerCase() ?? '';
  if (param.type === 'mesh') return piece.assets.find((a) => a.id === value)?.name ?? 'no file';
  if (param.type === 'picture') return piece.assets.find((a) => a.id === value)?.name ?? 'no picture';
  return typeof value === 'string' ? value : '';
}

/** What the entries of a parameter are called. */
function entriesOf(param: Param): string {
  if (param.type === 'keys') return param.moments ? 'moments' : 'keys';
  return param.type === 'curve' || param.type === 'path' ? 'points' : 'stops';
}

/** The value of the parameter that a cell shows. */
export function cellValue(piece: Piece, step: Step): string {
  const definition = definitionOf(step.op);
  const param = paramById(definition, definition?.cellParam);
  return param ? shortValue(piece, param, valueOf(step, param)) : '';
}

/** What an artist's text reads: parts of the place, and library functions. */
export function readsOf(text: string): string[] {
  const plain = text.replace(/\/\/[^\n]*|\/\*[\s\S]*?\*\//g, ' ');
  const places = PLACE_FIELDS.filter((f) => new RegExp(`\\bp\\s*\\.\\s*${f.name}\\b`).test(plain)).map(
    (f) => f.about.split(',')[0]!,
  );
  const functions = [...LIBRARY_FUNCTIONS.keys()].filter((name) => new RegExp(`\\b${name}\\s*\\(`).test(plain));
  return [...(/\bv\b/.test(plain) ? ['the input'] : []), ...places, ...functions];
}

/** A type with its article, where it has one. */
export const typeWithArticle = (type: string): string => {
  const word = TYPE_WORDS[type] ?? type;
  return type === 'vec2' || type === 'moments' ? word : `a ${word}`;
};

/** Names of the strands that take from one. */
export const dependentsOf = (piece: Piece, analysis: Analysis, strand: string): string[] => [
  ...new Set(
    (analysis.uses.get(strand) ?? [])
      .filter((use) => use.strand !== strand)
      .map((use) => strandById(piece, use.strand)?.name ?? '?'),
  ),
];

/** Names as a sentence has them: "a", "b" and "c". */
export const listed = (names: readonly string[]): string =>
  new Intl.ListFormat('en-GB', { type: 'conjunction' }).format(names.map((name) => `"${name}"`));
