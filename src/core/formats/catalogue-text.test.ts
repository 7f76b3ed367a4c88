import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { OFFERED, referenceOf } from '../steps/reference';
import { catalogueText } from './catalogue-text';

describe('the catalogue', () => {
  it('stands in docs/catalogue.md as the steps are (npm run catalogue writes it)', () => {
    expect(readFileSync('docs/catalogue.md', 'utf8') === catalogueText()).toBe(true);
  });

  it.each(OFFERED.map((d) => [d.op]))('%s says what it does, takes and gives, and what each parameter is', (op) => {
    const { description, takes, gives, params } = referenceOf(op);
    expect(description).toMatch(/^[A-Z0-9].*\.$/s);
    expect(takes).not.toBe('');
    expect(gives).not.toBe('');
    for (const { name, description: does, what } of params) {
      expect(name).not.toBe('');
      expect(does).toMatch(/^[A-Z0-9x].*[.?]$/s);
      expect(what).not.toContain('undefined');
    }
  });
});
