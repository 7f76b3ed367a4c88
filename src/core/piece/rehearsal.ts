import Joi from 'joi';
import { valueAt } from './desk';
import { controlById, type Piece } from './types';

/** What is played by hand in a rehearsal: faders, keys and pads, and what each of them drives. */

/** Trigger keys of a rehearsal. */
export const TRIGGER_KEYS = 9;
/** Faders of the simulated controller. */
export const FADERS = 8;

/** What an input drives: a control of the desk, or one of the trigger keys, counted from 1. */
export type Driven = { control: string } | { trigger: number };

/** What each input drives, by the input's name: "fader 1", "key 3", "pointer x", "MIDI control 21". */
export type Assigned = Record<string, Driven>;

/** A trigger key, by its number; it was stored under another name once. */
export const triggerSchema = Joi.object({
  trigger: Joi.number().integer().min(1).max(TRIGGER_KEYS).required(),
}).rename('strike', 'trigger');

const assignedSchema = Joi.object().pattern(
  Joi.string().max(80),
  Joi.alternatives(Joi.object({ control: Joi.string().max(80).required() }), triggerSchema),
);

/** What was stored of what inputs drive; nothing where that is not sound. */
export function assignedOf(stored: unknown): Assigned {
  const { error, value } = assignedSchema.required().validate(stored);
  return error ? {} : (value as Assigned);
}

/** Controls that take a number. */
export const numberControls = (piece: Piece) => piece.controls.filter((c) => typeof c.value === 'number');

/**
 * What an input drives: what it was given, else fader n the n-th number of the desk and key n the n-th trigger key.
 * Null where it drives nothing.
 */
export function drivenBy(piece: Piece, assigned: Assigned, input: string): Driven | null {
  if (Object.hasOwn(assigned, input)) return assigned[input]!;
  const [, kind, text] = /^(fader|key) (\d+)$/.exec(input) ?? [];
  if (kind === 'key') return Number(text) <= TRIGGER_KEYS ? { trigger: Number(text) } : null;
  const control = kind === 'fader' ? numberControls(piece)[Number(text) - 1] : undefined;
  return control ? { control: control.id } : null;
}

/**
 * The value of a control where a fader is.
 * @param position 0 to 1; beyond that its ends
 * @returns null where it holds no number, or the position is none
 */
export function positionedValue(piece: Piece, id: string, position: number): number | null {
  const control = controlById(piece, id);
  if (!control || typeof control.value !== 'number' || !Number.isFinite(position)) return null;
  return Number(valueAt(control, Math.min(1, Math.max(0, position))).toPrecision(5));
}

/** With all controls at what they stand at by themselves. */
export const atDefaults = (piece: Piece): Piece => ({
  ...piece,
  controls: piece.controls.map((c) => ({ ...c, value: c.default })),
});
