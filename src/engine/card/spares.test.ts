import { describe, expect, it } from 'vitest';
import { Spares } from './spares';

const thing = (gone: string[], name: string) => ({ name, dispose: () => void gone.push(name) });

describe('spares', () => {
  it('give back what was released, once', () => {
    const gone: string[] = [];
    const spares = new Spares<ReturnType<typeof thing>>(2);
    spares.keep('a', thing(gone, 'first'));
    expect(spares.take('a')?.name).toBe('first');
    expect(spares.take('a')).toBeUndefined();
    expect(gone).toEqual([]);
  });

  it('keep the latest few, one of a key, and nothing after their end', () => {
    const gone: string[] = [];
    const spares = new Spares<ReturnType<typeof thing>>(2);
    spares.keep('a', thing(gone, 'a'));
    spares.keep('b', thing(gone, 'b'));
    spares.keep('a', thing(gone, 'a again'));
    expect(gone).toEqual(['a']);
    spares.keep('c', thing(gone, 'c'));
    expect(gone).toEqual(['a', 'b']);
    expect(spares.take('b')).toBeUndefined();
    spares.dispose();
    expect(gone).toEqual(['a', 'b', 'a again', 'c']);
    expect(spares.take('c')).toBeUndefined();
  });
});
