import { NO_ASSETS } from '../../../assets/assets';
import { describe, expect, it } from 'vitest';
import { addStep, addStrand, blankPiece, setLoop } from '../../../piece/edit';
import type { Piece, Value } from '../../../piece/types';
import { measureSeam } from '../../../checks/seam';
import { analyse, Evaluator, exportGlsl, placeRows } from '../../../weave';

/** A loop of 2 seconds, 48 frames and 4 beats behind a constant 3. */
const written = (op: string, params: Record<string, Value>): Piece =>
  addStep(
    addStrand(setLoop(blankPiece(), { frames: 48, rate: 24, tempo: 120 }), 'signal', 'own', 'signal.constant', {
      value: 3,
    }),
    's1',
    1,
    op,
    params,
  );
const at = async (piece: Piece, phase: number) => [
  ...(await Evaluator.make(piece, NO_ASSETS, [{ strand: 's1' }])).run(0, placeRows([{ phase }]), 1),
];

describe('a formula', () => {
  it.each([
    ['v', 3],
    ['phase', 0.25],
    ['frame', 12],
    ['seconds', 0.5],
    ['beats', 1],
    ['v * step(1.0, beats) + floor(frame / 5.0)', 5],
  ])('%s is worked out where the loop is', async (text, wanted) => {
    expect((await at(written('signal.formula', { text }), 0.25))[0]).toBeCloseTo(wanted, 5);
  });

  it('gives three numbers, and says what does not close', async () => {
    const three = written('signal.formula', { text: 'vec3(v, phase, seconds)', gives: 'vector' });
    expect(await at(three, 0.5)).toEqual([3, 0.5, 1]);
    expect((await measureSeam(three, NO_ASSETS))[0]!.breaks!.name).toBe('Formula');
    expect(
      (await measureSeam(written('signal.formula', { text: 'sin(6.2831853 * phase)' }), NO_ASSETS))[0]!.closes,
    ).toBe(true);
  });

  it('that does not run says where, and what ran last goes on', async () => {
    const broken = written('signal.formula', { text: 'v * frames', working: 'v + 1.0' });
    const { sentence } = analyse(broken).problems[0]!;
    expect(sentence).toMatch(/Formula, line 1, column 5: "frames" is not declared here/);
    expect(await at(broken, 0)).toEqual([4]);
  });
});

describe('code', () => {
  it('has sliders, and lines that count from its own first', async () => {
    const text =
      'const float height = 2.0; // 0 to 4\nfloat sum = 0.0;\nfor (int i = 0; i < 3; i++) sum += ' +
      'height * beats;\nreturn sum;';
    const piece = written('signal.code', { text, 'slider-height': 0.5 });
    expect((await at(piece, 0.5))[0]).toBeCloseTo(3, 5);
    expect(await exportGlsl(piece, NO_ASSETS, 's1')).toContain('float phase = p.phase');
    const [problem] = analyse(written('signal.code', { text: 'float a = 1.0;\nreturn a * b;' })).problems;
    expect(problem!.sentence).toMatch(/line 2, column 12: "b" is not declared/);
  });

  it('cannot leave its function', () => {
    const [problem] = analyse(written('signal.code', { text: 'return v; } float other() { return 1.0;' })).problems;
    expect(problem!.sentence).toMatch(/Only the inside of one function/);
  });
});
