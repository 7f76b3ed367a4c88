import { checkProgram, GlslError, library, partsNamedIn, type LibraryPart } from '../../../glsl';
import { glslNameOf, type NumberParam, type Param } from '../../param-types';
import type { RunType } from '../../run-type';
import { declaredIn, type Declared } from './declared';

/** What a text can name beside `v` and `p`. */
export interface TextScope {
  /** Parameters of the step that its function is given. */
  params: NumberParam[];
  /** A line that declares names by them. */
  line: string;
}

export const NO_SCOPE: TextScope = { params: [], line: '' };

/** What an artist's text comes to: inputs, the body that runs, or why it does not. */
export interface TextReading {
  /** Constants at the beginning of lines that are set beside the text: see `declaredIn`. */
  inputs: Param[];
  /** The text with those constants blanked, so that lines and columns stay. */
  body: string;
  needs: LibraryPart[];
  broken?: { sentence: string; line: number; column: number; length: number };
}

const MAX_REMEMBERED_TEXTS = 200;
const known = new Map<string, TextReading>();

/**
 * Reads the body of a GLSL function as an artist writes it. Every `const float name = 0.5;` that begins a line becomes
 * an input, as do the other types of `declaredIn`; a note behind it sets its range, its unit and its label.
 * @param takes type of the running value `v`
 */
export function readText(text: string, takes: RunType, gives: RunType, line = false, scope = NO_SCOPE): TextReading {
  const key = `${takes} ${gives} ${line} ${scope.line} ${text}`;
  const before = known.get(key);
  if (before) return before;
  let reading = read(text, { takes, gives, line, scope, whole: true });
  // A whole number that the text needs as a constant, as an index is, stays one.
  if (reading.broken && reading.inputs.some((p) => p.type === 'number' && p.whole)) {
    const other = read(text, { takes, gives, line, scope, whole: false });
    if (!other.broken) reading = other;
  }
  if (known.size >= MAX_REMEMBERED_TEXTS) known.clear();
  known.set(key, reading);
  return reading;
}

interface ReadOptions {
  takes: RunType;
  gives: RunType;
  line: boolean;
  scope: TextScope;
  /** Constants of type int are inputs, too. */
  whole: boolean;
}

/** Takes the declarations of inputs out of a text; lines and columns stay. */
function declarationsOf(text: string, whole: boolean): { inputs: Declared[]; blanked: string } {
  const inputs: Declared[] = [];
  const lines = text.split('\n').map((line) => {
    const found = declaredIn(line);
    const isInput = found && (whole || found.type !== 'int') && !inputs.some((i) => i.param.id === found.param.id);
    if (!isInput) return line;
    inputs.push(found);
    return ' '.repeat(found.length) + line.slice(found.length);
  });
  return { inputs, blanked: lines.join('\n') };
}

function read(text: string, { takes, gives, line, scope, whole }: ReadOptions): TextReading {
  const { inputs: declared, blanked } = line ? { inputs: [], blanked: text } : declarationsOf(text, whole);
  const inputs = declared.map((d) => d.param);
  const statements = [scope.line, ...declared.map((d) => d.statement ?? '')].filter(Boolean);
  const opening = `${statements.map((s) => `  ${s}\n`).join('')}${line ? '  return\n' : ''}`;
  const body = `${opening}${blanked}${line ? '\n;' : ''}`;
  const needs = partsNamedIn(text);
  const taken = [
    ...scope.params.map((p) => `float ${glslNameOf(p)}`),
    ...declared.map((d) => `${d.taken} ${glslNameOf(d.param)}`),
  ];
  const head =
    `${library(['place', ...needs])}\n${gives} written(Place p, ${takes} v` +
    `${taken.map((t) => `, ${t}`).join('')}) {\n`;
  try {
    const alone = checkProgram(head.replace(/\n[^\n]*\n$/, '\n')).functions.length;
    // A brace too many could close the function and begin another.
    if (checkProgram(`${head}${body}\n}\n`).functions.length !== alone + 1)
      throw new GlslError('Only the inside of one function belongs here.', { line: 1, column: 1, text: '' });
    return { inputs, body, needs };
  } catch (error) {
    if (!(error instanceof GlslError)) throw error;
    const first = `${head}${opening}`.split('\n').length;
    const lines = text.split('\n');
    const at = error.pos.line - first;
    const row = Math.min(Math.max(at, 0), lines.length - 1);
    const inside = at === row;
    const column = inside ? Math.min(error.pos.column, lines[row]!.length + 1) : lines[row]!.length + 1;
    return {
      inputs,
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
