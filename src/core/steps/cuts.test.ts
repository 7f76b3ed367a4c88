import { describe, expect, it } from 'vitest';
import { compile, Processor } from '../glsl';
import { analyse, Evaluator, placeRows, processorText } from '../weave';
import { onInexactCard } from './inexact-card.testing';
import { generator } from '../random';
import { choicesOf, SAMPLE_PLACES, usualPiece, TEST_ASSETS } from './testing';
import { CATALOGUE } from '.';

/**
 * No step may choose by what a division, a power or a sine gives at the numbers where artists set edges: a card may
 * give a little too much or too little. The processor is exact; here its text errs as a card may, each division and
 * each call by an error of its own.
 */
const CARDS = [1, 2, 3, 4];

const ROWS = placeRows(SAMPLE_PLACES);
const TOLERANCE = 2e-4;

describe.each(CATALOGUE.filter((d) => d.op.startsWith('field.') && !d.resolve).map((d) => [d.op, d] as const))(
  '%s',
  (_, d) => {
    it('gives the same at edges on cards as inexact as the standard allows', async () => {
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
          for (const card of CARDS) {
            const bad = await Processor.load(compile(onInexactCard(glsl, generator(card)), [functions[0]!.name]));
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
