import type { Assets } from '../../assets/assets';
import { loopText } from '../../glsl';
import { placeText } from '../../glsl/lib';
import { strandById, type Piece } from '../../piece/types';
import { analyse } from '../analysis/analyse';
import { OverLoop } from './evaluate';
import { withTracks } from '../keys/tracks';
import { glslType } from '../analysis/step-function';
import type { Analysis, Woven } from '../analysis/types';
import { aloneText, weave } from '../writing/weave';

/** The place of a pixel of the painted square; `uv` and `phase` are in scope. */
export const FLAT_PLACE = placeText({
  rest: 'vec3(uv * 2.0 - 1.0, 0.0)',
  world: 'vec3(uv * 2.0 - 1.0, 0.0)',
  normal: 'vec3(0.0, 0.0, 1.0)',
  uv: 'uv',
  screen: 'uv',
  phase: 'phase',
});

const PAINT: Record<string, string> = {
  float: 'vec3(value)',
  vec2: 'vec3(value, 0.0)',
  vec3: 'value',
  moments: 'value',
};

/** The numbers over the loop that a text reads, row after row. */
async function loopNumbers(piece: Piece, assets: Assets, analysis: Analysis, { loopRows }: Woven): Promise<number[]> {
  const { values } = (await OverLoop.forPiece(piece, analysis)).table(piece, assets);
  return loopRows.flatMap((first) => [...values.subarray(first, first + piece.loop.frames + 1)]);
}

/**
 * A field (or signal) as a fragment shader that compiles on its own: the present values are
 * constants, the phase is a uniform, and `main` paints the field over uv 0..1.
 * @throws Error in words where the strand gives what cannot be painted
 * @example await exportGlsl(piece, assets, 's1');
 */
export async function exportGlsl(stored: Piece, assets: Assets, strand: string, step?: string): Promise<string> {
  const piece = withTracks(stored);
  const analysis = analyse(piece);
  const woven = weave(piece, analysis, [{ strand, step }], { constants: true });
  const loop = woven.loopRows.length > 0 ? loopText(await loopNumbers(piece, assets, analysis, woven)) : '';
  const { name, gives } = woven.functions[0]!;
  // Only printable ASCII may stand in GLSL, and a backslash at the end of a line would run on.
  const comment = (text: string) => text.replace(/[^\x20-\x5b\x5d-\x7e]/g, '?');
  const label = comment(strandById(piece, strand)?.name ?? '');
  const paint = PAINT[gives];
  if (!paint)
    throw new Error(`Only fields and signals can be written as GLSL on their own; this strand gives ${gives}.`);
  return `#version 300 es
// ${label}, from the piece ${comment(piece.name)}. Colours are linear light.
precision highp float;
precision highp int;

uniform float phase; // time in the loop, 0 to 1
uniform vec2 size; // of the picture in pixels
out vec4 pixel;

${(loop + aloneText(woven)).trim()}

void main() {
  vec2 uv = gl_FragCoord.xy / size;
  Place p = ${FLAT_PLACE};
  ${glslType(gives)} value = ${name}(p);
  pixel = vec4(${paint}, 1.0);
}
`;
}
