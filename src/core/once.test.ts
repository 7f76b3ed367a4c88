import { expect, it } from 'vitest';
import { once, onceByName } from './once';

it('an answer is worked out once for an object, and again for another that looks the same', () => {
  let worked = 0;
  const sum = once((numbers: number[]) => {
    worked++;
    return numbers.reduce((a, b) => a + b, 0);
  });
  const numbers = [1, 2, 3];
  expect([sum(numbers), sum(numbers), worked]).toEqual([6, 6, 1]);
  expect([sum([1, 2, 3]), worked]).toEqual([6, 2]);
});

it('answers by name stay apart, and nothing is an answer too', () => {
  const asked: string[] = [];
  const answer = onceByName<object, string | undefined>();
  const ask = (of: object, name: string, gives?: string) =>
    answer(of, name, () => {
      asked.push(name);
      return gives;
    });
  const [one, other] = [{}, {}];
  expect(ask(one, 'a', 'first')).toBe('first');
  expect(ask(one, 'a', 'second')).toBe('first');
  expect(ask(one, 'b')).toBeUndefined();
  expect(ask(one, 'b', 'late')).toBeUndefined();
  expect(ask(other, 'a', 'third')).toBe('third');
  expect(asked).toEqual(['a', 'b', 'a']);
});
