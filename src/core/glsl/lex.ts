import { fail, type Pos } from './errors';

export type TokenKind = 'name' | 'int' | 'uint' | 'float' | 'mark' | 'end';

export interface Token extends Pos {
  kind: TokenKind;
  /** Value of a number literal; integers are kept modulo 2^32. */
  value: number;
}

/** Longest text accepted, in characters: that of a row of a few thousand steps. */
export const MAX_SOURCE = 2_000_000;

const NUMBER =
  /(?:0[xX][0-9a-fA-F]+[uU]?)|(?:(?:\d+\.\d*|\.\d+)(?:[eE][+-]?\d+)?[fF]?)|(?:\d+[eE][+-]?\d+[fF]?)|(?:\d+[uU]?)/y;
const NAME = /[A-Za-z_][A-Za-z0-9_]*/y;
/** The longest first. */
const MARK = /<<=|>>=|\+\+|--|<<|>>|&&|\|\||\^\^|[-+*/%&|^<>=!]=|[()[\]{}.,;?:+\-*/%<>=!~&|^]/y;
const BLANK = /[ \t\r\n\f\v]+|\/\/[^\n]*|\/\*[\s\S]*?\*\//y;

const [SPACE, HASH, SLASH] = [0x20, 0x23, 0x2f];

/**
 * Cuts GLSL ES 3.00 text into tokens. A leading `#version 300 es` is skipped; other
 * preprocessor lines are not part of the subset.
 * @param from index of the first character that is read; lines and columns count from the beginning all the same
 * @throws GlslError on a character, number or directive outside the subset.
 */
export function lex(source: string, from = 0): Token[] {
  if (source.length > MAX_SOURCE) {
    fail(
      { line: 1, column: 1, text: source.slice(0, 20) },
      `The program is ${source.length} characters long; at most ${MAX_SOURCE} are accepted.`,
    );
  }
  const tokens: Token[] = [];
  let at = from;
  let line = 1;
  let lineStart = 0;
  const countLines = (start: number, end: number) => {
    for (let i = source.indexOf('\n', start); i >= 0 && i < end; i = source.indexOf('\n', i + 1)) {
      line++;
      lineStart = i + 1;
    }
  };
  countLines(0, from);
  /** Where what a pattern matches here ends; here where it matches nothing. */
  const endOf = (pattern: RegExp): number => {
    pattern.lastIndex = at;
    return pattern.test(source) ? pattern.lastIndex : at;
  };
  while (at < source.length) {
    const code = source.charCodeAt(at);
    const blank = code <= SPACE || code === SLASH ? endOf(BLANK) : at;
    if (blank > at) {
      countLines(at, blank);
      at = blank;
      continue;
    }
    const column = at - lineStart + 1;
    const name = endOf(NAME);
    if (name > at) {
      tokens.push({ line, column, text: source.slice(at, name), kind: 'name', value: 0 });
      at = name;
      continue;
    }
    const number = endOf(NUMBER);
    if (number > at) {
      const text = source.slice(at, number);
      tokens.push(numberToken({ line, column, text }));
      const next = source[number];
      if (next && /[A-Za-z0-9_.]/.test(next))
        fail({ line, column, text: text + next }, 'This is not a complete number.');
      at = number;
      continue;
    }
    if (code === HASH) {
      const end = source.indexOf('\n', at);
      const text = source.slice(at, end < 0 ? undefined : end).trim();
      if (from > 0 || tokens.length > 0 || text !== '#version 300 es')
        fail(
          { line, column, text },
          'Preprocessor lines are not part of this language; use const values and functions.',
        );
      at += text.length;
      continue;
    }
    if (source.startsWith('/*', at))
      fail({ line, column, text: '/*' }, 'This comment is never closed; write */ where it ends.');
    const mark = endOf(MARK);
    if (mark === at) fail({ line, column, text: source[at]! }, 'This character has no meaning here.');
    tokens.push({ line, column, text: source.slice(at, mark), kind: 'mark', value: 0 });
    at = mark;
  }
  tokens.push({ kind: 'end', value: 0, line, column: at - lineStart + 1, text: 'end of text' });
  return tokens;
}

function numberToken(here: Pos): Token {
  const { line, column, text } = here;
  const hex = /^0[xX]/.test(text);
  if (!hex && /[.eEfF]/.test(text)) {
    const value = Number(text.replace(/[fF]$/, ''));
    if (!Number.isFinite(Math.fround(value))) fail(here, 'This number is too large for a 32-bit float.');
    return { line, column, text, kind: 'float', value };
  }
  const unsigned = /[uU]$/.test(text);
  const digits = unsigned ? text.slice(0, -1) : text;
  if (!hex && /^0\d/.test(digits)) fail(here, 'Octal numbers are not part of this language; leave the leading 0 out.');
  const value = Number(digits);
  if (value > 0xffffffff) fail(here, 'This number does not fit in 32 bits.');
  return { line, column, text, kind: unsigned ? 'uint' : 'int', value: value >>> 0 };
}
