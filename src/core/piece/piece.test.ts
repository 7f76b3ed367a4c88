import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STARTERS } from '@/demo';
import { stepConcerned } from './concerned';
import { writePiece } from '../formats/write-piece';
import { acceptPiece, readPiece } from '../formats/piece-file';
import { checkSize } from '../formats/piece-size';
import {
  addStep,
  addStrand,
  blankPiece,
  duplicateStrand,
  moveStep,
  removeStep,
  removeStrand,
  renameStrand,
  replaceOp,
  setParam,
  toggleStep,
} from './edit';
import { analyse } from '../weave';
import { PieceError } from './errors';
import { VERSION, type Piece } from './types';

const veil = STARTERS[0]!.piece;
const raw = () =>
  JSON.parse(writePiece(veil)) as Record<string, never> & {
    strands: { id: string; steps: { op: string; params: Record<string, unknown> }[] }[];
  };

describe('reading a piece file', () => {
  it('gives back the same bytes for every starter', () => {
    for (const { piece } of STARTERS) expect(writePiece(readPiece(writePiece(piece)))).toBe(writePiece(piece));
  });

  it('moves the sliders of version 1 into a space of their own', () => {
    const params = {
      text: 'const float size = 2.0;\nreturn v.x * size;',
      gives: 'number',
      size: 3,
      working: 'return v.x;',
    };
    const old = {
      ...veil,
      version: 1,
      strands: [
        {
          id: 's1',
          kind: 'field',
          name: 'a',
          steps: [
            { id: 't1', op: 'field.code', params },
            { id: 't2', op: 'field.gain', params: { by: 2 } },
          ],
        },
      ],
    };
    const [code, gain] = acceptPiece(JSON.parse(JSON.stringify(old))).strands[0]!.steps;
    expect(code!.params).toEqual({ text: params.text, gives: 'number', working: params.working, 'slider-size': 3 });
    expect(gain!.params).toEqual({ by: 2 });
  });

  it.each(['__proto__', 'constructor', 'toString'])('an id that every object inherits is refused: %s', (id) => {
    const control = { id, name: 'a', value: 1, default: 1, min: 0, max: 1, curve: 1 };
    const text = JSON.stringify({ ...veil, looks: [], controls: [control] });
    expect(() => readPiece(text)).toThrow(/cannot be called that/);
  });

  it('brings an invented version 0 forward', () => {
    const old = {
      format: 'calm-lattice',
      version: 0,
      name: 'Old tide',
      picture: veil.picture,
      loop: { seconds: 5, rate: 24 },
      strands: [],
    };
    const piece = acceptPiece(old);
    expect(piece.version).toBe(VERSION);
    expect(piece.loop).toEqual({ frames: 120, rate: 24, play: 'loop' });
    expect(piece.controls).toEqual([]);
  });

  const broken: [string, string | (() => string), PieceError['code'], RegExp][] = [
    ['not JSON', 'hello', 'not-json', /not JSON/],
    ['cut in half', () => writePiece(veil).slice(0, 400), 'not-json', /not JSON/],
    ['NaN for a number', () => writePiece(veil).replace('"frames": 240', '"frames": NaN'), 'not-json', /not JSON/],
    ['other JSON', '{"a": 1}', 'not-a-piece', /not a piece/],
    ['null', 'null', 'not-a-piece', /not a piece/],
    ['no version', '{"format": "calm-lattice"}', 'not-a-piece', /which version/],
    [
      'a newer version',
      () => JSON.stringify({ ...raw(), version: VERSION + 1 }),
      'newer',
      /newer Calm Lattice \(piece version 10/,
    ],
    [
      'a number that is a string',
      () => writePiece(veil).replace('"frames": 240', '"frames": "240"'),
      'wrong-value',
      /The loop frames is not right: .*must be a number/,
    ],
    [
      'a parameter of 1e308',
      () => writePiece(veil).replace('"turns": 2', '"turns": 1e308'),
      'wrong-value',
      /"breath".*"signal\.cycle".*turns.*(less than or equal|safe number)/,
    ],
    [
      '1e999, which JSON reads as infinity',
      () => writePiece(veil).replace('"turns": 2', '"turns": 1e999'),
      'wrong-value',
      /turns.*(infinity|less than)/i,
    ],
    ['a colour that is none', () => writePiece(veil).replace('#143038', 'red'), 'wrong-value', /background.*#20a0c0/],
    ['no strands', () => JSON.stringify({ ...raw(), strands: undefined }), 'wrong-value', /strand.*required/],
    [
      'a link to nowhere',
      () => writePiece(veil).replaceAll('"link": "breath"', '"link": "gone"'),
      'no-such-strand',
      /In the strand "sea".*strand "gone", which is not in the file/,
    ],
    [
      'a link to a step that is not there',
      () => writePiece(veil).replaceAll('"link": "breath"', '"link": "breath", "step": "t9"'),
      'no-such-strand',
      /step "t9" of "breath"/,
    ],
    [
      'a cycle',
      () => {
        const piece = raw();
        piece.strands.find((s) => s.id === 'swell')!.steps[2]!.params.low = { link: 'crest' };
        return JSON.stringify(piece);
      },
      'cycle',
      /"swell" takes from "crest" takes from "swell"/,
    ],
    [
      'two strands of one id',
      () => JSON.stringify({ ...raw(), strands: [...raw().strands, raw().strands[0]] }),
      'wrong-value',
      /duplicate/,
    ],
  ];
  it.each(broken)('refuses %s with its own message', (_, text, code, sentence) => {
    try {
      readPiece(typeof text === 'string' ? text : text());
    } catch (error) {
      expect(error).toBeInstanceOf(PieceError);
      expect((error as PieceError).code).toBe(code);
      expect((error as PieceError).message).toMatch(sentence);
      return;
    }
    expect.unreachable('the file was accepted');
  });

  it('refuses 200 MB by its size alone', () => {
    expect(() => checkSize(200 * 1024 * 1024)).toThrow(/200 MB; a piece may have at most 64 MB/);
  });

  it('keeps a step that is not known here', () => {
    const piece = raw();
    piece.strands
      .find((s) => s.id === 'tint')!
      .steps.push({ op: 'field.from-tomorrow', id: 't9', params: { amount: 3, mode: 'soft' } } as never);
    expect(writePiece(acceptPiece(piece))).toContain('field.from-tomorrow');
  });

  it('answers any JSON with a piece or a PieceError', () => {
    fc.assert(
      fc.property(fc.json(), (text) => {
        expect(() => readPiece(text)).toThrow(PieceError);
      }),
    );
    const junk = fc.oneof(fc.jsonValue(), fc.constantFrom({ link: 'swell' }, [1, 2], 'x'));
    fc.assert(
      fc.property(
        fc.constantFrom('picture', 'loop', 'strands', 'controls', 'name', 'assets', 'bundles'),
        junk,
        (key, value) => {
          try {
            acceptPiece({ ...raw(), [key]: value });
          } catch (error) {
            expect(error).toBeInstanceOf(PieceError);
          }
        },
      ),
    );
  });
});

describe('edits', () => {
  const frozen = (piece: Piece) => Object.freeze(piece);

  it('leave the piece before untouched and share what stayed the same', () => {
    const before = frozen(structuredClone(veil));
    const copy = structuredClone(before);
    const after = setParam(before, 'swell', 't2', 'scale', 9);
    expect(before).toEqual(copy);
    expect(after.strands.find((s) => s.id === 'swell')!.steps[1]!.params.scale).toBe(9);
    expect(after.strands[0]).toBe(before.strands[0]);
  });

  it('build a row in order and give free names and ids', () => {
    let piece = addStrand(blankPiece(), 'field', 'position', 'field.position');
    piece = addStrand(piece, 'field', 'position', 'field.uv');
    piece = addStep(piece, 's1', 1, 'field.remap');
    piece = addStep(piece, 's1', 1, 'field.noise');
    expect(piece.strands.map((s) => [s.id, s.name])).toEqual([
      ['s1', 'position'],
      ['s2', 'position 2'],
    ]);
    expect(piece.strands[0]!.steps.map((s) => [s.id, s.op])).toEqual([
      ['t1', 'field.position'],
      ['t3', 'field.noise'],
      ['t2', 'field.remap'],
    ]);
    piece = moveStep(piece, 's1', 't2', 1);
    expect(piece.strands[0]!.steps.map((s) => s.id)).toEqual(['t1', 't2', 't3']);
  });

  it('the trail of a magnet of an earlier version lasts as long in seconds as its places did', () => {
    const grid = { id: 't1', op: 'form.grid', params: {} };
    const params = (before: object) => {
      const steps = [grid, { id: 't2', op: 'form.magnet', params: before }];
      const strands = [{ id: 's1', kind: 'form', name: 'a', steps }];
      return acceptPiece({ ...veil, version: 7, strands }).strands[0]!.steps[1]!.params;
    };
    // Eight places, 0.025 of a loop of 8 s from one to the next.
    expect(params({ trail: 8, spacing: 0.025, radius: 2 })).toEqual({ radius: 2, lasts: 1.6, places: 8, fade: 0 });
    expect(params({ trail: 0, spacing: 0.1, radius: 2 })).toEqual({ radius: 2 });
    expect(params({ radius: 2 })).toEqual({ radius: 2 });
  });

  it('send links home when their strand or step goes', () => {
    const without = removeStrand(veil, 'swell');
    const params = without.strands.flatMap((s) => s.steps.map((t) => t.params));
    expect(JSON.stringify(params)).not.toContain('"swell"');
    // What was linked says so, until it is set.
    const problems = analyse(without).problems.map((p) => p.sentence);
    expect(problems).toContain(
      'Push, field: the strand "swell" that it was linked to was deleted; link another one, or set a value.',
    );
    const set = setParam(without, 'sea', 't2', 'by', 0.5);
    expect(set.strands.find((s) => s.id === 'sea')!.steps[1]!.lost).toBeUndefined();
    expect(analyse(set).problems).toHaveLength(problems.length - 1);
    const linked = setParam(veil, 'crest', 't1', 'value', { link: 'swell', step: 't2' });
    expect(removeStep(linked, 'swell', 't2').strands.find((s) => s.id === 'crest')!.steps[0]!.params.value).toEqual({
      link: 'swell',
    });
    expect(() => acceptPiece(JSON.parse(writePiece(without)))).not.toThrow();
  });

  it('duplicate, rename, switch off, replace, and remove the strand with its last step', () => {
    const two = duplicateStrand(veil, 'breath');
    expect(two.strands[1]).toMatchObject({ name: 'breath 2', steps: veil.strands[0]!.steps });
    expect(renameStrand(two, two.strands[1]!.id, 'breath').strands[1]!.name).toBe('breath 3');
    expect(toggleStep(toggleStep(veil, 'breath', 't2'), 'breath', 't2')).toEqual(veil);
    expect(replaceOp(veil, 'swell', 't2', 'field.noise', ['scale', 'seed']).strands[1]!.steps[1]!).toMatchObject({
      op: 'field.noise',
      params: { scale: 0.62, seed: 17 },
    });
    const gone = removeStep(removeStep(veil, 'breath', 't2'), 'breath', 't1');
    expect(gone.strands.some((s) => s.id === 'breath')).toBe(false);
  });

  it('refuse to work on what is no longer there', () => {
    expect(() => setParam(veil, 'nowhere', 't1', 'x', 1)).toThrow(PieceError);
    expect(() => removeStep(veil, 'swell', 't99')).toThrow(PieceError);
  });
});

describe('the step that an edit was about', () => {
  const base = addStep(
    addStep(
      addStrand(addStrand(blankPiece(), 'field', 'a', 'field.uv'), 'field', 'b', 'field.uv'),
      's2',
      1,
      'field.noise',
    ),
    's2',
    2,
    'field.gain',
  );
  it('is the one that changed, came or lost its right neighbour', () => {
    const changed = setParam(base, 's2', 't2', 'scale', 3);
    expect(stepConcerned(base, changed)).toEqual({ strand: 's2', step: 't2' });
    expect(stepConcerned(changed, base)).toEqual({ strand: 's2', step: 't2' });
    const removed = removeStep(base, 's2', 't3');
    expect(stepConcerned(base, removed)).toEqual({ strand: 's2', step: 't2' });
    expect(stepConcerned(removed, base)).toEqual({ strand: 's2', step: 't3' });
    expect(stepConcerned(removeStrand(base, 's2'), base)).toEqual({ strand: 's2', step: 't1' });
  });

  it('is none where only the piece itself changed', () => {
    expect(stepConcerned(base, { ...base, name: 'Other' })).toBeNull();
    expect(stepConcerned(base, removeStrand(base, 's2'))).toBeNull();
  });
});
