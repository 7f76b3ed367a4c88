import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ExpressionError, numberIn } from './expression';
import type { Loop } from './types';

/** Eight seconds, 16 beats. */
const LOOP: Loop = { frames: 240, rate: 30, play: 'loop', tempo: 120 };
const at = (text: string, unit?: string, loop = LOOP) => numberIn(text, loop, unit);

describe('numbers as they are typed', () => {
  it.each([
    ['2*pi/3', (2 * Math.PI) / 3],
    ['1/phi', 0.6180339887498949],
    ['-3 + 4 * 2', 5],
    ['2^3^2', 512],
    ['-2^2', 4],
    ['(1 + 2) * 3', 9],
    ['0,5', 0.5],
    ['1,5 * 2', 3],
    ['max(1, 2, 3) - min(4, 5)', -1],
    ['SQRT(2)', Math.SQRT2],
    ['7 % 4', 3],
    ['1e-3', 0.001],
    ['.5', 0.5],
    ['50%', 0.5],
    ['tau', 2 * Math.PI],
    ['2*e', 2 * Math.E],
  ])('%s', (text, value) => expect(at(text)).toBeCloseTo(value, 12));

  it.each([
    ['30s', 's', 30],
    ['500 ms', 's', 0.5],
    ['3 beats', 's', 1.5],
    ['1 beat', 'frames', 15],
    ['2 s', 'frames', 60],
    ['2s', 'loops', 0.25],
    ['1/4 loop', 's', 2],
    ['1/4 turn', '°', 90],
    ['pi/2 rad', '°', 90],
    ['45 deg', 'turns', 0.125],
    ['25 cm', 'm', 0.25],
    ['1.5m', 'mm', 1500],
    // A time where turns are counted is how long one lasts.
    ['2s', 'turns', 4],
    ['4 beats', 'turns', 4],
    ['1 s', 'a loop', 8],
  ])('%s in %s', (text, unit, value) => expect(at(text, unit)).toBeCloseTo(value, 9));

  it('any two numbers come to their sum, however they are written', () => {
    fc.assert(
      fc.property(fc.integer({ min: -1e6, max: 1e6 }), fc.integer({ min: 0, max: 1e6 }), (a, b) => {
        expect(at(`${a} + ${b}`)).toBe(a + b);
        expect(at(`(${a})*${b}`)).toBe(a * b);
      }),
    );
  });

  it.each([
    ['', /is no number/],
    ['2 *', /is no number/],
    ['[1, 2]', /is no number/],
    ['a.b', /is no number/],
    ['"2"', /is no number/],
    ['x + 1', /"x" is not known/],
    ['constructor', /"constructor" is not known/],
    ['alert(1)', /"alert" is no function/],
    ['toString()', /no function/],
    ['1 ? 2 : 3', /is no number/],
    ['1 2', /is no number/],
    ['1/0', /has no value/],
    ['3 s', /takes no unit/],
  ])('%s is refused in words', (text, words) => {
    expect(() => at(text)).toThrow(ExpressionError);
    expect(() => at(text)).toThrow(words);
  });

  it('units that mean nothing here, and beats without a tempo, are refused in words', () => {
    expect(() => at('3 s', 'm')).toThrow(/is in m/);
    expect(() => at('3 beats', 's', { ...LOOP, tempo: undefined })).toThrow(/no tempo/);
    expect(() => at('0 s', 'turns')).toThrow(/no time/);
  });
});
