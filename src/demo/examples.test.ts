import { describe, expect, it } from 'vitest';
import { acceptPiece } from '@/core/formats/piece-file';
import { analyse, shownBy, allDependencies } from '@/core/weave';
import { OFFERED } from '@/core/steps/reference';
import { exampleOf } from './examples';

describe('the example of every step', () => {
  it.each(OFFERED.map((d) => [d.op, d] as const))('%s is sound, and shows the step', (op, definition) => {
    const piece = exampleOf(definition);
    expect(acceptPiece(JSON.parse(JSON.stringify(piece)))).toEqual(piece);
    expect(analyse(piece).problems).toEqual([]);
    const { finish } = shownBy(piece);
    const shown = [
      finish!,
      ...[...allDependencies(piece, finish!)].map((id) => piece.strands.find((s) => s.id === id)!),
    ];
    expect(shown.some((s) => s.steps.some((t) => t.op === op))).toBe(true);
    expect(piece.strands.length).toBe(new Set(shown).size);
  });
});
