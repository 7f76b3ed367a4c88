import { hexOf } from '../../../colour';
import { LIMITS } from '../../../piece/limits';
import type { Vector } from '../../../piece/types';
import type { Param } from '../../param-types';
import { choice, colour, number, vector } from '../../params';

/** Types of constants that become inputs. */
export type DeclaredType = 'float' | 'int' | 'bool' | 'vec2' | 'vec3';

/** An input that a line of the artist's text declares. */
export interface Declared {
  type: DeclaredType;
  param: Param;
  /** Type under which the step's function takes it. */
  taken: 'float' | 'int' | 'vec3';
  /** Statement that makes the declared name of what the function takes; none where they are one and the same. */
  statement?: string;
  /** How much of the line declares it. */
  length: number;
}

/** Every part has one way to match only, so that no text takes longer than its length. */
const NUMBER = String.raw`-?(?:\d+(?:\.\d*)?|\.\d+)(?:[eE][+-]?\d+)?`;
const DECLARATION = /^([ \t]*const[ \t]+(float|int|bool|vec2|vec3)[ \t]+([A-Za-z]\w{0,31})[ \t]*=[ \t]*([^;/]{1,80});)/;
const VALUE: Record<DeclaredType, RegExp> = {
  float: new RegExp(`^(${NUMBER})$`),
  int: /^(-?\d+)$/,
  bool: /^(true|false)$/,
  vec2: new RegExp(String.raw`^vec2\([ \t]*(${NUMBER}[ \t]*(?:,[ \t]*${NUMBER}[ \t]*)?)\)$`),
  vec3: new RegExp(String.raw`^vec3\([ \t]*(${NUMBER}[ \t]*(?:,[ \t]*${NUMBER}[ \t]*,[ \t]*${NUMBER}[ \t]*)?)\)$`),
};
const NOTE = /^[ \t]*\/\/[ \t]*([^\n]{0,120})/;
const RANGE = new RegExp(String.raw`^(${NUMBER})[ \t]*(?:to|\.\.)[ \t]*(${NUMBER})`);
/** Longest unit and label that a note gives. */
const MAX_UNIT_LETTERS = 12;
const MAX_LABEL_LETTERS = 40;

/**
 * Ids of declared inputs lie in a space of their own, so that one called "text" is not the text itself: no id of the
 * catalogue has a dash.
 */
export const declaredId = (name: string) => `slider-${name}`;
/** The name under which the text knows an input. */
export const declaredName = (param: Param) => param.id.slice(declaredId('').length);

/** What the note behind a declaration says. */
interface Note {
  range: [number, number] | null;
  unit?: string;
  label?: string;
  isColour: boolean;
}

/** A note: `0 to 4 m, How far`, `colour, Ink`, or a label alone. */
function noteOf(text: string): Note {
  const comma = text.indexOf(',');
  const head = (comma < 0 ? text : text.slice(0, comma)).trim();
  const label = comma < 0 ? '' : text.slice(comma + 1).trim();
  const named = label.length > 0 && label.length <= MAX_LABEL_LETTERS ? { label } : {};
  if (/^colour$/.test(head)) return { range: null, isColour: true, ...named };
  const range = RANGE.exec(head);
  // Without a range all of it is the label.
  const whole = head === '' ? label : text.trim();
  if (!range)
    return { range: null, isColour: false, ...(whole && whole.length <= MAX_LABEL_LETTERS ? { label: whole } : {}) };
  const unit = head.slice(range[0].length).trim();
  const said = unit.length > 0 && unit.length <= MAX_UNIT_LETTERS && !/\s/.test(unit) ? { unit } : {};
  return { range: [Number(range[1]), Number(range[2])], isColour: false, ...said, ...named };
}

/**
 * The input that a line declares: `const float height = 2.0; // 0 to 4 m, How high`; null where it declares none. The
 * types are float, int, bool, vec2 and vec3, which is a colour, of linear light, where its note says so.
 */
export function declaredIn(line: string): Declared | null {
  const found = DECLARATION.exec(line);
  if (!found) return null;
  const [, declaration, typeText, name, valueText] = found as unknown as [string, string, DeclaredType, string, string];
  const type = typeText;
  const value = VALUE[type].exec(valueText.trim())?.[1];
  if (value === undefined) return null;
  const note = noteOf(NOTE.exec(line.slice(declaration.length))?.[1] ?? '');
  const numbers = type === 'bool' ? [] : value.split(',').map(Number);
  if ([...numbers, ...(note.range ?? [])].some((n) => Math.abs(n) > LIMITS.number)) return null;
  const base = {
    id: declaredId(name),
    name: note.label ?? name.replaceAll('_', ' ').trim(),
    description: 'Declared in the code.',
    declared: true as const,
  };
  const given = `given_${name}`;
  const length = declaration.length;
  const unit = note.unit !== undefined ? { unit: note.unit } : {};
  if (type === 'bool') {
    const param = choice({
      ...base,
      glslName: given,
      options: ['no', 'yes'],
      default: value === 'true' ? 'yes' : 'no',
    });
    return { type, param, taken: 'int', statement: `bool ${name} = ${given} == 1;`, length };
  }
  if (type === 'float' || type === 'int') {
    const [start] = numbers as [number];
    const [low, high] = note.range ?? [Math.min(0, start * 2), Math.max(1, Math.abs(start) * 2)];
    const span = { default: start, min: Math.min(low, high), max: Math.max(low, high), ...unit };
    if (type === 'float') return { type, param: number({ ...base, ...span, glslName: name }), taken: 'float', length };
    const param = number({ ...base, ...span, glslName: given, whole: true });
    return { type, param, taken: 'float', statement: `int ${name} = int(floor(${given} + 0.5));`, length };
  }
  const three = [0, 1, 2].map((i) => numbers[i] ?? (i === 2 && type === 'vec2' ? 0 : numbers[0]!)) as Vector;
  if (type === 'vec3' && note.isColour)
    return { type, param: colour({ ...base, default: hexOf(three), glslName: name }), taken: 'vec3', length };
  const most = Math.max(1, ...three.map((n) => 2 * Math.abs(n)));
  const [low, high] = note.range ?? [-most, most];
  const span = { default: three, min: Math.min(low, high), max: Math.max(low, high), ...unit };
  if (type === 'vec3') return { type, param: vector({ ...base, ...span, glslName: name }), taken: 'vec3', length };
  const param = vector({ ...base, ...span, glslName: given, flat: true });
  return { type, param, taken: 'vec3', statement: `vec2 ${name} = ${given}.xy;`, length };
}
