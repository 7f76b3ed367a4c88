import { expect, it } from 'vitest';
import { Chance } from './chance';
import { checkBrokenFiles } from './broken-files';

it('spoilt files of every kind are read, or refused in words', async () => {
  const failures: string[] = [];
  for (let seed = 1; seed <= 600; seed++)
    await checkBrokenFiles(new Chance(seed)).catch((error: Error) =>
      failures.push(`seed ${seed}: ${error.name}: ${error.message}`),
    );
  expect(failures).toEqual([]);
});
