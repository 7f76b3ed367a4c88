import { describe, expect, it } from 'vitest';
import { checkProgram, compile, GlslError, library, LIBRARY_PARTS } from '..';
import { FRAME_STAND_IN, libraryHead } from '../lib';

/** A text that begins with a space has no head: all of it is read as a stranger's. */
const asOne = (text: string) => ` ${text}`;

const mistake = (text: string): GlslError => {
  try {
    checkProgram(text);
  } catch (error) {
    if (error instanceof GlslError) return error;
    throw error;
  }
  throw new Error('There is no mistake.');
};

describe('what a text begins with of the library', () => {
  it('is found whatever parts there are', () => {
    for (const part of LIBRARY_PARTS) {
      const head = library([part]);
      expect(libraryHead(`${head}float own() { return 1.0; }`), part).toBe(head.length);
      expect(libraryHead(`${FRAME_STAND_IN}${head}`), part).toBe(FRAME_STAND_IN.length + head.length);
    }
    expect(libraryHead(asOne(library(LIBRARY_PARTS)))).toBe(0);
    expect(libraryHead('')).toBe(0);
  });

  it.each(LIBRARY_PARTS)('with %s, makes the same program as if all were one text', (part) => {
    const text = `${library([part])}
vec4 own(vec4 v) { return v.wzyx; }
float probe(vec4 v) { return own(v).x; }`;
    expect(compile(text, ['probe', 'own'])).toEqual(compile(asOne(text), ['probe', 'own']));
    const facts = (source: string) =>
      checkProgram(source).functions.map(({ name, cost, weight, calls }) => [name, cost, weight, calls]);
    expect(facts(text)).toEqual(facts(asOne(text)));
    // Once more, now that the head is known.
    expect(facts(text)).toEqual(facts(asOne(text)));
  });

  it.each([
    ['a type that nobody declared', 'Nothing f() { return 1.0; }'],
    ['a value of the wrong type', 'float f(Place p) {\n  return p.uv;\n}'],
    ['a function that the library has', 'float waveSine(float x) { return x; }'],
    ['a struct that the library has', 'struct Place { float x; };'],
    ['a function like a struct of the library', 'float Place(float x) { return x; }'],
    ['a built-in function', 'float sin(float x) { return x; }'],
    ['a character of no meaning', 'float f() { return 1.0 @ 2.0; }'],
    ['a preprocessor line', '#version 300 es\nfloat f() { return 1.0; }'],
    ['a call before it is written', 'float f() { return g(); }\nfloat g() { return 1.0; }'],
  ])('says the same of %s, at the same place', (_, own) => {
    const text = `${library(['place', 'wave'])}\n${own}`;
    const [here, there] = [mistake(text), mistake(asOne(text))];
    expect([here.sentence, here.pos.line, here.pos.column]).toEqual([there.sentence, there.pos.line, there.pos.column]);
  });

  it('lets a text write a function of the library for other types, and forgets it afterwards', () => {
    const head = library(['wave']);
    const name = checkProgram(head).functions[0]!.name;
    const own = `${head}mat2 ${name}(mat2 a, mat3 b, mat4 c) { return a; }`;
    expect(checkProgram(own).functions.filter((f) => f.name === name).length).toBeGreaterThan(1);
    expect(checkProgram(own).functions).toHaveLength(checkProgram(head).functions.length + 1);
    expect(checkProgram(head).functions.filter((f) => f.name === name)).toHaveLength(1);
  });
});
