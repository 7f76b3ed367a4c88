import fc from 'fast-check';
import { expect, it } from 'vitest';
import { packed, unpacked } from './packed';

it('what is packed comes back, arrays of every kind at any depth', () => {
  const numbers = fc.oneof(
    fc.uint8Array(),
    fc.uint8ClampedArray(),
    fc.int8Array(),
    fc.int16Array(),
    fc.uint16Array(),
    fc.int32Array(),
    fc.uint32Array(),
    fc.float32Array(),
    fc.float64Array(),
  );
  const value = fc.letrec((tie) => ({
    any: fc.oneof(
      { maxDepth: 3 },
      numbers,
      fc.string({ unit: 'grapheme' }),
      fc.boolean(),
      fc.constant(null),
      fc.integer(),
      fc.array(tie('any')),
      fc.dictionary(fc.string(), tie('any'), { noNullPrototype: true }),
    ),
  })).any;
  fc.assert(
    fc.property(value, (wanted) => {
      fc.pre(!JSON.stringify(wanted).includes('__proto__'));
      expect(unpacked(packed(wanted))).toEqual(wanted);
    }),
  );
});

it('an array that is a part of another one has its own numbers alone', () => {
  const whole = Float32Array.from({ length: 10 }, (_, i) => i);
  const back = unpacked(packed({ part: whole.subarray(2, 5), after: new Uint8Array([9]) }));
  expect(back).toEqual({ part: new Float32Array([2, 3, 4]), after: new Uint8Array([9]) });
});

it('what is broken is refused', () => {
  const bytes = packed({ a: new Float32Array([1, 2, 3]) });
  expect(() => unpacked(bytes.slice(0, bytes.length - 8))).toThrow(RangeError);
  expect(() => unpacked(bytes.slice(0, 20))).toThrow(SyntaxError);
});
