import { NO_ASSETS } from '../assets/assets';
import { expect, it } from 'vitest';
import { STARTERS } from '@/demo';
import { coarse } from '@/demo/testing';
import { addStep, addStrand, blankPiece } from '../piece/edit';
import { previewSteps, type Preview } from '.';

const size = { width: 24, height: 12 };
/** At which a thin form is a pixel wide. */
const formSize = { width: 72, height: 36 };
/** Forms whose points are all at one place. */
const AT_ONE_PLACE = ['moorings'];

/** Share of a drawing's width or height, the larger, over which it is not ground. */
function spanOf(preview: Preview): number {
  if (preview.kind !== 'picture') return 0;
  const { width, height } = preview;
  const pixels = new Uint32Array(preview.pixels.buffer);
  const seen = [...pixels.keys()].filter((i) => pixels[i] !== pixels[0]);
  const over = (of: (i: number) => number) => Math.max(...seen.map(of)) - Math.min(...seen.map(of)) + 1;
  return Math.max(over((i) => i % width) / width, over((i) => Math.floor(i / width)) / height);
}

it.each(STARTERS.map((s) => [s.id, s] as const))(
  'draws every step of %s that the processor can draw',
  async (_, starter) => {
    const piece = coarse(starter.piece);
    for (const strand of piece.strands) {
      const steps = strand.steps.map((s) => s.id);
      const drawn = await previewSteps(
        {
          piece,
          strand: strand.id,
          steps,
          size: strand.kind === 'form' ? formSize : size,
          phase: 0.3,
        },
        NO_ASSETS,
      );
      const cells = strand.kind !== 'stage' && strand.kind !== 'finish';
      expect([...drawn.keys()], strand.name).toEqual(cells ? steps : []);
      const kinds = [...drawn.values()].map((p) => p.kind);
      expect(kinds, strand.name).toEqual(kinds.map(() => (strand.kind === 'signal' ? 'plot' : 'picture')));
      // All of a form is seen: what is drawn is as wide or as high as fits.
      if (strand.kind === 'form' && !AT_ONE_PLACE.includes(strand.name))
        for (const [step, preview] of drawn) expect(spanOf(preview), `${strand.name}/${step}`).toBeGreaterThan(0.75);
    }
  },
  60_000,
);

it('measures the range of a field and marks what leaves it', async () => {
  let piece = addStrand(blankPiece(), 'field', 'a', 'field.uv');
  piece = addStrand(piece, 'field', 'b', 'field.from', { value: { link: 's1', swizzle: 'x' } });
  piece = addStep(piece, 's2', 1, 'field.remap', { fromLow: 0, fromHigh: 1, low: 0, high: 2 });
  const preview = (await previewSteps({ piece, strand: 's2', steps: ['t2'], size, phase: 0 }, NO_ASSETS)).get('t2')!;
  if (preview.kind !== 'picture') throw new Error('no picture');
  expect(preview.low).toBeCloseTo(2 * (0.5 / 24), 5);
  expect(preview.high).toBeCloseTo(2 * (23.5 / 24), 5);
  const [r, , b] = preview.pixels.slice(-4);
  expect(r! - b!).toBeGreaterThan(30);
});
