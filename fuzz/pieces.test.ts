import { describe, expect, it } from 'vitest';
import { Chance } from './chance';
import { checkPiece } from './check-piece';
import { refusedGlsl } from './glslang';
import { randomPiece } from './random-piece';

describe('random pieces', () => {
  it('go through the core, come back from files as they were and give numbers', async () => {
    const outgoing = [];
    for (let seed = 1; seed <= 120; seed++) {
      const piece = randomPiece(new Chance(seed));
      try {
        for (const { name, glsl } of await checkPiece(piece)) outgoing.push({ name: `seed ${seed}, ${name}`, glsl });
      } catch (error) {
        throw new Error(`Seed ${seed}: ${(error as Error).message}`, { cause: error });
      }
    }
    expect(outgoing.length).toBeGreaterThan(100);
    expect(refusedGlsl(outgoing)).toEqual([]);
  });
});
