import { NO_ASSETS } from '../assets/assets';
import { describe, expect, it } from 'vitest';
import { STARTERS } from '@/demo';
import { addStep, addStrand, blankPiece, setParam } from '../piece/edit';
import { analyse, isMark, withMarks } from '../weave';
import { measureNumbers } from './numbers';

const withText = (text: string) =>
  addStep(addStrand(blankPiece(), 'field', 'own', 'field.position'), 's1', 1, 'field.code', { text });

describe('what is not a number', () => {
  it('is said at the step whose text gives it, with how often, and not at those after it', async () => {
    // Half of the places have x below 0.
    const piece = addStep(withText('return sqrt(p.rest.x);'), 's1', 2, 'field.remap');
    const problems = await measureNumbers(piece, NO_ASSETS);
    expect(problems).toHaveLength(1);
    expect(problems[0]).toMatchObject({ strand: 's1', step: piece.strands[0]!.steps[1]!.id });
    expect(problems[0]!.sentence).toMatch(/no number, or one beyond a billion, at (49|50|51) % of the places/);
  });

  it.each([
    ['a division by nothing', 'return 1.0 / (p.rest.x - p.rest.x);'],
    ['a logarithm of nothing', 'return log(0.0 * p.rest.x);'],
    ['what lies beyond a billion', 'return 2e9;'],
  ])('%s is found', async (_, text) => {
    expect((await measureNumbers(withText(text), NO_ASSETS))[0]!.sentence).toContain('at 100 % of the places');
  });

  it('is counted once at each place, whichever of its numbers is none', async () => {
    const text = 'return vec3(1.0, 1.0, p.rest.x < 0.0 ? log(-1.0) : 0.0);';
    const [found] = await measureNumbers(setParam(withText(text), 's1', 't2', 'gives', 'vector'), NO_ASSETS);
    expect(found!.sentence).toMatch(/at (49|50|51) % of the places/);
  });

  it('is found at some moments alone, and in one of three numbers', async () => {
    const piece = setParam(
      withText('return vec3(1.0, p.phase > 0.5 ? log(-1.0) : 0.0, 1.0);'),
      's1',
      't2',
      'gives',
      'vector',
    );
    expect((await measureNumbers(piece, NO_ASSETS))[0]!.sentence).toContain('at 25 % of the places');
  });

  it('is nowhere in the starters, nor in steps that are off, and marks are in no other step', async () => {
    for (const { piece } of STARTERS) expect(await measureNumbers(piece, NO_ASSETS)).toEqual([]);
    const off = withText('return log(-1.0);');
    const [strand] = off.strands;
    expect(
      await measureNumbers(
        {
          ...off,
          strands: [{ ...strand!, steps: [strand!.steps[0]!, { ...strand!.steps[1]!, off: true }] }],
        },
        NO_ASSETS,
      ),
    ).toEqual([]);
    const marked = withMarks(off, { strand: 's1', step: strand!.steps[1]!.id });
    expect(marked.strands[0]!.steps.map((s) => s.marks)).toEqual([undefined, true]);
    expect(analyse(marked).problems).toEqual(analyse(off).problems);
    expect([0, -1e9, 1e9, -6e4].some(isMark)).toBe(false);
  });
});
