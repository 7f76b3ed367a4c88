import { expect, it } from 'vitest';
import { LIMITS } from '../piece/limits';
import { CATALOGUE } from '.';
import { rangeOf } from './param-types';

it('whatever a parameter takes can be saved', () => {
  for (const { op, params } of CATALOGUE)
    for (const param of params)
      if (param.type === 'number' || param.type === 'vector')
        for (const end of rangeOf(param).filter(Number.isFinite))
          expect(Math.abs(end), `${op} ${param.id}`).toBeLessThanOrEqual(LIMITS.storedNumber);
});
