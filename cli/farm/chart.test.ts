import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { farmChart } from './chart';

it('stands in docs/farm-efficiency.svg as the simulation is (npm run catalogue writes it)', () => {
  expect(readFileSync('docs/farm-efficiency.svg', 'utf8') === farmChart()).toBe(true);
});
