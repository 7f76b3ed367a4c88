import { describe, expect, it } from 'vitest';
import { Chance } from './chance';
import { checkProgramText } from './check-program';
import { refusedGlsl } from './glslang';
import { randomProgram, spoilt } from './random-program';

describe('grammar-made programs', () => {
  it('are compiled, run and differentiated, and an independent compiler takes them', () => {
    const outgoing = Array.from({ length: 250 }, (_, seed) =>
      checkProgramText(`seed ${seed}`, randomProgram(new Chance(seed))),
    );
    // Nearly all are right by construction; a loop within loops may cost too much.
    const taken = outgoing.filter((o) => o !== null);
    expect(taken.length).toBeGreaterThan(240);
    expect(refusedGlsl(taken)).toEqual([]);
  });

  it('spoilt, are refused in words, or an independent compiler takes them too', () => {
    const outgoing = Array.from({ length: 500 }, (_, seed) => {
      const chance = new Chance(seed);
      return checkProgramText(`seed ${seed}`, spoilt(chance, randomProgram(chance)));
    });
    expect(refusedGlsl(outgoing.filter((o) => o !== null))).toEqual([]);
  });
});
