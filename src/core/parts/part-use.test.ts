import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RECIPES, ground } from '@/demo/recipes';
import { writePiece } from '../formats/write-piece';
import { readPiece } from '../formats/piece-file';
import { expose, setControl } from '../piece/desk';
import { addStep, blankPiece, removeStrand, setParam } from '../piece/edit';
import { putPart, type Part } from './part';
import { contentsForEdition, staleUses, updateUse, partUseAt, usesIn } from './part-use';
import {
  isControlRef,
  isLink,
  strandById,
  type PartUse,
  type Piece,
  type Step,
  type Strand,
  type Value,
} from '../piece/types';

const kept = (part: Part, edition = 'first'): Part => ({ ...part, id: `kept-${part.id}`, edition });
const put = (piece: Piece, part: Part) => putPart(piece, part, { selected: null, ground, endOf: (row) => row.length });
const ENTERING = RECIPES.map((r) => kept(r));
/** The same, kept as rows of their own. */
const ROWS = RECIPES.map((r): Part => {
  const { strands, controls, assets } = r.clip();
  const clip = { strands, controls, assets };
  return kept({ ...r, id: `${r.id}-rows`, name: `${r.name} as rows`, enters: false, clip: () => clip });
});
const PARTS = [...ENTERING, ...ROWS];

/** Puts a part in twice. */
function twice(part: Part): { piece: Piece; first: PartUse; second: PartUse } {
  const { piece } = put(put(blankPiece(), part).piece, part);
  const [first, second] = usesIn(piece) as [PartUse, PartUse];
  return { piece, first, second };
}

/** Keeps a use again and makes the other one as it is kept. */
function spread(piece: Piece, from: PartUse, to: PartUse, part: Part): { piece: Piece; part: Part } {
  const again = contentsForEdition(piece, from, 'next', part.clip());
  const next: Part = { ...part, edition: 'next', clip: () => again.clip };
  return { piece: updateUse(again.piece, to.id, { id: part.id, edition: 'next' }, again.clip), part: next };
}

/** The strands and steps of a use, by what they are called in the part; what they take from as well. */
function inWordsOfPart(piece: Piece, use: PartUse) {
  const back = (names: Record<string, string>) =>
    new Map(Object.entries(names).map(([id, here]): [string, string] => [here, id]));
  const strands = back(use.strands);
  const steps = back(use.row?.steps ?? {});
  const controls = back(use.controls);
  const word = (value: Value): unknown => {
    if (isLink(value)) return { ...value, link: strands.get(value.link) ?? 'elsewhere' };
    return isControlRef(value) ? { ...value, control: controls.get(value.control) } : value;
  };
  const told = ({ id: _, overrides: __, params, ...rest }: Step) => ({
    ...rest,
    params: Object.fromEntries(Object.entries(params).map(([id, v]) => [id, word(v)])),
  });
  const rows = piece.strands
    .filter((s) => strands.has(s.id))
    .map((s): [string, unknown] => [strands.get(s.id)!, { kind: s.kind, steps: s.steps.map(told) }]);
  const row = strandById(piece, use.row?.strand ?? '');
  const inRow = row?.steps.flatMap((t) => (steps.has(t.id) ? [[steps.get(t.id), told(t)]] : []));
  return { rows: Object.fromEntries(rows), inRow };
}

const own = (piece: Piece, use: PartUse): Strand[] =>
  piece.strands.filter((s) => Object.values(use.strands).includes(s.id));

describe('where saved parts stand', () => {
  it.each(PARTS)('$name is found at each of its steps, in each of its places', (part) => {
    const { piece, first, second } = twice(part);
    for (const use of [first, second]) {
      for (const s of own(piece, use))
        for (const t of s.steps) expect(partUseAt(piece, { strand: s.id, step: t.id })?.id).toBe(use.id);
      for (const step of Object.values(use.row?.steps ?? {}))
        expect(partUseAt(piece, { strand: use.row!.strand, step })?.id).toBe(use.id);
    }
    expect(readPiece(writePiece(piece))).toEqual(piece);
  });

  it.each(PARTS)('$name made as it is kept where nothing was changed stays to the letter', (part) => {
    const { piece, second } = twice(part);
    expect(updateUse(piece, second.id, { id: part.id, edition: part.edition! }, part.clip())).toEqual(piece);
  });

  it('a recipe is not remembered, and what was deleted is forgotten', () => {
    expect(put(blankPiece(), RECIPES[0]!).piece.uses).toBeUndefined();
    const { piece, first } = twice(ROWS[0]!);
    const without = own(piece, first).reduce((p, s) => removeStrand(p, s.id), piece);
    expect(usesIn(without).map((u) => u.id)).toEqual(['u2']);
    expect(updateUse(without, first.id, { id: 'any', edition: 'next' }, PARTS[0]!.clip())).toBe(without);
  });
});

describe('a part that is kept again', () => {
  it.each(PARTS)('$name goes on to its other place as it is in the first', (part) => {
    const { piece, first, second } = twice(part);
    const strand = own(piece, first).at(-1) ?? strandById(piece, first.row!.strand)!;
    const changed = addStep(piece, strand.id, strand.steps.length, 'field.absolute');
    const done = spread(changed, first, second, part);
    const [one, other] = usesIn(done.piece) as [PartUse, PartUse];
    expect([one.edition, other.edition]).toEqual(['next', 'next']);
    expect(inWordsOfPart(done.piece, other)).toEqual(inWordsOfPart(done.piece, one));
    expect(staleUses(done.piece, done.part)).toEqual([]);
    expect(staleUses(piece, done.part)).toHaveLength(2);
    expect(readPiece(writePiece(done.piece))).toEqual(done.piece);
  });

  it('numbers anywhere in it, whatever they are, go on', () => {
    fc.assert(
      fc.property(fc.constantFrom(...PARTS), fc.nat(), fc.double({ min: -9, max: 9, noNaN: true }), (part, n, to) => {
        const { piece, first, second } = twice(part);
        const places = [
          ...own(piece, first).flatMap((s) => s.steps.map((t) => ({ strand: s.id, step: t }))),
          ...Object.values(first.row?.steps ?? {}).map((id) => ({
            strand: first.row!.strand,
            step: strandById(piece, first.row!.strand)!.steps.find((t) => t.id === id)!,
          })),
        ];
        const { strand, step } = places[n % places.length]!;
        const changed = setParam(piece, strand, step.id, 'amount', to);
        const done = spread(changed, first, second, part);
        const [one, other] = usesIn(done.piece) as [PartUse, PartUse];
        expect(inWordsOfPart(done.piece, other)).toEqual(inWordsOfPart(done.piece, one));
        expect(JSON.stringify(inWordsOfPart(done.piece, other))).toContain(JSON.stringify(to));
      }),
      { numRuns: 60 },
    );
  });

  it('keeps the place of its steps in a row, and what was put between them belongs to it from then on', () => {
    const part = ENTERING.find((p) => p.clip().strands.find((s) => s.id === p.clip().into)!.steps.length > 1)!;
    const { piece, first, second } = twice(part);
    const row = strandById(piece, first.row!.strand)!;
    const at = row.steps.findIndex((t) => t.id === Object.values(first.row!.steps)[0]);
    const between = addStep(piece, row.id, at + 1, row.steps[at]!.op);
    const done = spread(between, first, second, part).piece;
    const [one, other] = usesIn(done) as [PartUse, PartUse];
    const count = Object.keys(first.row!.steps).length;
    expect(Object.keys(one.row!.steps)).toHaveLength(count + 1);
    expect(Object.keys(other.row!.steps)).toHaveLength(count + 1);
    const before = strandById(between, row.id)!.steps.map((t) => t.id);
    const after = strandById(done, row.id)!.steps.map((t) => t.id);
    expect(after.slice(0, before.length - count)).toEqual(before.slice(0, -count));
  });

  it('keeps the settings of its controls, and links to it from elsewhere', () => {
    const part = PARTS.find(
      (p) => p.clip().controls.length > 0 && p.clip().strands.some((s) => s.id !== p.clip().into),
    )!;
    const { piece, first, second } = twice(part);
    const control = Object.values(second.controls)[0]!;
    const { max } = piece.controls.find((c) => c.id === control)!;
    const fed = own(piece, second)[0]!;
    const elsewhere = piece.strands.find((s) => !own(piece, second).includes(s))!;
    const step = elsewhere.steps.at(-1)!;
    const linked = setParam(setControl(piece, control, max), elsewhere.id, step.id, 'any', { link: fed.id });
    const done = spread(linked, first, second, part).piece;
    expect(done.controls.find((c) => c.id === control)?.value).toBe(max);
    const after = strandById(done, elsewhere.id)!.steps.find((t) => t.id === step.id)!;
    expect(after.params.any).toEqual({ link: fed.id });
  });

  it('takes away what it does not have any more, and links to that fall back', () => {
    const part = PARTS.find((p) => p.clip().strands.filter((s) => s.id !== p.clip().into).length > 1)!;
    const { piece, second } = twice(part);
    const [gone, ...stay] = own(piece, second);
    const was = Object.entries(second.strands).find(([, here]) => here === gone!.id)![0];
    const clip = part.clip();
    const smaller = { ...clip, strands: clip.strands.filter((s) => s.id !== was) };
    const done = updateUse(piece, second.id, { id: part.id, edition: 'next' }, smaller);
    expect(strandById(done, gone!.id)).toBeUndefined();
    for (const s of stay) expect(strandById(done, s.id)).toBeDefined();
    expect(JSON.stringify(done.strands)).not.toContain(`"link":"${gone!.id}"`);
    expect(readPiece(writePiece(done))).toEqual(done);
  });

  it('brings controls that are new in it', () => {
    const part = PARTS[0]!;
    const { piece, first, second } = twice(part);
    const strand = own(piece, first)[0] ?? strandById(piece, first.row!.strand)!;
    const controls = piece.controls.length;
    const out = expose(
      piece,
      { strand: strand.id, step: strand.steps.at(-1)!.id, param: 'amount' },
      { name: 'reach', value: 1, min: 0, max: 2 },
    );
    const done = spread(out, first, second, part).piece;
    expect(done.controls).toHaveLength(controls + 2);
    const [one, other] = usesIn(done) as [PartUse, PartUse];
    expect(inWordsOfPart(done, other)).toEqual(inWordsOfPart(done, one));
  });
});
