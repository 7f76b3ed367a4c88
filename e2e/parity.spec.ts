import { expect, type Page } from '@playwright/test';
import {
  LOOP_ON_CARD,
  loopText,
  readsLoop,
  checkProgram,
  compile,
  library,
  LIBRARY_PARTS,
  partsNamedIn,
  Processor,
  samplerText,
  type Pixels,
} from '@/core/glsl';
import { FRAME_STAND_IN, PLACE_FIELDS, PLACE_SIZE, readsFrame, readsOther, SURFACE_FIELDS } from '@/core/glsl/lib';
import { addStep, addStrand, blankPiece } from '@/core/piece/edit';
import { LIMITS } from '@/core/piece/limits';
import type { Piece, Value } from '@/core/piece/types';
import { CATALOGUE, kindOf, outputType, type Param, type RunType, type StepDefinition } from '@/core/steps';
import { choicesOf, pieceWith, SAMPLES, SAMPLE_PLACES, usualPiece, TEST_ASSETS } from '@/core/steps/testing';
import {
  analyse,
  aloneText,
  Evaluator,
  glslType,
  argumentParams,
  paramType,
  OverLoop,
  placeRows,
  stepFunction,
  stepFunctionName,
  type PlaceValues,
} from '@/core/weave';
import { onGraphicsCard } from './gpu';
import { testAlone as test } from './lasting-page';

/** Points for each function. */
const COUNT = 160;
/**
 * Part of the value (or of 1, where that is larger) by which floats may differ. GLSL ES leaves
 * the card's sines and powers a few places; everything else is far closer.
 */
const TOLERANCE = 2e-4;
const ALL = library(LIBRARY_PARTS);
const SAMPLERS = samplerText(1);

/** A small generator, so that every run draws the same points. */
function random(seed: number): () => number {
  let s = seed;
  return () => {
    s = (Math.imul(s, 1664525) + 1013904223) >>> 0;
    return s / 4294967296;
  };
}

const parts = (from: number, size: number) =>
  size === 1 ? `i(${from})` : `vec${size}(${Array.from({ length: size }, (_, k) => `i(${from + k})`).join(', ')})`;

function expectAlike(name: string, gpu: number[], cpu: number[], rows: number[], width: number): void {
  let worst = { off: 0, at: -1 };
  cpu.forEach((c, k) => {
    const off = Math.abs(gpu[k]! - c) / Math.max(1, Math.abs(c));
    if (!(off <= worst.off)) worst = { off, at: k };
  });
  const row = Math.floor(worst.at / 4);
  expect(
    worst.off,
    `${name} at ${rows.slice(row * width, (row + 1) * width).join(' ')}: card ${gpu[worst.at]}, ` +
      `processor ${cpu[worst.at]}`,
  ).toBeLessThanOrEqual(TOLERANCE);
}

/** A small picture of every shade, in slot 0 on both processors. */
const PICTURE: Pixels = (() => {
  const next = random(9);
  return { width: 7, height: 5, data: Uint8ClampedArray.from({ length: 7 * 5 * 4 }, () => Math.floor(next() * 256)) };
})();

/** Numbers over a loop, on both. */
const NUMBERS = (() => {
  const next = random(4);
  return Float32Array.from({ length: 40 }, () => next() * 4 - 2);
})();

/** Compares one expression of scalars `i(n)` on both processors. */
async function compare(name: string, glsl: string, result: string, rows: number[], width: number): Promise<number[]> {
  const gpu = await onGraphicsCard(page, {
    glsl: `${SAMPLERS}${readsLoop(glsl) ? loopText(NUMBERS) : ''}${glsl}`,
    result,
    width,
    rows,
    picture: { ...PICTURE, data: [...PICTURE.data] },
  });
  const inputs = Array.from({ length: width }, (_, k) => `float x${k}`).join(', ');
  const source = `${glsl}\nvec4 probe(${inputs}) { return ${result.replace(/\bi\((\d+)\)/g, 'x$1')}; }`;
  const processor = Processor.loadNow(compile(source, ['probe']));
  processor.setData([PICTURE], NUMBERS);
  const cpu = [...processor.run('probe', new Float32Array(rows), rows.length / width)];
  expectAlike(name, gpu, cpu, rows, width);
  return cpu;
}

/** One page serves all. Any page of this origin will do. */
let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await page.goto('/api/starters');
});
test.afterAll(() => page.close());

test('whole-number hashes agree bit for bit', async () => {
  const next = random(1);
  const words = Array.from({ length: COUNT * 4 }, () => Math.floor(next() * 16777216));
  const glsl = library(['hash']);
  for (const [name, result] of [
    ['hashPcg', 'uvec4(hashPcg(K.x), hashPcg(K.y), hashPcg(K.z ^ K.w), 0u)'],
    ['hashPcg2', 'uvec4(hashPcg2(K.xy), hashPcg2(K.zw))'],
    ['hashPcg3', 'uvec4(hashPcg3(K.xyz), 0u)'],
    ['hashPcg4', 'hashPcg4(K)'],
    ['hashUnit', 'uvec4(floatBitsToUint(hashUnit(K.x)), floatBitsToUint(hashUnit(hashPcg(K.y))), 0u, 0u)'],
  ] as const) {
    const key = 'uvec4(uint(int(i(0))), uint(int(i(1))), uint(int(i(2))), uint(int(i(3)))) * 2654435761u';
    const expression = result.replaceAll('K', `(${key})`);
    const gpu = await onGraphicsCard(page, { glsl, result: expression, width: 4, rows: words, whole: true });
    const source =
      `${glsl}\nuvec4 probe(float x0, float x1, float x2, float x3) { return ` +
      `${expression.replace(/\bi\((\d)\)/g, 'x$1')}; }`;
    const out = Processor.loadNow(compile(source, ['probe'])).run('probe', new Float32Array(words), COUNT);
    expect(gpu, name).toEqual([...new Uint32Array(out.buffer)]);
    expect(new Set(gpu).size).toBeGreaterThan(COUNT);
  }
});

/** Every function of the library that takes and gives floats, as the checker sees it. */
const LIBRARY_FUNCTIONS = checkProgram(ALL).functions.filter(
  (f) =>
    f.returns.scalar === 'float' &&
    f.returns.shape !== 'struct' &&
    f.name !== 'pictureTexel' &&
    f.params.every((p) => p.local.type.shape === 'scalar' || p.local.type.shape === 'vector'),
);

/** Parameters that mean something in a part of the numbers alone, by their names. */
const SUITED: [RegExp, (value: string) => string][] = [
  [/period|repeat|cells/, (value) => `floor(abs(${value}) * 0.4)`],
  [/^octaves$/, (value) => `abs(${value}) * 0.5`],
  [/^frames$/, (value) => `(2.0 + floor(abs(${value})))`],
  [/^kelvin$/, (value) => `abs(${value}) * 1500.0`],
  [/^d$/, (value) => `${value} * 0.08`],
  [/^t$/, (value) => `(${value} * 0.09 + 0.5)`],
  [/jitter|circling|depth|opening/, (value) => `abs(${value}) * 0.125`],
];
const suited = (name: string, value: string) => SUITED.find(([names]) => names.test(name))?.[1](value) ?? value;

/** A seed of a name's own, so that what is added leaves the points of all others as they are. */
const seedOf = (name: string) => [...name].reduce((sum, c) => Math.imul(sum, 31) + c.charCodeAt(0), 7);

for (const func of LIBRARY_FUNCTIONS) {
  const title = `${func.name}(${func.params.map((p) => p.local.type.name).join(', ')})`;
  test(`library: ${title}`, async () => {
    const next = random(seedOf(title));
    let width = 0;
    const args = func.params.map(({ local: { name, type } }) => {
      const from = width;
      width += type.size;
      const value = parts(from, type.size);
      if (type.scalar === 'float') return suited(name, value);
      if (type.scalar === 'bool') return `(${value} > 0.0)`;
      return type.scalar === 'uint'
        ? type.size === 1
          ? `(uint(int(abs(${value}) * 1000.0)) * 2654435761u)`
          : `uvec${type.size}(ivec${type.size}(abs(${value}) * 1000.0))`
        : `int(abs(${value}) * 0.3)`;
    });
    const rows = Array.from({ length: COUNT * width }, () => Math.fround(next() * 16 - 8));
    const call = `${func.name}(${args.join(', ')})`;
    const result = func.returns.size === 4 ? call : `vec4(${call}${', 0.0'.repeat(4 - func.returns.size)})`;
    const values = await compare(title, library(partsNamedIn(func.name)), result, rows, width);
    expect(new Set(values).size, 'the values differ from point to point').toBeGreaterThan(5);
  });
}

function scalarsOf(param: Param, next: () => number): number[] {
  const within = (low: number, high: number) => Math.fround(low + next() * (high - low));
  switch (param.type) {
    case 'number':
      return [param.whole ? Math.round(within(param.min, param.max)) : within(param.min, param.max)];
    case 'vector':
      return [0, 1, 2].map(() => within(param.min, param.max));
    case 'choice':
      return [Math.floor(next() * param.options.length)];
    case 'picture':
      return [0];
    case 'curve':
    case 'keys':
      return [within(-1, 1)];
    default:
      return [next(), next(), next()].map(Math.fround);
  }
}

const numbersOf = (d: Pick<StepDefinition, 'params'>) => d.params.filter((p) => p.type === 'number');
/** The ends of what may be typed; of the slider where any number may. */
const endsOf = (p: ReturnType<typeof numbersOf>[number]) =>
  (p.hard ?? [p.min, p.max]).map((end, n) => (Math.abs(end) < LIMITS.number ? end : n === 0 ? p.min : p.max));

/** Numbers that at their ends multiply a difference in the last place of a float a thousand times. */
const AMPLIFYING: Record<string, string[]> = { 'form.drift': ['back'], 'finish.place': ['size'] };

/** A step as one expression over a row: the place, the input, then every parameter. */
function stepExpression(
  d: StepDefinition,
  takes: RunType | null,
): { call: string; row: (next: () => number, given?: Record<string, number>) => number[]; width: number } {
  let width = 0;
  const take = (size: number) => {
    const text = parts(width, size);
    width += size;
    return text;
  };
  const place = `Place(${PLACE_FIELDS.map((f) => take(f.size)).join(', ')})`;
  const structs: Partial<Record<RunType, readonly { size: number }[]>> = { surface: SURFACE_FIELDS };
  const sizes: Partial<Record<RunType, number>> = { float: 1, vec2: 2, vec3: 3, moments: 3, form: 3, image: 4 };
  const running = takes
    ? structs[takes]
      ? `Surface(${structs[takes]!.map((f) => take(f.size)).join(', ')})`
      : take(sizes[takes]!)
    : null;
  const runningSize = width - PLACE_SIZE;
  const params = argumentParams(d);
  const args = params.map((p) =>
    paramType(p) === 'int' ? `int(${take(1)} + 0.5)` : take(paramType(p) === 'float' ? 1 : 3),
  );
  return {
    call: `${stepFunctionName(d)}(${[place, ...(running ? [running] : []), ...args].join(', ')})`,
    width,
    row: (next, given = {}) => {
      const isLight = takes === 'image' || takes === 'surface';
      const at = Array.from({ length: PLACE_SIZE }, () => Math.fround(next() * 4 - 2));
      at[PLACE_SIZE - 1] = Math.fround(next());
      const before = Array.from({ length: runningSize }, () =>
        Math.fround(next() * (isLight ? 1 : 4) - (isLight || takes === 'moments' ? 0 : 2)),
      );
      return [...at, ...before, ...params.flatMap((p) => (p.id in given ? [given[p.id]!] : scalarsOf(p, next)))];
    },
  };
}

const WITH_GLSL = CATALOGUE.filter((d) => d.glsl !== undefined || d.resolve);

for (const d of WITH_GLSL) {
  test(`step: ${d.op}`, async () => {
    const begins = d.gives === 'image' || d.overLoop ? outputType(d, null) : null;
    const starts: (RunType | null)[] = d.takes.length > 0 ? d.takes : [begins];
    for (const takes of starts) {
      const resolved = d.resolve?.({ params: {} }, takes) ?? d;
      const gives = outputType(resolved, takes);
      const moments = resolved.params.filter((p) => p.per === 'moment');
      const own =
        takes &&
        `${glslType(takes)} ownRow(Place q) { return ${glslType(takes)}(waveSine(q.uv.x * 2.0 + ` +
          'q.rest.y) + q.screen.y); }';
      const functions = moments.map(
        (p) =>
          `${paramType(p)} own_${p.id}(Place q) { return ${paramType(p)}(${
            paramType(p) === 'float' ? 'waveSine(q.phase)' : 'waveSine(q.phase), q.rest.x, 0.2'
          }); }`,
      );
      const glsl = [
        ...(readsFrame(resolved.glsl!) || readsOther(resolved.glsl!) ? [FRAME_STAND_IN] : []),
        library([
          'place',
          'wave',
          ...(takes === 'surface' || gives === 'surface' ? (['surface'] as const) : []),
          ...(resolved.needs ?? []),
        ]),
        ...(d.again ? [own] : []),
        ...functions,
        stepFunction(resolved, {
          takes,
          gives,
          again: 'ownRow',
          chosen: resolved.passes ? { pass: resolved.passes - 1 } : {},
          moments: Object.fromEntries(moments.map((p) => [p.id, `own_${p.id}`])),
        }),
      ].join('\n');
      const { call, row, width } = stepExpression(resolved, takes);
      const next = random(seedOf(d.op));
      const numbers = numbersOf(resolved).filter((p) => p.per !== 'moment' && !AMPLIFYING[d.op]?.includes(p.id));
      const ends = numbers.flatMap((p) => endsOf(p).map((end) => ({ [p.id]: end })));
      const rows = [
        ...Array.from({ length: COUNT }, () => row(next)),
        ...ends.flatMap((given) => Array.from({ length: 6 }, () => row(next, given))),
      ];
      if (gives !== 'surface') {
        const zeros = { float: ', 0.0, 0.0, 0.0', vec2: ', 0.0, 0.0', vec3: ', 0.0', vec4: '' }[glslType(gives)]!;
        await compare(d.op, glsl, `vec4(${call}${zeros})`, rows.flat(), width);
        continue;
      }
      // One program for all values of a surface: a last column says which.
      const parts = SURFACE_FIELDS.map(
        (f, n) => `  if (n == ${n}) return vec4(s.${f.name}${', 0.0'.repeat(4 - f.size)});\n`,
      );
      const part = `vec4 partOf(Surface s, int n) {\n${parts.join('')}  return vec4(0.0);\n}\n`;
      const all = SURFACE_FIELDS.flatMap((_, n) => rows.map((r) => [...r, n]));
      await compare(d.op, `${glsl}\n${part}`, `partOf(${call}, int(i(${width}) + 0.5))`, all.flat(), width + 1);
    }
  });
}

/**
 * Runs a strand of a piece, the last one by default, on both processors at places, its values as uniforms and its
 * numbers over the loop as a texture: as it is drawn.
 */
async function compareField(
  name: string,
  piece: Piece,
  places: PlaceValues[] = SAMPLE_PLACES,
  strand = piece.strands.at(-1)!.id,
): Promise<void> {
  const analysis = analyse(piece);
  // A row of its own has no finish to read.
  expect(
    analysis.problems.filter((p) => p.strand === strand && !p.sentence.includes('choose a finish')),
    name,
  ).toEqual([]);
  const evaluator = await Evaluator.make(piece, TEST_ASSETS, [{ strand }], analysis);
  const { functions, glsl } = evaluator.woven;
  const rows = [...placeRows(places)];
  let from = 0;
  const place = `Place(${PLACE_FIELDS.map((f) => parts((from += f.size) - f.size, f.size)).join(', ')})`;
  const result = `vec4(pointOf(${functions[0]!.name}(${place})), 0.0)`;
  const gpu = await onGraphicsCard(page, {
    glsl: `${readsLoop(glsl) ? LOOP_ON_CARD : ''}${aloneText(evaluator.woven)}`,
    result,
    width: PLACE_SIZE,
    rows,
    uniforms: evaluator.uniforms,
    loop: readsLoop(glsl) ? (await OverLoop.forPiece(piece, analysis)).table(piece, TEST_ASSETS).values : undefined,
  });
  const width = evaluator.width(0);
  const own = evaluator.run(0, Float32Array.from(rows), places.length);
  const cpu = places.flatMap((_, row) => pointOf([...own.subarray(row * width, (row + 1) * width)]));
  expectAlike(name, gpu, cpu, rows, PLACE_SIZE);
}

/** What `pointOf` of the library makes of a value, and a fourth scalar that is nothing. */
const pointOf = (v: number[]) => [v[0]!, v[1] ?? 0, v[2] ?? 0, 0];

for (const d of CATALOGUE.filter((each) => each.op.startsWith('field.') && !each.resolve)) {
  test(`at the places where patterns are cut: ${d.op}`, async () => {
    for (const takes of d.takes.length > 0 ? d.takes : [null]) {
      for (let choice = 0; choice < choicesOf(d); choice++)
        await compareField(`${d.op} of ${takes}, choice ${choice}`, usualPiece(d, takes, choice));
    }
  });
}

test('keys and waves of signals agree where they jump', async () => {
  const keys = [
    { at: 0, value: 0, ease: 'held' as const },
    { at: 1 / 3, value: 1, ease: 'held' as const },
    { at: 0.5, value: 0.2, ease: 'linear' as const },
    { at: 0.75, value: 0.9, ease: 'eased' as const },
  ];
  await compareField('keys', addStrand(blankPiece(), 'signal', 'own', 'signal.keys', { keys }));
  for (const wave of ['saw', 'pulse', 'triangle', 'sine'])
    for (const turns of [1, 2, 3])
      await compareField(`${wave} ${turns}`, addStrand(blankPiece(), 'signal', 'own', 'signal.cycle', { wave, turns }));
  for (const steps of [2, 3, 8])
    await compareField(`random ${steps}`, addStrand(blankPiece(), 'signal', 'own', 'signal.random', { steps }));
});

/** The frames of a loop of 24, halfway between them, and a little to both sides: where numbers over the loop change. */
const FRAME_PLACES = Array.from({ length: 49 }, (_, k) => k / 48).flatMap((phase) =>
  [-0.002, 0, 0.002].map((off) => ({ phase: Math.min(1, Math.max(0, phase + off)), copy: 2, copies: 5 })),
);

for (const d of CATALOGUE.filter(
  (each) => ['signal', 'field'].includes(kindOf(each)) && !each.resolve && !each.hidden,
)) {
  test(`at the ends of the ranges, over the loop: ${d.op}`, async () => {
    const ends = [{}, ...numbersOf(d).flatMap((p) => endsOf(p).map((end) => ({ [p.id]: end })))];
    const places = kindOf(d) === 'signal' ? FRAME_PLACES : SAMPLE_PLACES;
    for (const takes of d.takes.length > 0 ? d.takes : [null])
      for (const params of ends)
        await compareField(`${d.op} of ${takes} ${JSON.stringify(params)}`, pieceWith(d, takes, params), places, 's2');
  });
}

const FIELD_STEPS = CATALOGUE.filter((d) => d.op.startsWith('field.') && d.glsl && !d.resolve && !d.hidden);

/** A row of three to five steps, each of which can take what the one before it gives; numbers within the sliders. */
function chain(next: () => number): Piece {
  const one = <T>(of: readonly T[]) => of[Math.floor(next() * of.length)]!;
  const params = (d: StepDefinition) =>
    Object.fromEntries(
      d.params.flatMap((p): [string, Value][] => {
        if (p.type === 'choice') return [[p.id, one(p.options).id]];
        if (p.type !== 'number' || next() < 0.5) return [];
        const value = next() < 0.5 ? one(SAMPLES) : p.min + next() * (p.max - p.min);
        return [[p.id, Math.min(p.max, Math.max(p.min, p.whole ? Math.round(value) : value))]];
      }),
    );
  const first = one(FIELD_STEPS.filter((d) => d.takes.length === 0));
  let piece = addStrand(blankPiece(), 'field', 'own', first.op, params(first));
  for (let at = 1; at < 3 + Math.floor(next() * 3); at++) {
    const gives = analyse(piece).types.get('s1')!.at(-1)!.gives!;
    const step = one(FIELD_STEPS.filter((d) => d.takes.includes(gives)));
    piece = addStep(piece, 's1', at, step.op, params(step));
  }
  return piece;
}

test('random rows of steps agree', async () => {
  const next = random(2026);
  for (let k = 0; k < 60; k++) {
    const piece = chain(next);
    await compareField(JSON.stringify(piece.strands[0]!.steps.map((s) => [s.op, s.params])), piece);
  }
});
