import { expect, test } from 'vitest';
import { Recent } from './recent';

test('what was used last stays, what was not goes', () => {
  const recent = new Recent<number>(2);
  recent.put('a', 1);
  recent.put('b', 2);
  expect(recent.get('a')).toBe(1);
  recent.put('c', 3);
  expect([recent.get('a'), recent.get('b'), recent.get('c')]).toEqual([1, undefined, 3]);
});
