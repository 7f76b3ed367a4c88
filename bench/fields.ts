import { NO_ASSETS } from '@/core/assets/assets';
import type { Page } from '@playwright/test';
import { addStrand, blankPiece } from '@/core/piece/edit';
import type { Piece } from '@/core/piece/types';
import { analyse, cardText, Evaluator, exportGlsl, FLAT_PLACE, placeRows, slotValues, weave } from '@/core/weave';
import { STARTERS } from '@/demo';
import { BY_HAND } from './by-hand';
import type { Line } from './tools';
import { weaveFresh } from './weave-fresh';

const HEAD =
  '#version 300 es\nprecision highp float;\nprecision highp int;\nuniform float phase;\n' +
  'uniform vec2 size;\nout vec4 pixel;\n';
const PAINT: Record<string, string> = { float: 'vec3(value)', vec2: 'vec3(value, 0.0)', vec3: 'value' };

/** The field as the engine runs it: every number a uniform, and every signal as well. */
async function generated(piece: Piece, strand: string) {
  const woven = weave(piece, analyse(piece), [{ strand }], { signalUniforms: true });
  const signals = await Promise.all(
    woven.signals.map(async ({ name, target }) => [
      name,
      [...(await Evaluator.make(piece, NO_ASSETS, [target])).run(0, placeRows([{ phase: 0.3 }]), 1)],
    ]),
  );
  const { name, gives } = woven.functions[0]!;
  const type = { float: 'float', vec2: 'vec2', vec3: 'vec3' }[gives as string];
  return {
    source:
      `${HEAD}${cardText(woven)}\nvoid main() { vec2 uv = gl_FragCoord.xy / size; ${type} value = ` +
      `${name}(${FLAT_PLACE}); pixel = vec4(${PAINT[gives]}, 1.0); }`,
    uniforms: Object.fromEntries([...woven.uniforms.map((u) => [u.name, slotValues(piece, u)]), ...signals]),
  };
}

/** The field of a starter that costs most to write: the one with the longest text. */
async function heaviest(piece: Piece): Promise<string> {
  const fields = await Promise.all(
    piece.strands
      .filter((s) => s.kind === 'field')
      .map(async (s) => ({ id: s.id, length: (await exportGlsl(piece, NO_ASSETS, s.id)).length })),
  );
  return fields.sort((a, b) => b.length - a.length)[0]!.id;
}

/**
 * One line a starter: against the hand where there is one, else against the same text with its numbers as constants.
 */
export async function fieldLines(page: Page): Promise<Line[]> {
  const jobs = await Promise.all(
    STARTERS.filter(({ piece }) => piece.strands.some((s) => s.kind === 'field')).map(async ({ id, piece }) => {
      const hand = BY_HAND.find((h) => h.starter === id);
      const strand = hand?.strand ?? (await heaviest(piece));
      const baseline = hand
        ? {
            source: `${HEAD}${hand.glsl}\nvoid main() { pixel = hand(gl_FragCoord.xy / size, phase); }`,
            uniforms: hand.uniforms,
          }
        : { source: await exportGlsl(piece, NO_ASSETS, strand), uniforms: {} };
      return { piece, strand, hand, pair: [await generated(piece, strand), baseline] as const };
    }),
  );
  const times = await page.evaluate(
    (pairs) =>
      (window as unknown as { fields: { compareFields: (p: unknown) => [number, number][] } }).fields.compareFields(
        pairs,
      ),
    jobs.map((j) => j.pair),
  );
  return jobs.map(({ piece, strand, hand }, i) => {
    const [ours, theirs] = times[i]!;
    const ratio = ours / theirs;
    return {
      name:
        `(e) ${piece.name}, field "${strand}", against ` +
        `${hand ? 'one written by hand' : 'its numbers as constants'}`,
      ratio,
      target: hand ? 'at most 1.15' : 'for comparison',
      ok: hand ? ratio <= 1.15 : true,
      detail: `${ours.toFixed(1)} against ${theirs.toFixed(1)} ms at 320 x 180`,
    };
  });
}

function long(steps: number): Piece {
  const piece = addStrand(blankPiece(), 'field', 'long', 'field.from');
  const rest = Array.from({ length: steps - 1 }, (_, i) => ({
    id: `t${i + 2}`,
    op: i % 2 ? 'field.remap' : 'field.power',
    params: {},
  }));
  return { ...piece, strands: [{ ...piece.strands[0]!, steps: [...piece.strands[0]!.steps, ...rest] }] };
}

/** (f) How the time to weave grows from 500 to 2,000 steps: 4 is linear. */
export function weaveGrowth(): Line {
  const pieces = [long(500), long(2000)] as const;
  const time = (piece: Piece, times: number) => {
    const began = performance.now();
    for (let n = 0; n < times; n++) weaveFresh(piece, [{ strand: 's1' }]);
    return (performance.now() - began) / times;
  };
  // In turns and with as many steps in each, so that both meet the same disturbances; the median of the pairs counts.
  const pairs = Array.from({ length: 31 }, () => [time(pieces[0], 4), time(pieces[1], 1)] as const).slice(6);
  const [short, whole] = pairs.sort((a, b) => a[1] / a[0] - b[1] / b[0])[pairs.length >> 1]!;
  return {
    name: '(f) time to weave 2,000 steps against 500',
    ratio: whole / short,
    target: 'at most 5 (4 is linear)',
    ok: whole / short <= 5,
    detail: `${whole.toFixed(1)} against ${short.toFixed(1)} ms`,
  };
}
