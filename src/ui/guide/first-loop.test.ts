import { describe, expect, it } from 'vitest';
import { addStep, addStrand, blankPiece } from '@/core/piece/edit';
import type { Piece } from '@/core/piece/types';
import { definitionOf } from '@/core/steps';
import { analyse } from '@/core/weave';
import { BEGINNINGS } from '@/demo';
import { offered } from '@/actions/offers';
import { ranked } from '../parts/search';
import { FIRST_LOOP, guideAt } from './first-loop';

const nothing = { playing: false, isExporting: false };

/** What is done at each step of the guide, as the store does it. */
const DOINGS: ((piece: Piece) => Piece)[] = [
  (p) => addStrand(p, 'form', 'ball', 'form.ball'),
  (p) => addStrand(p, 'surface', 'lit', 'surface.lit'),
  (p) => addStrand(p, 'stage', 'camera', 'stage.camera'),
  (p) => addStep(p, 's3', 1, 'stage.place', { form: { link: 's1' }, surface: { link: 's2' } }),
  (p) => addStep(p, 's3', 2, 'stage.sun'),
  (p) => addStrand(p, 'finish', 'out', 'finish.shoot', { stage: { link: 's3' } }),
  (p) => addStep(p, 's1', 1, 'form.push'),
  (p) => {
    const made = addStep(addStrand(p, 'field', 'noise', 'field.position'), 's5', 1, 'field.noise');
    return {
      ...made,
      strands: made.strands.map((s) =>
        s.id === 's1'
          ? { ...s, steps: s.steps.map((t) => (t.op === 'form.push' ? { ...t, params: { by: { link: 's5' } } } : t)) }
          : s,
      ),
    };
  },
];

describe('the guided first loop', () => {
  it('goes on when a step is done, and not before', () => {
    let piece = blankPiece();
    for (const [i, doing] of DOINGS.entries()) {
      expect(guideAt(piece, nothing, i)).toBe(i);
      piece = doing(piece);
      expect(guideAt(piece, nothing, i)).toBe(i + 1);
    }
    expect(analyse(piece).problems).toEqual([]);
    expect(guideAt(piece, { ...nothing, playing: true }, 8)).toBe(9);
    expect(guideAt(piece, { playing: true, isExporting: true }, 8)).toBe(FIRST_LOOP.length);
    // Skipped steps stay skipped.
    expect(guideAt(blankPiece(), nothing, 4)).toBe(4);
  });

  it('passes what a piece that was begun with already has', () => {
    const { piece } = BEGINNINGS.find((b) => b.id === 'begin-form')!;
    expect(guideAt(piece, nothing, 0)).toBe(8);
  });

  it('names steps that the lists find first', () => {
    const wanted = FIRST_LOOP.flatMap(({ say }) => [...say.matchAll(/"(\w+)"/g)].map((m) => m[1]!)).filter(
      (word) => !['Field', 'New', 'Export'].includes(word),
    );
    expect(wanted).toEqual(['ball', 'Lit', 'Camera', 'Place', 'Sun', 'Shoot', 'Push', 'Noise']);
    const all = offered(blankPiece(), { for: 'strand', kind: null });
    for (const word of ['ball', 'Lit', 'Camera', 'Shoot', 'Noise']) {
      const [first] = ranked(
        all.map(({ definition }) => ({ name: definition.name, aliases: definition.aliases })),
        word,
      );
      expect(first?.name.toLowerCase()).toBe(word.toLowerCase());
    }
    for (const op of ['stage.place', 'stage.sun', 'form.push']) expect(definitionOf(op)).toBeDefined();
  });
});
