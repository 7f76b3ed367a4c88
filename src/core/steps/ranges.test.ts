import { describe, expect, it } from 'vitest';
import { onceByName } from '../once';
import { addStep, addStrand, blankPiece } from '../piece/edit';
import type { Piece, Value } from '../piece/types';
import { acceptsLinks, analyse, Evaluator, isNaNMark, placeRows, withMarks, type PlaceValues } from '../weave';
import { firstOfEach, withLast, TEST_ASSETS } from './testing';
import { CATALOGUE, kindOf, linkTypes, rangeOf, type Param, type RunType, type StepDefinition } from '.';

/** Driven by the catalogue: a step that is added is covered by being there. */

const SIGNAL_SOURCES: Partial<Record<RunType, string>> = {
  float: 'signal.constant',
  vec3: 'signal.combine',
  moments: 'signal.scattered',
};
const SOURCES: Partial<Record<RunType, string>> = { float: 'field.from', vec2: 'field.uv', vec3: 'field.position' };
const STEPS = CATALOGUE.filter((d) => (kindOf(d) === 'field' || kindOf(d) === 'signal') && !d.hidden);
const cases = STEPS.flatMap((d) =>
  (d.takes.length === 0 ? [null] : d.takes).map(
    (takes) => [`${d.op}${takes ? ` of ${takes}` : ''}`, d, takes] as const,
  ),
);

const SIZES = [0, 1, -1, 0.3, 1e6, -1e6, 1e-7, 4096];
const placesOf = (sizes: readonly number[]): PlaceValues[] =>
  sizes.flatMap((a, i) =>
    [0, 0.37, 1].map((phase) => {
      const at = [a, sizes[(i + 3) % sizes.length]!, sizes[(i + 5) % sizes.length]!];
      return {
        rest: at,
        world: at,
        uv: at.slice(0, 2),
        screen: at.slice(0, 2),
        normal: [0, 0, i % 2],
        view: [0, 0, 0],
        copy: i,
        copies: 8,
        face: i,
        phase,
      };
    }),
  );
const ROWS = placeRows(placesOf(SIZES));

/** Pieces by step and what it takes: those under test differ from them by their numbers. */
const around = onceByName<StepDefinition, Piece>();

function pieceAround(d: StepDefinition, takes: RunType | null): Piece {
  const kind = kindOf(d);
  const source = takes === null ? d.op : (kind === 'signal' ? SIGNAL_SOURCES : SOURCES)[takes]!;
  let piece = addStrand(blankPiece(), kind, 'given', kind === 'field' ? 'field.from' : 'signal.constant');
  piece = addStrand(piece, kind, 'own', source, takes === 'float' ? { value: 0.7 } : {});
  piece = takes === null ? piece : addStep(piece, 's2', 1, d.op);
  return d.params.some(takesPicture) ? addStrand(piece, 'finish', 'aside', 'finish.paint') : piece;
}

const takesPicture = (p: Param) => p.type === 'strand' && p.kind === 'finish';

/**
 * A row with the step behind a source that suits it, and a strand "s1" that gives one number. What takes a picture
 * takes that of a finish "s3".
 */
function withStep(d: StepDefinition, takes: RunType | null, own: Record<string, Value>, given: number): Piece {
  const piece = around(d, String(takes), () => pieceAround(d, takes));
  const pictures = d.params.filter(takesPicture).map((p) => [p.id, { link: 's3' }] as const);
  return withLast(withLast(piece, 's1', { value: given }), 's2', { ...own, ...Object.fromEntries(pictures) });
}

const PLACE_LENGTH = ROWS.length / (3 * SIZES.length);
const run = async (piece: Piece, rows = ROWS) =>
  (await Evaluator.make(piece, TEST_ASSETS, [{ strand: 's2' }])).run(0, rows, rows.length / PLACE_LENGTH);
/** With what the last step gives seen as it is: elsewhere a value that is none is taken as 0, and never found. */
const marked = (piece: Piece) => withMarks(piece, { strand: 's2', step: piece.strands[1]!.steps.at(-1)!.id });
const isLinkable = (d: StepDefinition, p: Param) => linkTypes(p).length > 0 && acceptsLinks(d, p);

describe.each(cases)('%s', (_, d, takes) => {
  it('gives numbers for any numbers, as literals and through links', async () => {
    for (const value of SIZES) {
      const literals = Object.fromEntries(
        d.params.flatMap((p): [string, Value][] =>
          p.type === 'number' ? [[p.id, value]] : p.type === 'vector' ? [[p.id, [value, -value, value]]] : [],
        ),
      );
      const links = Object.fromEntries(d.params.filter((p) => isLinkable(d, p)).map((p) => [p.id, { link: 's1' }]));
      const isNew = firstOfEach();
      for (const choice of [0, 1, 2, 3, 4, 5, 6, 7, 8]) {
        const chosen = Object.fromEntries(
          d.params.flatMap((p): [string, Value][] =>
            p.type === 'choice' ? [[p.id, p.options[choice % p.options.length]!.id]] : [],
          ),
        );
        if (!isNew(chosen)) continue;
        for (const params of [
          { ...literals, ...chosen },
          { ...links, ...chosen },
        ]) {
          const piece = withStep(d, takes, params, value);
          expect(analyse(piece).problems).toEqual([]);
          const values = await run(piece);
          expect(
            values.findIndex((v) => !Number.isFinite(v)),
            `${JSON.stringify(params)} of ${value}`,
          ).toBe(-1);
          const seen = await run(marked(piece));
          expect(seen.findIndex(isNaNMark), `${JSON.stringify(params)} of ${value}, as the step gives it`).toBe(-1);
        }
      }
    }
  });

  it('takes the same of a link as of the literal, within the range of each parameter', async () => {
    for (const param of d.params.filter((p) => p.type === 'number' && isLinkable(d, p))) {
      const [low, high] = rangeOf(param);
      for (const value of [low, high, 0, -3.6, 1e6, -1e6]) {
        const literal = await run(withStep(d, takes, { [param.id]: value }, 0));
        const linked = await run(withStep(d, takes, { [param.id]: { link: 's1' } }, value));
        expect([...linked], `${param.id} ${value}`).toEqual([...literal]);
      }
    }
  });
});

it.each<[string, string, Record<string, Value>, RunType | null]>([
  ['Round to 0', 'field.round', { to: { link: 's1' } }, 'float'],
  ['Join softly by 0', 'field.join', { how: 'smooth', other: 0.5, softness: { link: 's1' } }, 'float'],
  ['Height to normal of reach 0', 'field.slope', { reach: { link: 's1' } }, 'float'],
  ['a wave that would grow', 'field.wave', { falloff: -100 }, 'float'],
])('%s is as at the end of its range', async (_, op, params, takes) => {
  const definition = CATALOGUE.find((d) => d.op === op)!;
  const [id] = Object.keys(params).slice(-1) as [string];
  const least = rangeOf(definition.params.find((p) => p.id === id)!)[0];
  expect([...(await run(withStep(definition, takes, params, 0)))]).toEqual([
    ...(await run(withStep(definition, takes, { ...params, [id]: least }, 0))),
  ]);
});

describe('drawn curves', () => {
  it.each([
    [
      'three points at one place',
      [
        { x: 0, y: 0 },
        { x: 0.5, y: 0.2 },
        { x: 0.5, y: 9 },
        { x: 0.5, y: 0.8 },
        { x: 1, y: 1 },
      ],
      [0.499999, 0.500001],
      [0.2, 0.8],
    ],
    [
      'all points at one place',
      [
        { x: 0.5, y: 0.2 },
        { x: 0.5, y: 0.5 },
        { x: 0.5, y: 0.8 },
      ],
      [0.4, 0.6],
      [0.2, 0.8],
    ],
  ] as const)('%s make a jump from the first to the last', async (_, points, at, expected) => {
    for (const [i, value] of at.entries()) {
      const piece = withStep(
        CATALOGUE.find((d) => d.op === 'field.curve')!,
        'float',
        { curve: points.map((p) => ({ ...p })) },
        0,
      );
      const strand = {
        ...piece.strands[1]!,
        steps: piece.strands[1]!.steps.map((s, k) => (k === 0 ? { ...s, params: { value } } : s)),
      };
      expect((await run({ ...piece, strands: [piece.strands[0]!, strand] }))[0]).toBeCloseTo(expected[i]!, 4);
    }
  });
});
