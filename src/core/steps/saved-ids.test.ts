import { describe, expect, it } from 'vitest';
import { definitionOf } from '.';
import saved from './fixtures/saved-ids.json';

/**
 * What saved files are written in: every operation, parameter and choice that there ever was. Their names may change,
 * these never do. What is new comes into `fixtures/saved-ids.json` with the release that brings it.
 */
const OPERATIONS = Object.entries(saved as Record<string, Record<string, string | string[]>>);

describe('ids in saved files', () => {
  it.each(OPERATIONS)('stay as they are: %s', (op, params) => {
    const definition = definitionOf(op);
    expect(definition).toBeDefined();
    for (const [id, type] of Object.entries(params)) {
      const param = definition!.params.find((p) => p.id === id);
      if (Array.isArray(type)) {
        expect([id, param?.type]).toEqual([id, 'choice']);
        const options = param?.type === 'choice' ? param.options.map((o) => o.id) : [];
        expect([id, type.filter((option) => !options.includes(option))]).toEqual([id, []]);
      } else expect([id, param?.type]).toEqual([id, type]);
    }
  });
});
