import { fail, type Pos } from './errors';

export type TokenKind = 'name' | 'int' | 'uint' | 'float' | 'mark' | 'end';

export interface Token extends Pos {
  kind: TokenKind;
  /** Value of a number literal; integers are kept modulo 2^32. */
  value: number;
}

/** Longest text accepted, in characters: that of a row of a few thousand steps. */
export const MAX_SOURCE = 2_000_000;

const MARKS = [
  '<<=',
  '>>=',
  '++',
  '--',
  '<=',
  '>=',
  '==',
  '!=',
  '&&',
  '||',
  '^^',
  '+=',
  '-=',
  '*=',
  '/=',
  '%=',
  '&=',
  '|=',
  '^=',
  '<<',
  '>>',
  '(',
  ')',
  '[',
  ']',
  '{',
  '}',
  '.',
  ',',
  ';',
  '?',
  ':',
  '+',
  '-',
  '*',
  '/',
  '%',
  '<',
  '>',
  '=',
  '!',
  '~',
  '&',
  '|',
  '^',
];

const NUMBER =
  /(?:0[xX][0-9a-fA-F]+[uU]?)|(?:(?:\d+\.\d*|\.\d+)(?:[eE][+-]?\d+)?[fF]?)|(?:\d+[eE][+-]?\d+[fF]?)|(?:\d+[uU]?)/y;
const NAME = /[A-Za-z_][A-Za-z0-9_]*/y;
const BLANK = /[ \t\r\n\f\v]+|\/\/[^\n]*|\/\*[\s\S]*?\*\//y;

/**
 * Cuts GLSL ES 3.00 text into tokens. A leading `#version 300 es` is skipped; other
 * preprocessor lines are not part of the subset.
 * @throws GlslError on a character, number or directive outside the subset.
 */
export function lex(source: string): Token[] {
  if (source.length > MAX_SOURCE) {
    fail(
      { line: 1, column: 1, text: source.slice(0, 20) },
      `The program is ${source.length} characters long; at most ${MAX_SOURCE} are accepted.`,
    );
  }
  const tokens: Token[] = [];
  let at = 0;
  let line = 1;
  let lineStart = 0;
  const advance = (to: number) => {
    for (let i = at; i < to; i++) {
      if (source.charCodeAt(i) === 10) {
        line++;
        lineStart = i + 1;
      }
    }
    at = to;
  };
  const match = (pattern: RegExp): string | null => {
    pattern.lastIndex = at;
    return pattern.exec(source)?.[0] ?? null;
  };
  while (at < source.length) {
    const blank = match(BLANK);
    if (blank) {
      advance(at + blank.length);
      continue;
    }
    const pos: Pos = { line, column: at - lineStart + 1, text: source[at]! };
    if (source.startsWith('/*', at))
      fail({ ...pos, text: '/*' }, 'This comment is never closed; write */ where it ends.');
    if (source[at] === '#') {
      const end = source.indexOf('\n', at);
      const text = source.slice(at, end < 0 ? undefined : end).trim();
      if (tokens.length > 0 || text !== '#version 300 es') {
        fail({ ...pos, text }, 'Preprocessor lines are not part of this language; use const values and functions.');
      }
      advance(at + text.length);
      continue;
    }
    const number = match(NUMBER);
    if (number) {
      tokens.push(numberToken(number, pos));
      advance(at + number.length);
      const next = source[at];
      if (next && /[A-Za-z0-9_.]/.test(next)) fail({ ...pos, text: number + next }, 'This is not a complete number.');
      continue;
    }
    const name = match(NAME);
    if (name) {
      tokens.push({ ...pos, text: name, kind: 'name', value: 0 });
      advance(at + name.length);
      continue;
    }
    const mark = MARKS.find((m) => source.startsWith(m, at));
    if (!mark) fail(pos, 'This character has no meaning here.');
    tokens.push({ ...pos, text: mark!, kind: 'mark', value: 0 });
    advance(at + mark!.length);
  }
  tokens.push({ kind: 'end', value: 0, line, column: at - lineStart + 1, text: 'end of text' });
  return tokens;
}

function numberToken(text: string, pos: Pos): Token {
  const here = { ...pos, text };
  const hex = /^0[xX]/.test(text);
  if (!hex && /[.eEfF]/.test(text)) {
    const value = Number(text.replace(/[fF]$/, ''));
    if (!Number.isFinite(Math.fround(value))) fail(here, 'This number is too large for a 32-bit float.');
    return { ...here, kind: 'float', value };
  }
  const unsigned = /[uU]$/.test(text);
  const digits = unsigned ? text.slice(0, -1) : text;
  if (!hex && /^0\d/.test(digits)) fail(here, 'Octal numbers are not part of this language; leave the leading 0 out.');
  const value = Number(digits);
  if (value > 0xffffffff) fail(here, 'This number does not fit in 32 bits.');
  return { ...here, kind: unsigned ? 'uint' : 'int', value: value >>> 0 };
}
