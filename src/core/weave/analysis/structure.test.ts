import { NO_ASSETS } from '../../assets/assets';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STARTERS } from '@/demo';
import { Chance } from '../../../../fuzz/chance';
import { randomPiece } from '../../../../fuzz/random-piece';
import { expose } from '../../piece/desk';
import { addStep, removeStep, setParam } from '../../piece/edit';
import type { Piece, Value } from '../../piece/types';
import { enabledParam, paramsOf, rangeOf, type Param } from '../../steps';
import { analyse } from './analyse';
import { Evaluator } from '../running/evaluate';
import { placeRows } from '../running/places';
import { withMarks } from './marks';
import { isSameStructure } from './structure';
import type { Analysis } from './types';
import { weave } from '../writing/weave';

/** A piece that nothing is known of. */
const fresh = (piece: Piece): Piece => structuredClone(piece);
/** An analysis that is taken over from none. */
function analysedFresh(piece: Piece): Analysis {
  for (const { piece: other } of STARTERS.slice(0, 7)) analyse(fresh({ ...other, loop: { ...other.loop, frames: 7 } }));
  return analyse(fresh(piece));
}
const plain = ({ order, types, uses, problems }: Analysis) => ({
  order,
  types: [...types].map(([id, rows]) => [
    id,
    rows.map(({ step, takes, gives, active }) => [step, takes, gives, active]),
  ]),
  uses: [...uses],
  problems,
});

/** Every literal number, vector and colour of a piece, with another value for it. */
const literals = (piece: Piece): { strand: string; step: string; param: Param; other: Value }[] =>
  piece.strands.flatMap((strand) =>
    strand.steps.flatMap((step) =>
      paramsOf(step).flatMap((param) => {
        // A step can be turned on and off from the first value of it on.
        if (param.id === enabledParam.id && !(param.id in step.params)) return [];
        if (typeof step.params[param.id] === 'object' && !Array.isArray(step.params[param.id])) return [];
        const [low, high] = rangeOf(param).map((end) => Math.max(-1e6, Math.min(1e6, end)));
        const between = low! + 0.37 * (high! - low!);
        const other = { number: between, vector: [between, low!, high!] as Value, colour: '#123456' }[
          param.type as 'number'
        ];
        return other === undefined ? [] : [{ strand: strand.id, step: step.id, param, other }];
      }),
    ),
  );

const texts = (piece: Piece, analysis: Analysis) =>
  piece.strands
    .filter((s) => s.kind !== 'stage')
    .map((s) => {
      const { glsl, uniforms, functions } = weave(piece, analysis, [{ strand: s.id }], { signalUniforms: true });
      return { glsl, uniforms: uniforms.map((u) => u.name), functions };
    });

describe('the structure of a piece', () => {
  it.each(STARTERS.map(({ id, piece }) => [id, piece] as const))(
    'stays with every literal number, and so does all that is written: %s',
    (_, piece) => {
      const before = texts(piece, analyse(piece));
      for (const { strand, step, param, other } of literals(piece))
        expect([param.id, isSameStructure(piece, setParam(piece, strand, step, param.id, other))]).toEqual([
          param.id,
          true,
        ]);
      const now = literals(piece).reduce(
        (p, { strand, step, param, other }) => setParam(p, strand, step, param.id, other),
        piece,
      );
      // What is taken over is what would be found out again.
      const taken = analyse(now);
      expect(taken.structure).toBe(analyse(piece).structure);
      const again = analysedFresh(now);
      expect(again.structure).not.toBe(taken.structure);
      expect(plain(taken)).toEqual(plain(again));
      expect(texts(now, again)).toEqual(before);
      expect(texts(now, taken)).toEqual(before);
      for (const { id: strand, steps } of piece.strands)
        for (const step of steps)
          for (const param of paramsOf(step)) {
            if (param.type !== 'choice') continue;
            const other = param.options.find((o) => o.id !== (step.params[param.id] ?? param.default))!.id;
            expect(isSameStructure(piece, setParam(piece, strand, step.id, param.id, other))).toBe(false);
          }
    },
  );

  it('is another one with every link, choice, switch and step', () => {
    const piece = STARTERS[0]!.piece;
    const { id, steps } = piece.strands.find((s) => s.id === 'swell')!;
    const edits: Piece[] = [
      removeStep(piece, id, steps[2]!.id),
      addStep(piece, id, 1, 'field.scale'),
      setParam(piece, id, steps[1]!.id, 'scale', { link: 'breath' }),
      setParam(piece, id, steps[1]!.id, 'scale', { keys: [{ at: 0, value: 1, ease: 'eased' }] }),
      expose(piece, { strand: id, step: steps[1]!.id, param: 'scale' }, { name: 'a', value: 1, min: 0, max: 2 }),
      { ...piece, loop: { ...piece.loop, frames: 17 } },
      { ...piece, strands: piece.strands.slice(1) },
      { ...piece, strands: piece.strands.map((s) => (s.id === id ? { ...s, name: 'other' } : s)) },
      setParam(piece, id, steps[1]!.id, 'there', 1),
      withMarks(piece, { strand: id, step: steps[1]!.id }),
      { ...piece, strands: piece.strands.map((s) => ({ ...s, steps: s.steps.map((t) => ({ ...t, off: true })) })) },
      setParam(piece, id, steps[1]!.id, 'scale', 'wide'),
    ];
    edits.forEach((edit, i) => expect([i, isSameStructure(piece, edit)]).toEqual([i, false]));
  });

  it('of random pieces: what is taken over gives the numbers that are found again', async () => {
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 1, max: 1e6 }), async (seed) => {
        const chance = new Chance(seed);
        const piece = randomPiece(chance);
        const all = literals(piece);
        if (all.length === 0) return;
        const { strand, step, param, other } = chance.one(all);
        const signal = piece.strands.find((s) => s.kind === 'signal' || s.kind === 'field');
        analyse(piece);
        const now = setParam(piece, strand, step, param.id, other);
        const taken = analyse(now);
        expect(plain(taken)).toEqual(plain(analysedFresh(now)));
        if (!signal) return;
        const rows = placeRows([{ phase: 0.3, rest: [0.2, 0.4, -0.3] }]);
        const values = async (of: Piece, analysis: Analysis) =>
          [...(await Evaluator.make(of, NO_ASSETS, [{ strand: signal.id }], analysis)).run(0, rows, 1)].map(String);
        await values(piece, analyse(piece));
        const again = fresh(now);
        expect(await values(now, taken)).toEqual(await values(again, analysedFresh(again)));
      }),
      { numRuns: 40 },
    );
  }, 60_000);
});
