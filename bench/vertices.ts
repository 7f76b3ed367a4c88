import type { Page } from '@playwright/test';
import { library } from '@/core/glsl';
import { placeText } from '@/core/glsl/lib';
import type { Piece } from '@/core/piece/types';
import { addStep, addStrand, blankPiece } from '@/core/piece/edit';
import { analyse, cardText, formText, slotValues, weave } from '@/core/weave';
import { STARTERS } from '@/demo';
import type { Line } from './tools';

const HERE = { rest: 'at', world: 'at', normal: 'vec3(0.0, 1.0, 0.0)', phase: 'phase', copy: 'number', copies: 'many', copyAt: 'at' };

/** A form as the engine runs it; signals are held still. */
function woven(piece: Piece, strand: string) {
  const made = weave(piece, analyse(piece), [{ strand }], { held: true });
  return { made, form: formText(made), uniforms: Object.fromEntries([...made.uniforms.map((u) => [u.name, slotValues(piece, u)] as const), ...made.signals.map((s) => [s.name, [0.4]] as const)]) };
}

const along = (way: string, turn: string) => placeText({ rest: way, world: way, normal: turn, uv: 'vec2(0.0)' }, true);
const WAYS = [along('vec3(1.0, 0.0, 0.0)', 'vec3(0.0)'), along('vec3(0.0, 0.0, -1.0)', 'vec3(0.0)')];

/** Copies on points, each shifted by a noise. */
function copied(): Piece {
  let piece = addStrand(blankPiece(), 'field', 'wind', 'field.position');
  piece = addStep(piece, 's1', 1, 'field.noise', { scale: 0.5, evolve: 2 });
  piece = addStrand(piece, 'field', 'rise', 'field.combine', { y: { link: 's1' } });
  piece = addStrand(piece, 'form', 'bed', 'form.points-grid');
  piece = addStrand(piece, 'form', 'blocks', 'form.box');
  return addStep(piece, 's4', 1, 'form.copies', { on: { link: 's3' }, shift: { link: 's2' } });
}

const HAND_NOISE = `${library(['noise'])}\nuniform float uScale; uniform float uEvolve; uniform float uAmount; uniform vec3 uTurn;
float wind(vec3 q, uint seed) { return gradientNoise4(vec4(q * uScale, phase * uEvolve), vec4(0.0, 0.0, 0.0, uEvolve), seed); }\n`;

/** (i) exact normals, (j) 100,000 copies, (k) a million points: the vertex work alone, each against its yardstick. */
export async function vertexLines(page: Page): Promise<Line[]> {
  const sea = woven(STARTERS.find((s) => s.id === 'tidewater-veil')!.piece, 'sea');
  const move = sea.form.move;
  const text = cardText(sea.made);
  const normals = [
    { glsl: `${text}\n${sea.form.text}\nvec3 result(vec3 at, float number) { vec3 a; vec3 b; vec3 v = ${sea.form.slopes}(${placeText(HERE)}, ${WAYS.join(', ')}, a, b); return v + cross(a, b); }`, uniforms: sea.uniforms, count: 100_000 },
    { glsl: `${text}\nvec3 to(vec3 at, float number) { return ${move}(${placeText(HERE)}); }\nvec3 result(vec3 at, float number) { vec3 v = to(at, number); return v + cross(to(at + vec3(1e-3, 0.0, 0.0), number) - v, to(at - vec3(0.0, 0.0, 1e-3), number) - v); }`, uniforms: sea.uniforms, count: 100_000 },
  ] as const;
  const blocks = woven(copied(), 's4');
  const copies = [
    { glsl: `${cardText(blocks.made)}\nvec3 result(vec3 at, float number) { return ${blocks.form.move}(${placeText(HERE)}); }`, uniforms: blocks.uniforms, count: 8 * 100_000 },
    { glsl: `${HAND_NOISE}vec3 result(vec3 at, float number) { return at + at + vec3(0.0, wind(at, 1u), 0.0); }`, uniforms: { uScale: [0.5], uEvolve: [2], uAmount: [1], uTurn: [0, 0, 0] }, count: 8 * 100_000 },
  ] as const;
  const drift = woven(STARTERS.find((s) => s.id === 'lantern-drift')!.piece, 'lights');
  const points = [
    { glsl: `${cardText(drift.made)}\nvec3 result(vec3 at, float number) { return ${drift.form.move}(${placeText(HERE)}); }`, uniforms: drift.uniforms, count: 1_000_000 },
    { glsl: `${HAND_NOISE}vec3 result(vec3 at, float number) { vec3 v = at + vec3(wind(at, 2u), wind(at, 9u), wind(at, 17u)) * uAmount; float c = cos(uTurn.y); float s = sin(uTurn.y); return vec3(c * v.x + s * v.z, v.y, c * v.z - s * v.x); }`, uniforms: { uScale: [0.55], uEvolve: [1], uAmount: [1.5], uTurn: [0, 0.4, 0] }, count: 1_000_000 },
  ] as const;
  const times = await page.evaluate((pairs) => (window as unknown as { vertices: { compareVertices: (p: unknown) => [number, number][] } }).vertices.compareVertices(pairs), [normals, copies, points]);
  const line = (name: string, [ours, theirs]: [number, number], most: number): Line => ({ name, ratio: ours / theirs, target: `at most ${most}`, ok: ours / theirs <= most, detail: `${ours.toFixed(0)} against ${theirs.toFixed(0)} ms` });
  return [
    line('(i) normals by derived text, against three evaluations, 100,000 vertices', times[0]!, 1),
    line('(j) 100,000 copies with eight vertices each shifted by a noise, against one written by hand', times[1]!, 1.15),
    line('(k) 1,000,000 points carried by three noises and turned, against one written by hand', times[2]!, 1.15),
  ];
}
