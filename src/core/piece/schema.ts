import Joi from 'joi';
import { PieceError } from './errors';
import { LIMITS } from './limits';
import { checkLinks } from './links';
import { EASES, FORMAT, KINDS, TURNS, VERSION, type Piece, type Strand } from './types';

const id = Joi.string()
  .pattern(/^[A-Za-z0-9_-]{1,40}$/)
  // Names that every object inherits would be found where nobody put them.
  .invalid(...Object.getOwnPropertyNames(Object.prototype))
  .messages({
    'string.pattern.base': '{{#label}} must be made of letters, digits, - and _',
    'any.invalid': '{{#label}} cannot be called that',
  });
/** Can that be the id of something in a piece? */
export const isId = (value: unknown): value is string => value !== undefined && !id.validate(value).error;

const name = Joi.string().trim().min(1).max(LIMITS.nameLength);
const number = Joi.number().min(-LIMITS.storedNumber).max(LIMITS.storedNumber);
const colour = Joi.string()
  .pattern(/^#[0-9a-fA-F]{6}$/)
  .messages({ 'string.pattern.base': '{{#label}} must be a colour like #20a0c0' });

const link = Joi.object({ link: id.required(), step: id, swizzle: Joi.string().valid('x', 'y', 'z') });
const control = Joi.object({ control: id.required(), range: Joi.array().ordered(number, number).length(2) });
const stop = Joi.object({ at: number.min(0).max(1).required(), colour: colour.required() });

const inSpace = Joi.array().ordered(number, number, number).length(3);
const pathPoint = Joi.object({ place: inSpace.required(), handle: inSpace });
const point = Joi.object({ x: number.required(), y: number.required() });
/** Handles of a curve: parts of the way in time, and in value, where it may overshoot. */
const share = number.min(0).max(1);
const height = number.min(-LIMITS.bend).max(LIMITS.bend);
const key = Joi.object({
  at: number.min(0).max(1).required(),
  value: number.required(),
  ease: Joi.valid(...EASES).required(),
  bend: Joi.array().ordered(share, height, share, height).length(4),
});
/** An option of a choice. What begins as a colour does is one, or a mistake. */
const option = Joi.string()
  .pattern(/^[^#].*$/)
  .max(60);
const setting = Joi.alternatives(number, colour, inSpace, option);
/** Keys of a parameter; that they are of its kind is looked at where it is used. */
const keyed = Joi.object({
  keys: Joi.array()
    .items(key.keys({ value: Joi.alternatives(number, colour, inSpace).required() }))
    .min(1)
    .max(LIMITS.stops)
    .required(),
});

/** What a control does over the loop. */
const track = Joi.alternatives(keyed, link);

const value = Joi.any().custom((v: unknown, helpers) => {
  // Most values are plain numbers, and a piece may have a hundred thousand.
  if (typeof v === 'number' && Math.abs(v) <= LIMITS.storedNumber) return v;
  const schema = schemaFor(v);
  if (!schema) return helpers.error('any.invalid');
  const { error } = schema.validate(v, OPTIONS);
  if (error) return helpers.message({ custom: `{{#label}}: ${error.details[0]!.message}` });
  return v;
});

/** Values of each kind. They are made once: putting a schema together takes longer than looking at what it is for. */
const flag = Joi.boolean();
const text = Joi.string().allow('').max(LIMITS.textLength);
/** Entries of a ramp, a curve, keys or a path: all of one kind. Moments alone may be none. */
const entries = Object.fromEntries(
  Object.entries({ key, point, pathPoint, stop }).map(([kind, each]) => [
    kind,
    Joi.array().items(each).max(LIMITS.stops),
  ]),
) as Record<'key' | 'point' | 'pathPoint' | 'stop', Joi.Schema>;

function schemaFor(v: unknown): Joi.Schema | null {
  if (typeof v === 'number') return number;
  if (typeof v === 'boolean') return flag;
  if (typeof v === 'string') return text;
  if (Array.isArray(v)) return typeof v[0] === 'number' ? inSpace : entries[entryOf(v[0])];
  if (typeof v !== 'object' || v === null) return null;
  return 'link' in v ? link : 'control' in v ? control : 'keys' in v ? keyed : null;
}

function entryOf(first: unknown): keyof typeof entries {
  const has = (name: string) => typeof first === 'object' && first !== null && name in first;
  return has('ease') ? 'key' : has('x') ? 'point' : has('place') ? 'pathPoint' : 'stop';
}

const step = Joi.object({
  id: id.required(),
  op: Joi.string()
    .pattern(/^[a-z]+\.[a-z0-9-]+$/)
    .max(60)
    .required(),
  params: Joi.object().pattern(id, value).required(),
  off: Joi.valid(true),
  note: Joi.string().allow('').max(LIMITS.noteLength),
  overrides: Joi.object().pattern(id, setting),
  lost: Joi.object().pattern(id, name),
});

const strand = Joi.object({
  id: id.required(),
  kind: Joi.valid(...KINDS).required(),
  name: name.required(),
  steps: Joi.array().items(step).min(1).max(LIMITS.steps).unique('id').required(),
});

const side = Joi.number().integer().min(LIMITS.shortestSide).max(LIMITS.pictureSide);
const corner = Joi.number().integer().min(-LIMITS.pictureSide).max(LIMITS.pictureSide);
const metres = number.min(-LIMITS.hall).max(LIMITS.hall);

const output = Joi.object({
  id: id.required(),
  name: name.required(),
  // One that lies outside of a picture that became smaller stays, and is said where it matters.
  x: corner.required(),
  y: corner.required(),
  width: side.required(),
  height: side.required(),
  pitch: number.min(LIMITS.finestPitch).max(LIMITS.coarsestPitch).required(),
  peak: number.min(1).max(LIMITS.peak).required(),
  turn: Joi.valid(...TURNS).required(),
  place: Joi.array().ordered(metres, metres, metres).length(3).required(),
  facing: number.min(-360).max(360).required(),
});

/** What something is called in a part, and here. */
const names = Joi.object().pattern(id, id);

const schema = Joi.object({
  format: Joi.valid(FORMAT).required(),
  version: Joi.valid(VERSION).required(),
  name: name.required(),
  note: Joi.string().allow('').max(LIMITS.noteLength).required(),
  picture: Joi.object({
    width: side.required(),
    height: side.required(),
    background: colour.required(),
  }).required(),
  loop: Joi.object({
    frames: Joi.number().integer().min(2).max(LIMITS.frames).required(),
    rate: Joi.number().min(1).max(240).required(),
    play: Joi.valid('loop', 'once').required(),
    tempo: number.min(LIMITS.slowest).max(LIMITS.fastest),
    sound: Joi.object({
      asset: id.required(),
      start: number.min(0).required(),
      fade: number.min(0).required(),
    }),
  }).required(),
  // Each strand is checked by itself: see `validateShape`.
  strands: Joi.array().max(LIMITS.strands).unique('id').required(),
  controls: Joi.array()
    .items(
      Joi.object({
        id: id.required(),
        name: name.required(),
        value: setting.required(),
        default: setting.required(),
        min: number.required(),
        max: number.required(),
        curve: number.min(0.05).max(20).required(),
        locked: Joi.valid(true),
        track,
      }),
    )
    .max(LIMITS.controls)
    .unique('id')
    .required(),
  looks: Joi.array()
    .items(
      Joi.object({
        id: id.required(),
        name: name.required(),
        values: Joi.object().pattern(id, setting).required(),
        tracks: Joi.object().pattern(id, track),
      }),
    )
    .max(LIMITS.looks)
    .unique('id')
    .required(),
  bundles: Joi.array()
    .items(
      Joi.object({
        id: id.required(),
        name: name.required(),
        tint: colour.required(),
        note: Joi.string().allow('').max(LIMITS.noteLength).required(),
        strands: Joi.array().items(id).required(),
      }),
    )
    .max(LIMITS.bundles)
    .unique('id')
    .required(),
  assets: Joi.array()
    .items(
      Joi.object({
        id: id.required(),
        name: name.required(),
        type: Joi.string().max(80).required(),
        data: Joi.string().base64().required(),
      }),
    )
    .max(LIMITS.assets)
    .unique('id')
    .required(),
  uses: Joi.array()
    .items(
      Joi.object({
        id: id.required(),
        part: id.required(),
        edition: id.required(),
        strands: names.required(),
        row: Joi.object({ strand: id.required(), steps: names.required() }),
        controls: names.required(),
      }),
    )
    .max(LIMITS.uses)
    .unique('id'),
  outputs: Joi.array().items(output).max(LIMITS.outputs).unique('id').unique('name'),
  profile: id,
});

/** Nothing is converted: a number that is a string is a mistake in the file, not a number. */
const OPTIONS: Joi.ValidationOptions = { convert: false, abortEarly: true, errors: { wrap: { label: false } } };

/** Told how far a long reading has come. */
export type ReadingProgress = (done: number, of: number) => void;

/**
 * Checks the shape of a piece of the present version.
 * @throws PieceError naming the place and what was expected there.
 */
export function validateShape(data: unknown, progress: ReadingProgress = () => undefined): Piece {
  check(schema, data, data, []);
  const { strands } = data as { strands: { steps?: unknown }[] };
  checkSteps(strands);
  for (const [i, each] of strands.entries()) {
    check(strand, each, data, ['strands', i]);
    progress(i + 1, strands.length);
  }
  return data as Piece;
}

/** @throws PieceError where the strands of a piece have more steps than can be worked on */
function checkSteps(strands: readonly { steps?: unknown }[]): void {
  const steps = strands.reduce((sum, row) => sum + (Array.isArray(row?.steps) ? row.steps.length : 0), 0);
  if (steps > LIMITS.allSteps)
    throw new PieceError(
      'too-large',
      `It has ${steps.toLocaleString('en')} steps; a piece has at most ${LIMITS.allSteps.toLocaleString('en')}.`,
    );
}

/** Parts of a piece beside its strands and assets, each checked by itself. */
const PARTS = [
  'name',
  'note',
  'picture',
  'loop',
  'controls',
  'looks',
  'bundles',
  'uses',
  'outputs',
  'profile',
] as const;
const stepsOf = (row: Strand | undefined) => new Set(row?.steps);
/** A strand, its steps left out: those that an edit left as they were need no second look. */
const emptyStrand = strand.keys({ steps: Joi.array().min(1).max(LIMITS.steps).required() });

/**
 * Checks what an edit has changed, so that what is worked on can always be saved and opened again.
 * @throws PieceError naming the place and what was expected there
 */
export function validateEdit(piece: Piece, before: Piece): void {
  for (const part of PARTS)
    if (piece[part] !== before[part] && piece[part] !== undefined)
      check(schema.extract(part), piece[part], piece, [part]);
  if (piece.strands === before.strands) return;
  check(schema.extract('strands'), piece.strands, piece, ['strands']);
  checkSteps(piece.strands);
  const known = new Map(before.strands.map((s) => [s.id, s]));
  for (const [i, row] of piece.strands.entries()) {
    const earlier = known.get(row.id);
    if (row === earlier) continue;
    check(emptyStrand, row, piece, ['strands', i]);
    const same = stepsOf(earlier);
    for (const [k, each] of row.steps.entries())
      if (!same.has(each)) check(step, each, piece, ['strands', i, 'steps', k]);
  }
  checkLinks(piece);
}

function check(by: Joi.Schema, part: unknown, whole: unknown, at: (string | number)[]): void {
  const { error } = by.validate(part, OPTIONS);
  if (!error) return;
  const detail = error.details[0]!;
  const path = [...at, ...detail.path];
  throw new PieceError('wrong-value', `${placeName(whole, path)} is not right: ${detail.message}.`, path);
}

/** "strands[2].steps[0]" in words: names of strands where there are any. */
function placeName(data: unknown, path: (string | number)[]): string {
  const words: string[] = [];
  let at: unknown = data;
  for (const key of path) {
    at = (at as Record<string | number, unknown> | undefined)?.[key];
    const label =
      typeof at === 'object' && at !== null
        ? ((at as { name?: unknown }).name ?? (at as { op?: unknown }).op)
        : undefined;
    if (typeof key === 'number')
      words.push(typeof label === 'string' ? `"${label.slice(0, 40)}"` : `number ${key + 1}`);
    else words.push(key === 'strands' ? 'strand' : key === 'steps' ? 'step' : key === 'params' ? 'value' : key);
  }
  return words.length > 0 ? `The ${words.join(' ')}` : 'The piece';
}
