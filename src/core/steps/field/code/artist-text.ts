import { checkProgram, GlslError, library, partsNamedIn, type LibraryPart } from '../../../glsl';
import { LIMITS } from '../../../piece/limits';
import { glslNameOf, type NumberParam } from '../../param-types';
import type { RunType } from '../../run-type';
import { number } from '../../params';

/** What a text can name beside `v` and `p`. */
export interface Scope {
  /** Parameters of the step that its function is given. */
  params: NumberParam[];
  /** A line that declares names by them. */
  line: string;
}

export const NO_SCOPE: Scope = { params: [], line: '' };

/** What an artist's text comes to: sliders, the body that runs, or why it does not. */
export interface Reading {
  /** Constants at the head of the text that are put out as sliders. */
  sliders: NumberParam[];
  /** The text with those constants blanked, so that lines and columns stay. */
  body: string;
  needs: LibraryPart[];
  broken?: { sentence: string; line: number; column: number; length: number };
}

/** Every part has one way to match only, so that no text takes longer than its length. */
const NUMBER = String.raw`-?(?:\d+(?:\.\d*)?|\.\d+)(?:[eE][+-]?\d+)?`;
const SLIDER = new RegExp(
  String.raw`^([ \t]*const[ \t]+float[ \t]+([A-Za-z]\w{0,31})[ \t]*=[ \t]*(${NUMBER})[ \t]*;)` +
    String.raw`([ \t]*\/\/[ \t]*(${NUMBER})[ \t]*(?:to|\.\.)[ \t]*(${NUMBER}))?`,
);

/**
 * Ids of sliders lie in a space of their own, so that one called "text" is not the text itself: no id of the
 * catalogue has a dash.
 */
export const sliderId = (name: string) => `slider-${name}`;

/** The slider that a line declares, and how much of the line does so; null where it declares none. */
function sliderOf(line: string): { slider: NumberParam; declaration: number } | null {
  const found = SLIDER.exec(line);
  if (!found) return null;
  const [, declaration, name, value, , low, high] = found;
  const start = Number(value);
  const range =
    low === undefined ? [Math.min(0, start * 2), Math.max(1, Math.abs(start) * 2)] : [Number(low), Number(high)];
  if (Math.max(Math.abs(start), ...range.map(Math.abs)) > LIMITS.number) return null;
  return {
    declaration: declaration!.length,
    slider: number({
      id: sliderId(name!),
      glslName: name,
      name: name!.replaceAll('_', ' ').trim(),
      about: 'Declared in the code.',
      default: start,
      min: Math.min(...range),
      max: Math.max(...range),
    }),
  };
}

const REMEMBERED = 200;
const known = new Map<string, Reading>();

/**
 * Reads the body of a GLSL function as an artist writes it. Every `const float name = 0.5;`
 * that begins a line becomes a slider; a note `// 0 to 2` behind it sets the slider's range.
 * @param takes type of the running value `v`
 */
export function readText(text: string, takes: RunType, gives: RunType, line = false, scope = NO_SCOPE): Reading {
  const key = `${takes} ${gives} ${line} ${scope.line} ${text}`;
  const before = known.get(key);
  if (before) return before;
  const reading = read(text, takes, gives, line, scope);
  if (known.size >= REMEMBERED) known.clear();
  known.set(key, reading);
  return reading;
}

function read(text: string, takes: RunType, gives: RunType, line: boolean, scope: Scope): Reading {
  const sliders: NumberParam[] = [];
  const blankedLine = (each: string) => {
    const found = sliderOf(each);
    if (!found || sliders.some((s) => s.id === found.slider.id)) return each;
    sliders.push(found.slider);
    return ' '.repeat(found.declaration) + each.slice(found.declaration);
  };
  const blanked = line ? text : text.split('\n').map(blankedLine).join('\n');
  const opening = `${scope.line ? `  ${scope.line}\n` : ''}${line ? '  return\n' : ''}`;
  const body = `${opening}${blanked}${line ? '\n;' : ''}`;
  const needs = partsNamedIn(text);
  const head =
    `${library(['place', ...needs])}\n${gives} written(Place p, ${takes} ` +
    `v${[...scope.params, ...sliders].map((s) => `, float ${glslNameOf(s)}`).join('')}) {\n`;
  try {
    const alone = checkProgram(head.replace(/\n[^\n]*\n$/, '\n')).functions.length;
    // A brace too many could close the function and begin another.
    if (checkProgram(`${head}${body}\n}\n`).functions.length !== alone + 1)
      throw new GlslError('Only the inside of one function belongs here.', { line: 1, column: 1, text: '' });
    return { sliders, body, needs };
  } catch (error) {
    if (!(error instanceof GlslError)) throw error;
    const first = `${head}${opening}`.split('\n').length;
    const lines = text.split('\n');
    const at = error.pos.line - first;
    const row = Math.min(Math.max(at, 0), lines.length - 1);
    const inside = at === row;
    const column = inside ? Math.min(error.pos.column, lines[row]!.length + 1) : lines[row]!.length + 1;
    return {
      sliders,
      body,
      needs,
      broken: {
        sentence: error.sentence,
        line: row + 1,
        column,
        length: inside ? Math.max(1, error.pos.text.length) : 1,
      },
    };
  }
}
