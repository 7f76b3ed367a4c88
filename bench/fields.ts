import type { Page } from '@playwright/test';
import { addStrand, blankPiece } from '@/core/piece/edit';
import type { Piece } from '@/core/piece/types';
import { analyse, cardText, exportGlsl, slotValues, weave } from '@/core/weave';
import { STARTERS } from '@/demo';
import { BY_HAND } from './by-hand';
import { best, type Line } from './tools';

const HEAD = '#version 300 es\nprecision highp float;\nprecision highp int;\nuniform float phase;\nuniform vec2 size;\nout vec4 pixel;\n';
const PLACE = 'Place(vec3(uv * 2.0 - 1.0, 0.0), vec3(uv * 2.0 - 1.0, 0.0), vec3(0.0, 0.0, 1.0), uv, uv, vec3(0.0, 0.0, 1.0), 0.0, 1.0, 0.0, phase)';
const PAINT: Record<string, string> = { float: 'vec3(value)', vec2: 'vec3(value, 0.0)', vec3: 'value' };

/** The field as the engine runs it: every number a uniform. */
function generated(piece: Piece, strand: string) {
  const woven = weave(piece, analyse(piece), [{ strand }]);
  const { name, gives } = woven.functions[0]!;
  const type = { float: 'float', vec2: 'vec2', vec3: 'vec3' }[gives as string];
  return {
    source: `${HEAD}${cardText(woven)}\nvoid main() { vec2 uv = gl_FragCoord.xy / size; ${type} value = ${name}(${PLACE}); pixel = vec4(${PAINT[gives]}, 1.0); }`,
    uniforms: Object.fromEntries(woven.uniforms.map((u) => [u.name, slotValues(piece, u)])),
  };
}

/** The field of a starter that costs most to write: the one with the longest text. */
function heaviest(piece: Piece): string {
  const fields = piece.strands.filter((s) => s.kind === 'field').map((s) => ({ id: s.id, length: exportGlsl(piece, s.id).length }));
  return fields.sort((a, b) => b.length - a.length)[0]!.id;
}

/** One line a starter: against the hand where there is one, else against the same text with its numbers as constants. */
export async function fieldLines(page: Page): Promise<Line[]> {
  const jobs = STARTERS.map(({ id, piece }) => {
    const hand = BY_HAND.find((h) => h.starter === id);
    const strand = hand?.strand ?? heaviest(piece);
    const baseline = hand
      ? { source: `${HEAD}${hand.glsl}\nvoid main() { pixel = hand(gl_FragCoord.xy / size, phase); }`, uniforms: hand.uniforms }
      : { source: exportGlsl(piece, strand), uniforms: {} };
    return { piece, strand, hand, pair: [generated(piece, strand), baseline] as const };
  });
  const times = await page.evaluate((pairs) => (window as unknown as { fields: { compareFields: (p: unknown) => [number, number][] } }).fields.compareFields(pairs), jobs.map((j) => j.pair));
  return jobs.map(({ piece, strand, hand }, i) => {
    const [ours, theirs] = times[i]!;
    const ratio = ours / theirs;
    return {
      name: `(e) ${piece.name}, field "${strand}", against ${hand ? 'one written by hand' : 'its numbers as constants'}`, ratio,
      target: hand ? 'at most 1.15' : 'for comparison', ok: hand ? ratio <= 1.15 : true, detail: `${ours.toFixed(1)} against ${theirs.toFixed(1)} ms at 320 x 180`,
    };
  });
}

function long(steps: number): Piece {
  const piece = addStrand(blankPiece(), 'field', 'long', 'field.from');
  const rest = Array.from({ length: steps - 1 }, (_, i) => ({ id: `t${i + 2}`, op: i % 2 ? 'field.remap' : 'field.power', params: {} }));
  return { ...piece, strands: [{ ...piece.strands[0]!, steps: [...piece.strands[0]!.steps, ...rest] }] };
}

/** (f) How the time to weave grows from 500 to 2,000 steps: 4 is linear. */
export function weaveGrowth(): Line {
  const time = (steps: number) => {
    const piece = long(steps);
    return best(40, () => void weave(piece, analyse(piece), [{ strand: 's1' }]));
  };
  time(2000);
  const [short, whole] = [time(500), time(2000)];
  return { name: '(f) time to weave 2,000 steps against 500', ratio: whole / short, target: 'at most 5 (4 is linear)', ok: whole / short <= 5, detail: `${whole.toFixed(1)} against ${short.toFixed(1)} ms` };
}
