import { beforeAll, describe, expect, it } from 'vitest';
import { PNG } from 'pngjs';
import { fromBase64 } from '@/core/formats/base64';
import { acceptPiece } from '@/core/formats/piece-file';
import { analyse, outputOf, providePixels, allDependencies } from '@/core/weave';
import { OFFERED } from '@/core/steps/reference';
import { sample } from './build';
import { exampleOf } from './examples';

beforeAll(() => {
  const { id, data } = sample('bell-sign');
  const { width, height, data: pixels } = PNG.sync.read(Buffer.from(fromBase64(data)));
  providePixels(id, { width, height, data: new Uint8ClampedArray(pixels) });
});

describe('the example of every step', () => {
  it.each(OFFERED.map((d) => [d.op, d] as const))('%s is sound, and shows the step', (op, definition) => {
    const piece = exampleOf(definition);
    expect(acceptPiece(JSON.parse(JSON.stringify(piece)))).toEqual(piece);
    expect(analyse(piece).problems).toEqual([]);
    const { finish } = outputOf(piece);
    const shown = [
      finish!,
      ...[...allDependencies(piece, finish!)].map((id) => piece.strands.find((s) => s.id === id)!),
    ];
    expect(shown.some((s) => s.steps.some((t) => t.op === op))).toBe(true);
    expect(piece.strands.length).toBe(new Set(shown).size);
  });
});
