import { onceByName } from '../once';
import { addStep, addStrand, blankPiece, setLoop } from '../piece/edit';
import type { Kind, Piece, Step, Value } from '../piece/types';
import { AssetStore } from '../assets/assets';
import { fromFaces } from '../mesh/mesh';
import { soundTrack } from '../sound/track';
import { CATALOGUE, kindOf, type RunType, type StepDefinition } from '.';

/** Numbers at which patterns are cut: whole numbers, halves, quarters, tenths and thirds. */
export const SAMPLES = [0, 0.1, 0.2, 0.25, 0.3, 1 / 3, 0.5, 0.6, 0.7, 0.75, 0.9, 1, 1.5, 2, 3, -0.25, -0.5, -1, -2];
/**
 * Where each field is worked out: the same numbers in every order, at the beginning, a third and the end of the loop.
 */
export const SAMPLE_PLACES = SAMPLES.flatMap((a, i) =>
  [1, 4, 7, 11].flatMap((by) =>
    [0, 1 / 3, 0.5, 1].map((phase) => {
      const at = [a, SAMPLES[(i + by) % SAMPLES.length]!, SAMPLES[(i + 2 * by) % SAMPLES.length]!];
      return { rest: at, world: at, uv: at.slice(0, 2), screen: at.slice(0, 2), face: i, copy: i, copies: 7, phase };
    }),
  ),
);
const SOURCES: Partial<Record<RunType, [string, Record<string, Value>]>> = {
  float: ['field.pick', { channel: 'x or red' }],
  vec2: ['field.uv', {}],
  vec3: ['field.position', {}],
};
/** Counts and edges as artists set them; other numbers stay as they are at first. */
const SET: Record<string, Value> = {
  count: [10, 4, 3],
  cells: [10, 4, 3],
  levels: 5,
  to: 0.1,
  edge: 0.5,
  columns: 10,
  rows: 5,
  wedges: 5,
  sides: 5,
  turns: 3,
  spins: 1,
  colours: [0, 0.1, 0.3, 0.6, 0.7, 0.9].map((at, i) => ({ at, colour: `#${String(i).repeat(6)}` })),
  curve: [
    { x: 0, y: 0 },
    { x: 0.5, y: 1 },
    { x: 0.5, y: 0.2 },
    { x: 1, y: 0.7 },
  ],
};

/** A step behind a source that gives the usual numbers, its choices in place `choice`. */
export function usualPiece(d: StepDefinition, takes: RunType | null, choice: number): Piece {
  const params = Object.fromEntries(
    d.params.flatMap((p): [string, Value][] => {
      if (p.type === 'choice') return [[p.id, p.options[choice % p.options.length]!.id]];
      const set = SET[p.id];
      return set !== undefined && (p.type === 'number') === (typeof set === 'number')
        ? [[p.id, set]]
        : p.type === 'number' && Array.isArray(set) && p.id === 'count'
          ? [[p.id, 4]]
          : [];
    }),
  );
  if (takes === null) return addStrand(blankPiece(), 'field', 'own', d.op, params);
  const [op, given] = SOURCES[takes]!;
  const begun =
    takes === 'float'
      ? addStep(addStrand(blankPiece(), 'field', 'own', 'field.position'), 's1', 1, op, given)
      : addStrand(blankPiece(), 'field', 'own', op, given);
  return addStep(begun, 's1', takes === 'float' ? 2 : 1, d.op, params);
}

/** How many places in its choices a step is tested at. */
export const choicesOf = (d: StepDefinition) =>
  Math.min(5, Math.max(1, ...d.params.map((p) => (p.type === 'choice' ? p.options.length : 1))));

/** What stands before a step that takes something. */
const BEFORE: Partial<Record<Kind, Partial<Record<RunType, [op: string, params: Record<string, Value>][]>>>> = {
  signal: {
    float: [['signal.cycle', {}]],
    vec3: [['signal.combine', { x: 0.3, y: { link: 's3' }, z: 0.9 }]],
    moments: [['signal.scattered', { count: 9, weakest: 0.2 }]],
  },
  field: {
    float: [
      ['field.position', {}],
      ['field.pick', { channel: 'x or red' }],
    ],
    vec2: [['field.uv', {}]],
    vec3: [['field.position', {}]],
  },
  form: { form: [['form.box', { segments: 2, size: [0.16, 0.16, 0.16] }]] },
  surface: {
    surface: [
      ['surface.lit', {}],
      ['surface.opacity', { opacity: 0.6 }],
    ],
  },
  stage: { stage: [['stage.camera', {}]] },
  finish: { image: [['finish.shoot', {}]] },
};

const CLOUD: [op: string, params: Record<string, Value>][] = [['form.points-line', { count: 5 }]];

/** Ids of what a piece under test has for the parameters that name something. */
export const TEST_PICTURE = 'picture-under-test';
const TEST_SOUND = 'sound-under-test';
export const TEST_MESH = 'mesh-under-test';
export const TEST_FORM = 's1';
/** A signal that moves. */
export const TEST_SIGNAL = 's3';
/** A picture, where the step is one of a finish or a field. */
export const TEST_FINISH = 's4';

/** What the files of pieces under test are. */
export const TEST_ASSETS = new AssetStore();
TEST_ASSETS.set(TEST_PICTURE, {
  pixels: {
    width: 2,
    height: 2,
    data: new Uint8ClampedArray([255, 0, 0, 255, 0, 255, 0, 255, 0, 0, 255, 255, 255, 255, 255, 128]),
  },
});
// Two seconds that begin three times, lower and lower and fainter.
TEST_ASSETS.set(TEST_SOUND, {
  track: soundTrack({
    rate: 8000,
    samples: Float32Array.from({ length: 16_000 }, (_, i) => {
      const [part, along] = [Math.floor(i / 5000), (i % 5000) / 5000];
      return (0.6 / (1 + part)) * Math.exp(-3 * along) * Math.sin((i * 900) / (1 + 3 * part) / 1270);
    }),
  }),
});
TEST_ASSETS.set(TEST_MESH, {
  mesh: fromFaces(
    [
      [0, 0, 0],
      [1, 0, 0],
      [0, 1, 0],
    ],
    [[0, 1, 2]],
  ),
});

/** Pieces that stand around steps, by step: a piece under test differs from them by its parameters alone. */
const around = onceByName<StepDefinition, Piece>();

function pieceAround(d: StepDefinition, takes: RunType | null, cloud: boolean): Piece {
  const kind = kindOf(d);
  const before = takes === 'form' && cloud ? CLOUD : ((takes && BEFORE[kind]?.[takes]) ?? []);
  const rows = [...before, [d.op, {}] as const];
  let piece: Piece = {
    ...addStrand(blankPiece(), 'form', 'other', 'form.grid', { columns: 2, rows: 2 }),
    assets: [
      { id: TEST_PICTURE, name: 'four', type: 'image/png', data: '' },
      { id: TEST_MESH, name: 'triangle', type: 'model/obj', data: '' },
    ],
  };
  if (kind === 'signal') piece = setLoop(piece, { sound: { asset: TEST_SOUND, start: 0.5, fade: 0 } });
  piece = addStrand(piece, kind, 'own', rows[0]![0], rows[0]![1]);
  piece = rows.slice(1).reduce((p, [op, own], i) => addStep(p, 's2', i + 1, op, own), piece);
  piece = addStrand(piece, 'signal', 'moving', 'signal.cycle');
  return kind === 'finish' || kind === 'field' ? addStrand(piece, 'finish', 'aside', 'finish.shoot') : piece;
}

/** A piece whose strand of an id has other parameters in its last step. */
export function withLast(piece: Piece, id: string, params: Record<string, Value>): Piece {
  const ending = (steps: Step[]) => [...steps.slice(0, -1), { ...steps.at(-1)!, params }];
  return { ...piece, strands: piece.strands.map((s) => (s.id === id ? { ...s, steps: ending(s.steps) } : s)) };
}

/**
 * A row of the step alone, behind what suits it, in strand "s2"; see `TEST_FORM` and what follows for what else
 * there is. @param cloud a form is a cloud of points
 */
export function pieceWith(
  d: StepDefinition,
  takes: RunType | null,
  params: Record<string, Value> = {},
  cloud = false,
): Piece {
  const piece = around(d, `${takes} ${cloud}`, () => pieceAround(d, takes, cloud));
  return withLast(piece, 's2', params);
}

/** Says of each value whether it is the first of its kind. */
export function firstOfEach(): (value: unknown) => boolean {
  const seen = new Set<string>();
  return (value) => seen.size < seen.add(JSON.stringify(value)).size;
}

/** Every step with every type that it takes, null for a source. */
export const STEPS_BY_TYPE = CATALOGUE.flatMap((d) =>
  (d.takes.length === 0 ? [null] : d.takes).map(
    (takes) => [`${d.op}${takes ? ` of ${takes}` : ''}`, d, takes] as const,
  ),
);
