import { readdirSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { bake } from '../forms/bake';
import { checkProgram, GlslError, library, LIBRARY_FUNCTIONS } from '../glsl';
import { FRAME_STAND_IN, PLACE_SIZE, readsFrame, readsOther } from '../glsl/lib';
import type { Piece, Value } from '../piece/types';
import { generator } from '../random';
import {
  analyse,
  Evaluator,
  glslType,
  paramType,
  placeRows,
  plainParams,
  isNaNMark,
  runningInto,
  stepFunction,
  withMarks,
  type PlaceValues,
} from '../weave';
import {
  firstOfEach,
  pieceWith,
  STEPS_BY_TYPE,
  TEST_FINISH,
  TEST_FORM,
  TEST_MESH,
  TEST_PICTURE,
  TEST_SIGNAL,
  TEST_ASSETS,
} from './testing';
import {
  CATALOGUE,
  isLoopLength,
  kindOf,
  outputType,
  rangeOf,
  valueOf,
  type Param,
  type RunType,
  type StepDefinition,
} from '.';

/** The catalogue proves itself: a step that is added is covered by being there. */

const PLACES: PlaceValues[] = (() => {
  const next = generator(5);
  const point = () => [3 * next() - 1.5, 3 * next() - 1.5, 3 * next() - 1.5];
  return Array.from({ length: 80 }, (_, i) => ({
    rest: point(),
    world: point(),
    normal: point(),
    uv: [next(), next()],
    screen: [next(), next()],
    view: point(),
    tint: [next(), next(), next()],
    face: i % 6,
    faceMiddle: point(),
    faceWorld: point(),
    faceNormal: point(),
    faceUv: [next(), next()],
    lift: i % 2,
    copy: i % 5,
    copies: 5,
    copyAt: point(),
    copyNormal: point(),
    phase: next(),
  }));
})();
/** The same light for all that finishes a picture. */
const LIGHT = PLACES.map((_, i) => [0.02 * i, 0.9 - 0.01 * i, (i % 7) / 3, (i % 5) / 4]);

/** Places with the light that runs into a step of a picture. */
function lit(rows: Float32Array): Float32Array {
  const size = PLACE_SIZE;
  const wide = new Float32Array((rows.length / size) * (size + 4));
  for (let i = 0; i < rows.length / size; i++) {
    wide.set(rows.subarray(i * size, (i + 1) * size), i * (size + 4));
    wide.set(LIGHT[i]!, i * (size + 4) + size);
  }
  return wide;
}

/** The same places at the beginning of the loop and at its end. */
const ENDS = [0, 1].map((phase) => PLACES.map((p) => ({ ...p, phase })));

const rowsOfPlaces = new WeakMap<PlaceValues[], Float32Array>();

/** Rows of places, made once where they are asked for again. */
function rowsAt(places: PlaceValues[]): Float32Array {
  const rows = rowsOfPlaces.get(places) ?? placeRows(places);
  rowsOfPlaces.set(places, rows);
  return rows;
}

/** Gives the values of row "s2" at places, and all that its step says beside the running value. */
async function valuesOf(piece: Piece): Promise<(places: PlaceValues[]) => Float64Array> {
  const analysis = analyse(piece);
  const evaluator = await Evaluator.make(piece, TEST_ASSETS, [{ strand: 's2' }], analysis);
  const { passes = 1 } = analysis.types.get('s2')!.at(-1)!.definition!;
  const before: Evaluator[] = [];
  for (let pass = 0; pass < passes - 1; pass++)
    before.push(await Evaluator.make(piece, TEST_ASSETS, [{ strand: 's2' }], analysis, { pass }));
  return (places) => {
    const bare = rowsAt(places);
    const rows = evaluator.gives(0) === 'image' ? lit(bare) : bare;
    const beside = (['delay', 'tint', 'dot'] as const).map(
      (name) => evaluator.attribute(name, bare, places.length) ?? [],
    );
    return joined([...[evaluator, ...before].map((e) => e.run(0, rows, places.length)), ...beside]);
  };
}

const markedLast = (piece: Piece) =>
  withMarks(piece, { strand: 's2', step: piece.strands.find((s) => s.id === 's2')!.steps.at(-1)!.id });

const valuesAt = async (piece: Piece, places: PlaceValues[]) => (await valuesOf(piece))(places);

/** All that the last step of row "s2" comes to: values, a mesh, a part of the stage, a way of drawing. */
async function outcome(piece: Piece): Promise<Float64Array> {
  const strand = piece.strands.find((s) => s.id === 's2')!;
  const step = strand.steps.at(-1)!;
  const definition = analyse(piece).types.get('s2')!.at(-1)!.definition!;
  const plain = plainParams(piece, step, definition, () => [0], 0);
  const said = JSON.stringify([
    definition.part?.(plain),
    definition.look?.(plain as Record<string, string>),
    definition.shutter?.(plain),
  ]);
  const mesh = strand.kind === 'form' ? await bake(piece, TEST_ASSETS, strand) : null;
  const live = definition.glsl ? await valuesAt(piece, PLACES) : [];
  const { copies, shading } = mesh ?? {};
  const place = copies
    ? JSON.stringify({ copies, shading }, (_, v) => (ArrayBuffer.isView(v) ? [...(v as Float32Array)] : v))
    : '';
  const data = mesh ? [mesh.pointData, mesh.cornerData, mesh.faceData].flatMap((d) => Object.values(d)) : [];
  const made = mesh ? [mesh.positions, mesh.corners, ...data.map((d) => d.data)] : [];
  const shade = shading ? [shading.angle, Number(shading.facets)] : [];
  return joined([letters(said), live, ...made, shade, letters(place)]);
}

const letters = (text: string) => Array.from(text, (c) => c.charCodeAt(0));

function joined(parts: ArrayLike<number>[]): Float64Array {
  const all = new Float64Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}

/** How far two values are apart; a place that is moved on by whole units is the same to all that repeats. */
const apart = (d: StepDefinition, a: number, b: number) => {
  const off = Math.abs(a - b);
  return d.op === 'field.pan' ? Math.abs(off - Math.round(off)) : off;
};

const differ = (a: Float64Array, b: Float64Array) =>
  a.length !== b.length || a.some((v, i) => Math.abs(v - b[i]!) > 1e-6);

const NEUTRAL: Partial<Record<RunType, string>> = { surface: 'bareSurface(vec3(0.0), 1.0, 0.0)' };

/** Other values that a parameter may have. */
function others(param: Param): Value[] {
  if (isLoopLength(param)) return [];
  switch (param.type) {
    case 'number': {
      const values = [param.min, param.max, (param.min + param.max) / 2, param.min + 0.37 * (param.max - param.min)];
      return (param.whole ? values.map(Math.round) : values).filter((v) => v !== param.default);
    }
    case 'vector':
      return [param.max, param.min].flatMap((v) => [[v, v / 3, -v / 2] as Value, [v, v, v] as Value]);
    case 'colour':
      return ['#12c8f0'];
    case 'choice':
      return param.options.map((o) => o.id).filter((id) => id !== param.default);
    case 'ramp':
      return [
        [
          { at: 0.2, colour: '#ff8800' },
          { at: 0.4, colour: '#0044ff' },
        ],
      ];
    case 'curve':
      return [
        [
          { x: 0, y: 0.8 },
          { x: 0.4, y: 0.1 },
        ],
      ];
    case 'keys':
      return [
        [
          { at: 0.1, value: 3, ease: 'linear' },
          { at: 0.4, value: -1, ease: 'held' },
        ],
      ];
    case 'path':
      return [
        [{ place: [0, 0, 0] }, { place: [1, 0.5, 2] }, { place: [-2, 1, 0.3] }],
        [{ place: [0.2, 3, 0.1] }],
        Array.from({ length: 40 }, (_, i) => ({
          place: [Math.cos(i), i / 9, Math.sin(i)] as [number, number, number],
        })),
      ];
    case 'picture':
      return [TEST_PICTURE];
    case 'mesh':
      return [TEST_MESH];
    case 'text':
      return param.plain ? ['a\nbcd'] : [];
    case 'strand':
      return [{ link: { finish: TEST_FINISH, signal: TEST_SIGNAL }[param.kind as string] ?? TEST_FORM }];
    default:
      return [];
  }
}

/**
 * Settings of all other parameters under which a parameter is tried: as at first, then with every choice and lively
 * numbers.
 */
function* settings(d: StepDefinition, seed: number): Generator<Record<string, Value>> {
  yield {};
  const next = generator(seed);
  const isNew = firstOfEach();
  const choices = d.params.filter((p) => p.type === 'choice');
  const ways = choices.reduce((n, p) => n * p.options.length, 1);
  for (let way = 0; way < 2 * Math.min(60, Math.max(ways, 8)); way++) {
    let rest = Math.floor(way / 2) % ways;
    const setting: Record<string, Value> = {};
    for (const p of choices) {
      setting[p.id] = p.options[rest % p.options.length]!.id;
      rest = Math.floor(rest / p.options.length);
    }
    for (const p of d.params) {
      if (p.type === 'number' && way % 2 === 1) {
        const value = p.min + next() * (p.max - p.min);
        setting[p.id] = p.whole ? Math.round(value) : value;
      } else if (p.type === 'vector' && way % 2 === 1) setting[p.id] = [next(), next() - 0.5, next() + 0.2];
      if (p.per === 'moment') setting[p.id] = { link: TEST_SIGNAL };
      else if (p.type === 'picture') setting[p.id] = TEST_PICTURE;
      else if (p.type === 'mesh') setting[p.id] = TEST_MESH;
      else if (p.type === 'text' && p.plain) setting[p.id] = 'a\nbcd';
      else if (p.type === 'strand' && p.kind === 'form') setting[p.id] = { link: TEST_FORM };
      else if (p.type === 'strand' && p.kind === 'signal') setting[p.id] = { link: TEST_SIGNAL };
      else if (p.type === 'strand' && p.kind === 'finish') setting[p.id] = { link: TEST_FINISH };
    }
    if (isNew(setting)) yield setting;
  }
}

/** What is wrong with the text of a step and what mends it, with the line of the text; empty where nothing is. */
function whatToMend(text: string): string {
  try {
    checkProgram(text);
    return '';
  } catch (error) {
    if (!(error instanceof GlslError)) throw error;
    const missing = /There is no function "(\w+)"/.exec(error.sentence)?.[1] ?? '';
    const part = LIBRARY_FUNCTIONS.get(missing);
    const remedy = part ? ` Name it in needs: "${part}" has ${missing}.` : '';
    return `${error.sentence}${remedy}\n  ${text.split('\n')[error.pos.line - 1]?.trim()}`;
  }
}

it('a mistake in the text of a step is said with its line, and what is to be named in needs', () => {
  expect(whatToMend('float f(vec3 c) {\n  return toEncoded(c);\n}')).toBe(
    'There is no function "toEncoded". Name it in needs: "colours" has toEncoded.\n  return toEncoded(c);',
  );
  expect(whatToMend('float f(vec3 c) {\n  return lumi(c);\n}')).toBe('There is no function "lumi".\n  return lumi(c);');
  expect(whatToMend('float f(vec3 c) { return c.x; }')).toBe('');
});

describe.each(STEPS_BY_TYPE)('%s', (_, d, takes) => {
  const resolved = d.resolve?.({ params: {} }, takes) ?? d;

  it('runs behind what it takes, and does something', async () => {
    const piece = pieceWith(d, takes, { form: { link: TEST_FORM }, on: { link: TEST_FORM } });
    expect(
      analyse(piece)
        .types.get('s2')!
        .every((row) => row.active),
    ).toBe(true);
    if (d.reshape && d.params.length === 0) {
      const without = { ...piece, strands: piece.strands.map((s) => ({ ...s, steps: s.steps.slice(0, 1) })) };
      expect(differ(await outcome(without), await outcome(piece))).toBe(true);
    }
  });

  if (d.part)
    it('puts on the stage what it says', () => {
      const piece = pieceWith(d, takes, {});
      const strand = piece.strands.find((s) => s.id === 's2')!;
      expect(d.part!(plainParams(piece, strand.steps.at(-1)!, d, () => [0], 0)).part).toBe(d.puts);
    });

  if (resolved.glsl)
    it('compiles with the parts of the library that it names, and nothing else', () => {
      const gives = outputType(resolved, takes);
      const into = runningInto(resolved, takes, gives);
      const momentParams = resolved.params.filter((p) => p.per === 'moment');
      const moments = momentParams.map((p) => p.id);
      const surface = into === 'surface' || gives === 'surface' ? (['surface'] as const) : [];
      const text = [
        ...(readsFrame(resolved.glsl!) || readsOther(resolved.glsl!) ? [FRAME_STAND_IN] : []),
        library(['place', ...surface, ...(resolved.needs ?? [])]),
        ...(into ? [`${glslType(into)} before(Place q) { return ${NEUTRAL[into] ?? `${glslType(into)}(0.0)`}; }`] : []),
        ...momentParams.map((p) => `${paramType(p)} at_${p.id}(Place q) { return ${paramType(p)}(0.0); }`),
        stepFunction(resolved, {
          takes: into,
          gives,
          again: 'before',
          chosen: resolved.passes ? { pass: resolved.passes - 1 } : {},
          moments: Object.fromEntries(moments.map((id) => [id, `at_${id}`])),
        }),
      ].join('\n');
      expect(whatToMend(text)).toBe('');
    });

  if (resolved.glsl && !['field', 'signal'].includes(kindOf(d)))
    it('gives numbers at the ends of all ranges', async () => {
      const ends = resolved.params.filter((p) => p.type === 'number' || p.type === 'vector');
      const isNew = firstOfEach();
      for (const setting of settings(d, 11))
        for (const [a, b] of [
          [0, 0],
          [1, 1],
          [0, 1],
          [1, 0],
        ] as const) {
          const own = ends.map((p, i) => {
            const end = rangeOf(p)[i % 2 === 0 ? a : b];
            return [p.id, p.type === 'vector' ? [end, end, end] : end];
          });
          const params = { ...setting, ...(Object.fromEntries(own) as Record<string, Value>) };
          if (!isNew(params)) continue;
          const piece = pieceWith(d, takes, params);
          // As the step gives them: elsewhere a value that is none is taken as 0, and never found.
          const values = await valuesAt(markedLast(piece), PLACES);
          expect(
            values.findIndex((v) => !Number.isFinite(v) || isNaNMark(v)),
            JSON.stringify(params),
          ).toBe(-1);
        }
    });

  const params = d.params.filter(
    (p) => others(p).length > 0 && !(p.type === 'strand' && p.kind !== 'form' && p.kind !== 'finish'),
  );
  it.each(params.map((p) => [p.id, p] as const))('%s changes what comes out', async (_, param) => {
    const tried: string[] = [];
    for (const setting of settings(d, 3)) {
      const { [param.id]: own, ...rest } = setting;
      const cloud = param.per === 'point';
      const before = await outcome(pieceWith(d, takes, rest, cloud));
      for (const value of others(param)) {
        if (differ(before, await outcome(pieceWith(d, takes, { ...rest, [param.id]: value }, cloud)))) return;
        tried.push(JSON.stringify({ ...rest, [param.id]: value, own }));
      }
      if (tried.length > 400) break;
    }
    expect.fail(`nothing changed in ${tried.length} settings`);
  });

  const closing = resolved.glsl
    ? d.params.filter((p) => (p.type === 'number' || p.type === 'vector') && p.closes && p.id !== d.shifts)
    : [];
  it.each(closing.map((p) => [p.id, p] as const))(
    'closes with whole numbers of %s, and not between',
    async (_, param) => {
      const jump = async (setting: Record<string, Value>, value: number) => {
        const wide = param.type === 'vector' ? [value, 2 * value, -value] : value;
        const piece = pieceWith(d, takes, { ...setting, [param.id]: wide as Value });
        const [begin, end] = ENDS.map(await valuesOf(piece));
        return begin!.filter((v, i) => apart(d, v, end![i]!) > 2e-3 * Math.max(1, Math.abs(v))).length / begin!.length;
      };
      let between = 0;
      let count = 0;
      for (const setting of settings(d, 8)) {
        if (++count > 24) break;
        // All others that close are whole, and what this one needs to close is there.
        for (const p of d.params)
          if ((p.type === 'number' || p.type === 'vector') && p.closes) {
            const n = Math.round((setting[p.id] as number) || 1) || 1;
            setting[p.id] = p.type === 'vector' ? [n, 1, -1] : n;
            if (p.type === 'vector' && p.closesWith) setting[p.closesWith] = 3;
          }
        if (d.op === 'field.pan') setting.repeat = 1;
        const low = param.type === 'number' ? (param.hard?.[0] ?? -Infinity) : -Infinity;
        for (const whole of [1, 2, 3, -1, -2].filter((n) => n >= low))
          expect(await jump(setting, whole), `${JSON.stringify(setting)}, ${whole}`).toBeLessThan(0.02);
        if (between <= 0.1) between = Math.max(between, await jump(setting, 1.37), await jump(setting, 0.41));
      }
      if (!(param.type === 'number' && param.whole))
        expect(between, 'what lies between does not close').toBeGreaterThan(0.1);
    },
  );
});

describe('what a value for a whole face or copy says', () => {
  const spread = STEPS_BY_TYPE.flatMap(([name, d, takes]) =>
    d.glsl
      ? d.params
          .filter((p) => (p.per === 'face' || p.per === 'copy') && p.type !== 'colour')
          .map((p) => [`${name}: ${p.id}`, d, takes, p] as const)
      : [],
  );
  it.each(spread)('%s', async (_, d, takes, param) => {
    // A field of the place at rest, which for a face is its middle, and for a copy where it is put.
    const where = param.per === 'face' ? 'faceMiddle' : 'copyAt';
    const source = pieceWith(
      CATALOGUE.find((s) => s.op === 'field.position')!,
      null,
    ).strands[1]!;
    const alone = pieceWith(d, takes, {
      on: { link: TEST_FORM },
      [param.id]: { link: 's9', ...(param.type === 'number' ? { swizzle: 'x' } : {}) } as Value,
    });
    const linked = { ...alone, strands: [...alone.strands, { ...source, id: 's9' }] };
    const values = await valuesAt(linked, PLACES);
    for (const i of [0, 7, 23, 41]) {
      const at = PLACES[i]!;
      const middle = [...(at[where] as number[])];
      const literal = param.type === 'number' ? middle[0]! : middle;
      const literally = await valuesAt(
        pieceWith(d, takes, { on: { link: TEST_FORM }, [param.id]: literal as Value }),
        PLACES,
      );
      const width = 3;
      for (let k = 0; k < width; k++) expect(values[width * i + k]).toBeCloseTo(literally[width * i + k]!, 4);
    }
  });
});

it('every file of a step is in the catalogue', async () => {
  const files = readdirSync(import.meta.dirname, { recursive: true, encoding: 'utf8' }).filter(
    (f) => f.includes(path.sep) && f.endsWith('.ts') && !f.endsWith('.test.ts') && !f.endsWith('index.ts'),
  );
  const known = new Set(CATALOGUE.map((d) => d.op));
  let found = 0;
  for (const file of files) {
    const all = (await import(path.join(import.meta.dirname, file))) as Record<string, unknown>;
    for (const [name, told] of Object.entries(all)) {
      if (!told || typeof told !== 'object' || !('op' in told)) continue;
      found++;
      expect(known.has((told as StepDefinition).op), `${file}: ${name}`).toBe(true);
    }
  }
  expect(found).toBeGreaterThan(100);
});

it('the values that steps have at first are within their ranges', () => {
  for (const d of CATALOGUE)
    for (const p of d.params)
      if (p.type === 'number') {
        const value = valueOf({ id: 't', op: d.op, params: {} }, p) as number;
        expect(value >= p.min && value <= p.max, `${d.op} ${p.id}`).toBe(true);
      }
});

it('a number whose unit is chosen has one for each option', () => {
  const chosen = CATALOGUE.flatMap((d) =>
    d.params.flatMap((p) => (p.type === 'number' && p.unitBy ? [[d, p.unitBy]] : [])),
  );
  expect(chosen.length).toBeGreaterThan(0);
  for (const [d, { choice, units }] of chosen as [StepDefinition, { choice: string; units: object }][]) {
    const by = d.params.find((p) => p.id === choice);
    expect(by?.type === 'choice' && by.options.map((o) => o.id), d.op).toEqual(Object.keys(units));
  }
});
