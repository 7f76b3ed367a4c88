import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RECIPES } from '@/demo/recipes';
import { clipSteps, clipStrands } from '../parts/clip';
import { insertClip } from '../parts/insert';
import { addStep, addStrand, blankPiece, setParam } from '../piece/edit';
import { PieceError } from '../piece/errors';
import { LIMITS } from '../piece/limits';
import { putPart } from '../parts/part';
import { isLink, strandById, type Piece } from '../piece/types';
import { partData, writePart } from './part-data';
import { acceptPart, readPart } from './part-file';

const refused = (text: string): string => {
  try {
    readPart(text);
  } catch (error) {
    expect(error).toBeInstanceOf(PieceError);
    return (error as Error).message;
  }
  throw new Error('It was taken.');
};

describe('part files', () => {
  it.each(RECIPES.map((r) => [r.id, r] as const))('%s comes back as it went', (_, part) => {
    const data = readPart(writePart(part));
    expect(data).toEqual(partData(part, part.clip()));
    const kept = { ...part, clip: () => data };
    const ground = () => ({ strands: [], controls: [], assets: [] });
    const put = (p: typeof part) =>
      putPart(blankPiece(), p, { selected: null, ground, endOf: (row) => row.length }).piece;
    expect(put(kept)).toEqual(put(part));
  });

  it('are refused in words where they are something else, or broken', () => {
    expect(refused('{')).toContain('not JSON');
    expect(refused('null')).toContain('not a part');
    expect(refused(JSON.stringify(blankPiece()))).toContain('not a part');
    const good = JSON.parse(writePart(RECIPES[0]!)) as Record<string, unknown>;
    expect(refused(JSON.stringify({ ...good, strands: [] }))).toContain('no strands');
    expect(refused(JSON.stringify({ ...good, into: 'elsewhere' }))).toContain('not in the file');
    expect(refused(JSON.stringify({ ...good, version: 999 }))).toMatch(/newer/i);
    expect(refused(JSON.stringify({ ...good, name: '' }))).toContain('name');
    expect(refused(JSON.stringify({ ...good, controls: [{ id: 'x' }] }))).toContain('control');
  });

  it('never answer with anything but a part or a sentence', () => {
    const good = JSON.parse(writePart(RECIPES[1]!)) as Record<string, unknown>;
    fc.assert(
      fc.property(fc.constantFrom(...Object.keys(good)), fc.jsonValue(), (key, value) => {
        try {
          expect(acceptPart({ ...good, [key]: value }).strands.length).toBeGreaterThan(0);
        } catch (error) {
          expect(error).toBeInstanceOf(PieceError);
        }
      }),
    );
  });
});

describe('clips', () => {
  /** A field that another takes from by a step, and a row that takes from that. */
  function made(): Piece {
    let piece = addStrand(blankPiece(), 'field', 'noise', 'field.position');
    piece = addStep(piece, 's1', 1, 'field.noise');
    piece = addStrand(piece, 'field', 'row', 'field.uv');
    piece = addStep(piece, 's2', 1, 'field.distort', { by: { link: 's1', step: 't2' } });
    return addStep(piece, 's2', 2, 'field.noise', { scale: 3 });
  }

  it('of steps bring what they take from where that is asked for, and go into a row', () => {
    const clip = clipSteps(made(), 's2', ['t2', 't3'], true);
    const into = addStrand(blankPiece(), 'field', 'host', 'field.screen');
    const put = insertClip(into, clip, { row: { strand: 's1', at: 1 } });
    expect(strandById(put.piece, 's1')!.steps.map((t) => t.op)).toEqual([
      'field.screen',
      'field.distort',
      'field.noise',
    ]);
    expect(put.strands).toHaveLength(1);
    expect(strandById(put.piece, 's1')!.steps[1]!.params.by).toEqual({ link: put.strands[0], step: 't2' });
    expect(put.steps).toEqual([
      { strand: 's1', step: 't2' },
      { strand: 's1', step: 't3' },
    ]);
  });

  it('of steps become a row of their own where no row is said', () => {
    const put = insertClip(blankPiece(), clipSteps(made(), 's2', ['t3']));
    expect(put.piece.strands.map((s) => s.name)).toEqual(['row']);
    expect(put.steps).toEqual([]);
    const taker = addStrand(made(), 'field', 'taker', 'field.from', { value: { link: 's2', step: 't3' } });
    const both = insertClip(blankPiece(), { ...clipStrands(taker, ['s3'], true), into: 's2' });
    const row = both.piece.strands.find((s) => s.name === 'row')!;
    const [first] = both.piece.strands.find((s) => s.name === 'taker')!.steps;
    expect(first!.params.value).toEqual({ link: row.id, step: 't3' });
  });

  it('keep links to steps of the row that they go into, and never let a row take from itself', () => {
    const clip = clipStrands(made(), ['s2'], true);
    const taker = addStrand(made(), 'field', 'taker', 'field.from', { value: { link: 's2', step: 't3' } });
    const both = { ...clipStrands(taker, ['s3'], true), into: 's2' };
    const host = addStrand(blankPiece(), 'field', 'host', 'field.uv');
    const put = insertClip(host, both, { row: { strand: 's1', at: 1 } });
    const link = put.piece.strands.find((s) => s.name === 'taker')!.steps[0]!.params.value;
    expect(link).toEqual({ link: 's1', step: put.steps[2]!.step });
    const self = insertClip(made(), { ...clip, into: 's2' }, { row: { strand: 's1', at: 1 } });
    const own = strandById(self.piece, 's1')!.steps.flatMap((t) => Object.values(t.params).filter(isLink));
    expect(own.filter((l) => l.link === 's1')).toEqual([]);
  });

  it('are refused where a row or a piece cannot hold them', () => {
    const clip = clipSteps(made(), 's2', ['t3']);
    expect(() => insertClip(made(), clip, { row: { strand: 'gone', at: 1 } })).toThrow('no longer there');
    const whole = (piece: Piece) =>
      clipSteps(
        piece,
        's2',
        strandById(piece, 's2')!
          .steps.slice(1)
          .map((t) => t.id),
      );
    const grown = (piece: Piece) => insertClip(piece, whole(piece), { row: { strand: 's2', at: 1 } }).piece;
    let full = made();
    expect(() => {
      for (let i = 0; i < 20; i++) full = grown(full);
    }).toThrow(`at most ${LIMITS.steps}`);
    let many = made();
    expect(() => {
      for (let i = 0; i < 20; i++)
        many = insertClip(
          many,
          clipStrands(
            many,
            many.strands.map((s) => s.id),
            false,
          ),
        ).piece;
    }).toThrow(`at most ${LIMITS.strands}`);
  });

  it('bring controls of their own where that is asked for, which looks and places go on to know', () => {
    let piece = setParam(made(), 's2', 't3', 'scale', { control: 'c1' });
    const control = { id: 'c1', name: 'size', value: 2, default: 2, min: 0, max: 4, curve: 1 };
    piece = { ...piece, controls: [control] };
    const clip = clipStrands(piece, ['s2'], true);
    const shared = insertClip(piece, clip).piece;
    expect(shared.controls).toHaveLength(1);
    const { piece: own, strands } = insertClip(piece, clip, { ownControls: true });
    expect(own.controls.map((c) => c.name)).toEqual(['size', 'size 2']);
    expect(strandById(own, strands[1]!)!.steps[2]!.params.scale).toEqual({ control: own.controls[1]!.id });
  });
});
