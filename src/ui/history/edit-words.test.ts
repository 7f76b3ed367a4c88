import { describe, expect, it } from 'vitest';
import { expose } from '@/core/piece/desk';
import { addStep, addStrand, removeStrand, rename, setLoop, setParam, toggleStep } from '@/core/piece/edit';
import { STARTERS } from '@/demo';
import { editWords } from './edit-words';

const { piece } = STARTERS[0]!;

describe('the words of an edit', () => {
  it('say what it did', () => {
    const begun = addStrand(piece, 'field', 'sand', 'field.position');
    const id = begun.strands.at(-1)!.id;
    const noise = addStep(begun, id, 1, 'field.noise');
    const words = (p: typeof piece, q: typeof piece) => editWords(p, structuredClone(q));
    expect(words(piece, begun)).toBe('New: sand');
    expect(words(begun, noise)).toBe('Noise in sand');
    expect(words(noise, setParam(noise, id, 't2', 'scale', 3))).toBe('Noise of sand: scale');
    expect(words(noise, toggleStep(noise, id, 't2'))).toBe('Noise of sand off');
    expect(words(noise, removeStrand(noise, id))).toBe('Deleted: sand');
    const control = { name: 'size', value: 1, min: 0, max: 2 };
    const out = expose(noise, { strand: id, step: 't2', param: 'scale' }, control);
    expect(words(noise, out)).toBe('Noise of sand: scale');
    expect(words(out, { ...out, controls: out.controls.map((c) => ({ ...c, value: 2 })) })).toMatch(/^Control/);
    expect(words(piece, setLoop(piece, { frames: 9 }))).toBe('The loop');
    expect(words(piece, rename(piece, 'Dusk'))).toBe('The piece is called Dusk');
    expect(words(piece, { ...piece, strands: [...piece.strands].reverse() })).toBe('The order of strands');
  });
});
