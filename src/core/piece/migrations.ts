import { PieceError } from './errors';
import { VERSION } from './types';

type Raw = Record<string, unknown>;

/** From each version to the next. A piece is brought forward one version at a time. */
const MIGRATIONS: Record<number, (piece: Raw) => Raw> = {
  /** Version 0 kept the length of the loop in seconds and had no controls, looks, bundles or assets. */
  0: (piece) => {
    const loop = piece.loop as { seconds?: number; rate?: number } | undefined;
    const rate = loop?.rate ?? 30;
    return {
      controls: [],
      looks: [],
      bundles: [],
      assets: [],
      note: '',
      ...piece,
      loop: { frames: Math.max(2, Math.round((loop?.seconds ?? 8) * rate)), rate, play: 'loop' },
      version: 1,
    };
  },
  /** Version 1 kept the sliders of a code step under their bare names, beside what else the step has. */
  1: (piece) => ({ ...piece, strands: eachStep(piece.strands, withOwnSliders), version: 2 }),
  /** Version 2 had no keys but those of signals. */
  2: (piece) => ({ ...piece, version: 3 }),
  /** Version 3 had no sound. */
  3: (piece) => ({ ...piece, version: 4 }),
  /** Version 4 had no curves between keys, and no paths. */
  4: (piece) => ({ ...piece, version: 5 }),
  /** Version 5 had no controls of points and choices. */
  5: (piece) => ({ ...piece, version: 6 }),
  /** Version 6 did not remember where saved parts were inserted. */
  6: (piece) => ({ ...piece, version: 7 }),
  /**
   * Version 7 had no tracks of controls, and did not remember links to strands that were deleted. Trails of magnets
   * were counted in places, each a part of the loop from the next, and did not fade.
   */
  7: (piece) => ({
    ...piece,
    strands: eachStep(piece.strands, (step) => withTrailInSeconds(step, piece.loop)),
    version: 8,
  }),
  // Outputs and a profile, which may be left out.
  8: (piece) => ({ ...piece, version: 9 }),
};

const isRecord = (value: unknown): value is Raw => typeof value === 'object' && value !== null && !Array.isArray(value);

/** Changes the records of a list; what is neither is left as it is for the schema to refuse. */
const eachRecord = (list: unknown, change: (item: Raw) => Raw): unknown =>
  Array.isArray(list) ? list.map((item: unknown) => (isRecord(item) ? change(item) : item)) : list;

const eachStep = (strands: unknown, change: (step: Raw) => Raw): unknown =>
  eachRecord(strands, (strand) =>
    'steps' in strand ? { ...strand, steps: eachRecord(strand.steps, change) } : strand,
  );

const WRITTEN = new Set(['text', 'gives', 'working']);

function withOwnSliders(step: Raw): Raw {
  if (step.op !== 'field.code' || !isRecord(step.params)) return step;
  return {
    ...step,
    params: Object.fromEntries(
      Object.entries(step.params).map(([id, value]) => [WRITTEN.has(id) ? id : `slider-${id}`, value]),
    ),
  };
}

function withTrailInSeconds(step: Raw, loop: unknown): Raw {
  if (step.op !== 'form.magnet' || !isRecord(step.params)) return step;
  const { trail, spacing = 0.02, ...params } = step.params;
  const { frames, rate } = isRecord(loop) ? loop : {};
  const isKnown = [trail, spacing, frames, rate].every((v) => typeof v === 'number');
  if (!isKnown || (trail as number) < 0.5) return { ...step, params };
  const count = Math.min(15, Math.round(trail as number));
  const lasts = (count * (spacing as number) * (frames as number)) / (rate as number);
  return { ...step, params: { ...params, lasts: Number(lasts.toPrecision(6)), places: count, fade: 0 } };
}

/**
 * Brings a piece of any earlier version to the present one.
 * @throws PieceError for a newer or unknown version.
 */
export function migrate(piece: Raw): Raw {
  const { version } = piece;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 0)
    throw new PieceError('not-a-piece', 'This file does not say which version of a piece it holds.');
  if (version > VERSION) {
    throw new PieceError(
      'newer',
      `This piece was made with a newer Calm Lattice (piece version ${version}; this one reads up ` +
        `to ${VERSION}). Open it there, or update this one.`,
    );
  }
  let current = piece;
  for (let v = version; v < VERSION; v++) current = MIGRATIONS[v]!(current);
  return current;
}
