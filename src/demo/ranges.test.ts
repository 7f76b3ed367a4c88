import { describe, expect, it } from 'vitest';
import type { Step, Strand } from '@/core/piece/types';
import { CATALOGUE, paramsOf } from '@/core/steps';
import { BEGINNINGS, STARTERS } from '.';
import { exampleOf } from './examples';
import { RECIPES } from './recipes';

/**
 * Numbers beyond their sliders, or at an end of one other than nothing, all or its default, and why they are meant.
 * Each names an operation and a parameter, in whatever piece.
 */
const MEANT: Record<string, string> = {
  'signal.remap high': 'brings a signal to the range of what it drives: degrees, or the strength of a light',
  'signal.remap low': 'brings a signal to the range of what it drives: degrees, or the strength of a light',
  'signal.mix other': 'the strength of a light',
  'field.remap fromHigh': 'takes a count of copies as it comes',
  'field.pan travel': 'rows that run by quickly',
  'field.noise scale': 'threads and rows as fine as they are in cloth and on a chart',
  'field.bands direction': 'a direction of no particular length',
  'field.scale by': 'drawn out thin, and turned upside down as a mirror does',
  'form.ball rows': 'a paper lantern whose folds need all of them',
  'form.ball radius': 'the filament of a lamp',
  'form.icosphere radius': 'a lamp that is small beside its path',
  'field.random changes': 'rows that break again in most frames',
  'form.disc radius': 'the smallest step of a stair that grows without end',
  'form.cylinder low': 'a buoy that comes to a point',
  'signal.cycle turns': 'runs the other way round',
  'stage.place turn': 'more than half a turn',
};

/** Numbers of a row that are beyond the slider of their parameter, or at its end. */
function unusual(strands: readonly Pick<Strand, 'steps'>[]): string[] {
  return strands
    .flatMap((s) => s.steps as Step[])
    .flatMap((step) =>
      paramsOf(step).flatMap((param) => {
        if (param.type !== 'number' && param.type !== 'vector') return [];
        const plain = [param.default].flat();
        const written = [step.params[param.id]].flat().filter((v): v is number => typeof v === 'number');
        const odd = written.filter(
          (v) =>
            v < param.min ||
            v > param.max ||
            ((v === param.min || v === param.max) && ![0, 1, -1, ...plain].includes(v)),
        );
        return odd.map(() => `${step.op} ${param.id}`);
      }),
    );
}

const PIECES: [string, () => readonly Pick<Strand, 'steps'>[]][] = [
  ...[...STARTERS, ...BEGINNINGS].map((s): (typeof PIECES)[number] => [s.id, () => s.piece.strands]),
  ...RECIPES.map((r): (typeof PIECES)[number] => [`the recipe ${r.id}`, () => r.clip().strands]),
  ...CATALOGUE.map((d): (typeof PIECES)[number] => [`the example of ${d.op}`, () => exampleOf(d).strands]),
];

describe('numbers of everything that ships', () => {
  it.each(PIECES)('%s: within their sliders, or meant', (_, strands) => {
    expect(unusual(strands()).filter((at) => !(at in MEANT))).toEqual([]);
  });

  it('each reason is needed', () => {
    const used = new Set(PIECES.flatMap(([, strands]) => unusual(strands())));
    expect(Object.keys(MEANT).filter((at) => !used.has(at))).toEqual([]);
  });

  it('an angle of 32 turns is none of them', () => {
    expect(unusual([{ steps: [{ id: 't1', op: 'field.turn', params: { angle: 32 } }] }])).toEqual(['field.turn angle']);
  });
});
