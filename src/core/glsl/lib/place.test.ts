import { describe, expect, it } from 'vitest';
import { from, piece, strand } from '@/demo/build';
import { analyse, formText, weave } from '../../weave';
import { fieldsRead, library } from '.';

const text = (own: string) => `${library(['place', 'noise'])}\n${own}`;

describe('fieldsRead', () => {
  it('finds what own text asks for, and nothing of what the library itself says', () => {
    expect([...fieldsRead(text('float f(Place p) { return 1.0; }'))]).toEqual([]);
    expect([...fieldsRead(text('float f(Place p) { return p.face + p.rest.x; }'))].sort()).toEqual(['face', 'rest']);
    expect(fieldsRead(text('float f(Place q) { return g(faceOf(q)); }'))).toEqual(
      new Set(['faceMiddle', 'faceWorld', 'faceNormal', 'faceUv']),
    );
    expect(fieldsRead(text('float f(Place q) { return g(copyOf(q)); }'))).toEqual(
      new Set(['copyAt', 'copyNormal', 'copy', 'copies']),
    );
  });
});

describe('slopes', () => {
  it('leave out what is one value for the whole copy, and keep what runs along the surface', () => {
    const form = (...steps: [string, Record<string, unknown>][]) => {
      const made = piece('Bed', '', [
        strand('field', 'wind', ['position'], ['noise', {}]),
        strand('form', 'bed', ['points-line', {}]),
        strand('form', 'rods', ['box', {}], ...(steps as [string, never][])),
      ]);
      return formText(weave(made, analyse(made), [{ strand: 'rods' }])).text;
    };
    expect(form(['copies', { on: from('bed'), shift: from('wind') }])).not.toContain('gradientNoise4');
    expect(form(['push', { by: from('wind') }])).toContain('gradientNoise4');
    expect(form(['push-faces', { by: from('wind') }])).not.toContain('gradientNoise4');
  });
});
