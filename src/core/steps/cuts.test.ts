import { describe, expect, it } from 'vitest';
import { compile, Processor } from '../glsl';
import { analyse, Evaluator, placeRows, processorText } from '../weave';
import { choicesOf, SAMPLE_PLACES, usualPiece, TEST_ASSETS } from './testing';
import { CATALOGUE } from '.';

/**
 * A card may give what it divides by up to 2.5 units in the last place too much or too little
 * (GLSL ES 3.00, 4.5.1), so no step may choose by what a division gives at the numbers where
 * artists set edges. The processor divides exactly; here its text divides as a bad card would.
 */
const UNITS = 2.5 * 2 ** -23;
const badly = (glsl: string, by: number) => glsl.replace(/ \/ /g, ` * ${by.toFixed(12)} / `);

const ROWS = placeRows(SAMPLE_PLACES);
const TOLERANCE = 2e-4;

describe.each(CATALOGUE.filter((d) => d.op.startsWith('field.') && !d.resolve).map((d) => [d.op, d] as const))(
  '%s',
  (_, d) => {
    it('gives the same at edges on a card that divides badly', async () => {
      for (const takes of d.takes.length > 0 ? d.takes : [null]) {
        for (let choice = 0; choice < choicesOf(d); choice++) {
          const piece = usualPiece(d, takes, choice);
          const evaluator = await Evaluator.make(
            piece,
            TEST_ASSETS,
            [{ strand: piece.strands.at(-1)!.id }],
            analyse(piece),
          );
          const exact = evaluator.run(0, ROWS, SAMPLE_PLACES.length);
          const { functions } = evaluator.woven;
          const glsl = processorText(evaluator.woven);
          for (const by of [1 - UNITS, 1 + UNITS]) {
            const bad = await Processor.load(compile(badly(glsl, by), [functions[0]!.name]));
            for (const { name, scalars } of evaluator.uniforms) bad.setUniform(name, scalars);
            const values = bad.run(functions[0]!.name, ROWS, SAMPLE_PLACES.length);
            const off = values.findIndex((v, i) => !(Math.abs(v - exact[i]!) <= TOLERANCE * Math.max(1, Math.abs(v))));
            const place = SAMPLE_PLACES[Math.floor(off / evaluator.width(0))];
            expect(off, `choice ${choice} of ${takes} at ${JSON.stringify(place)}: ${values[off]}, ${exact[off]}`).toBe(
              -1,
            );
          }
        }
      }
    });
  },
);
