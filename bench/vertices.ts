import type { Page } from '@playwright/test';
import { library } from '@/core/glsl';
import { placeText } from '@/core/glsl/lib';
import type { Piece, Strand } from '@/core/piece/types';
import { addStep, addStrand, blankPiece, setParam } from '@/core/piece/edit';
import { analyse, cardText, formText, slotValues, weave } from '@/core/weave';
import { STARTERS } from '@/demo';
import { from, piece, strand } from '@/demo/build';
import type { Line } from './tools';

const HERE = {
  rest: 'at',
  world: 'at',
  normal: 'vec3(0.0, 1.0, 0.0)',
  phase: 'phase',
  copy: 'number',
  copies: 'many',
  copyAt: 'at',
};

/** A form as the engine runs it; signals are held still. */
function woven(piece: Piece, strand: string) {
  const made = weave(piece, analyse(piece), [{ strand }], { signalUniforms: true });
  return {
    made,
    form: formText(made),
    uniforms: Object.fromEntries([
      ...made.uniforms.map((u) => [u.name, slotValues(piece, u)] as const),
      ...made.signals.map((s) => [s.name, [0.4]] as const),
    ]),
  };
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

const HAND_NOISE = `${library(['noise'])}\nuniform float uScale; uniform float uEvolve; uniform float uAmount;
uniform vec3 uTurn;
float wind(vec3 q, uint seed) { return gradientNoise4(vec4(q * uScale, phase * uEvolve), vec4(0.0, 0.0, 0.0,
  uEvolve), seed); }\n`;

/** Both scenes as pieces, on the same small picture. */
function scenes(): [piece: Piece, form: string, which: string][] {
  const stage = (form: string, surface: string): Strand[] => [
    strand(
      'stage',
      'hall',
      ['camera', { position: [0, 0.6, 5.6], target: [0, 0, 0], lens: 32 }],
      ['place', { form: from(form), surface: from(surface) }],
      ['fill', { above: '#8fa2aa', below: '#2a2320', strength: 2 }],
    ),
    strand(
      'finish',
      'out',
      ['shoot', { stage: from('hall') }],
      ['exposure', { stops: 0.25, shoulder: 0.6 }],
      ['contrast', { contrast: 1.15 }],
    ),
  ];
  const small = { picture: { width: 480, height: 270, background: '#000000' } };
  const bed = piece(
    'Blocks',
    '',
    [
      strand('field', 'wind', ['position'], ['noise', { scale: 0.5, evolve: 2 }]),
      strand('field', 'rise', ['combine', { y: from('wind') }]),
      strand('form', 'bed', ['points-grid', { counts: [400, 1, 250], size: [10, 0, 6] }]),
      strand(
        'form',
        'blocks',
        ['box', { size: [0.02, 0.1, 0.02] }],
        ['copies', { on: from('bed'), shift: from('rise') }],
      ),
      strand('surface', 'wood', ['lit', { colour: '#b98a4b', roughness: 0.7 }]),
      ...stage('blocks', 'wood'),
    ],
    small,
  );
  const drift = STARTERS.find((s) => s.id === 'lantern-drift')!.piece;
  const million = {
    ...drift,
    ...small,
    strands: [...drift.strands.filter((s) => s.kind !== 'stage' && s.kind !== 'finish'), ...stage('lights', 'spark')],
  };
  return [
    [bed, 'blocks', 'blocks'],
    [setParam(million, 'lights', 't1', 'count', 1_000_000), 'lights', 'lights'],
  ];
}

/**
 * (i) exact normals, (j) 100,000 copies, (k) a million points, each against its yardstick: the vertex work alone, then
 * (l, m) whole frames.
 */
export async function vertexLines(page: Page): Promise<Line[]> {
  const sea = woven(STARTERS.find((s) => s.id === 'tidewater-veil')!.piece, 'sea');
  const move = sea.form.move;
  const text = cardText(sea.made);
  const normals = [
    {
      glsl:
        `${text}\n${sea.form.text}\nvec3 result(vec3 at, float number) { vec3 a; vec3 b; vec3 v = ` +
        `${sea.form.slopes}(${placeText(HERE)}, ${WAYS.join(', ')}, a, b); return v + cross(a, b); }`,
      uniforms: sea.uniforms,
      count: 100_000,
    },
    {
      glsl:
        `${text}\nvec3 to(vec3 at, float number) { return ${move}(${placeText(HERE)}); }\nvec3 ` +
        'result(vec3 at, float number) { vec3 v = to(at, number); return v + cross(to(at + ' +
        'vec3(1e-3, 0.0, 0.0), number) - v, to(at - vec3(0.0, 0.0, 1e-3), number) - v); }',
      uniforms: sea.uniforms,
      count: 100_000,
    },
  ] as const;
  const blocks = woven(copied(), 's4');
  const copies = [
    {
      glsl:
        `${cardText(blocks.made)}\nvec3 result(vec3 at, float number) { return ` +
        `${blocks.form.move}(${placeText(HERE)}); }`,
      uniforms: blocks.uniforms,
      count: 8 * 100_000,
    },
    {
      glsl: `${HAND_NOISE}vec3 result(vec3 at, float number) { return at + at + vec3(0.0, wind(at, 1u), 0.0); }`,
      uniforms: { uScale: [0.5], uEvolve: [2], uAmount: [1], uTurn: [0, 0, 0] },
      count: 8 * 100_000,
    },
  ] as const;
  const drift = woven(STARTERS.find((s) => s.id === 'lantern-drift')!.piece, 'lights');
  const points = [
    {
      glsl:
        `${cardText(drift.made)}\nvec3 result(vec3 at, float number) { return ` +
        `${drift.form.move}(${placeText(HERE)}); }`,
      uniforms: drift.uniforms,
      count: 1_000_000,
    },
    {
      glsl:
        `${HAND_NOISE}vec3 result(vec3 at, float number) { vec3 v = at + vec3(wind(at, 2u), ` +
        'wind(at, 9u), wind(at, 17u)) * uAmount; float c = cos(uTurn.y); float s = sin(uTurn.y); ' +
        'return vec3(c * v.x + s * v.z, v.y, c * v.z - s * v.x); }',
      uniforms: { uScale: [0.55], uEvolve: [1], uAmount: [1.5], uTurn: [0, 0.4, 0] },
      count: 1_000_000,
    },
  ] as const;
  const times = await page.evaluate(
    (pairs) =>
      (
        window as unknown as { vertices: { compareVertices: (p: unknown) => [number, number][] } }
      ).vertices.compareVertices(pairs),
    [normals, copies, points],
  );
  const line = (name: string, [ours, theirs]: [number, number], most: number): Line => ({
    name,
    ratio: ours / theirs,
    target: `at most ${most}`,
    ok: ours / theirs <= most,
    detail: `${ours.toFixed(0)} against ${theirs.toFixed(0)} ms`,
  });
  const whole = await page.evaluate(async (jobs) => {
    const { frames } = (window as unknown as { frames: { frames: (...job: unknown[]) => Promise<[number, number]> } })
      .frames;
    return [await frames(...jobs[0]!), await frames(...jobs[1]!)];
  }, scenes());
  return [
    line('(i) normals by derived text, against three evaluations, 100,000 vertices', times[0]!, 1),
    line(
      '(j) 100,000 copies with eight vertices each shifted by a noise, against one written by hand',
      times[1]!,
      1.15,
    ),
    line('(k) 1,000,000 points carried by three noises and turned, against one written by hand', times[2]!, 1.15),
    line('(l) a frame of 100,000 copies, against the same scene of three.js written by hand', whole[0]!, 1.15),
    line('(m) a frame of 1,000,000 points whose light is added, against the same by hand', whole[1]!, 1.15),
  ];
}
