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

type Stored = Record<string, unknown>;

/** An object as it was stored; null for what is none. */
export const storedObject = (stored: unknown): Stored | null =>
  typeof stored === 'object' && stored !== null && !Array.isArray(stored) ? (stored as Stored) : null;

/** Is it a name as they are stored, of at most 80 characters? */
export const isStoredName = (stored: unknown): stored is string => typeof stored === 'string' && stored.length <= 80;

/** A trigger key as it was stored; its number was called "strike" once. Null for what is none. */
export function storedTrigger(stored: unknown): { trigger: number } | null {
  const { trigger, strike = trigger } = storedObject(stored) ?? {};
  const known = Number.isInteger(strike) && Number(strike) >= 1 && Number(strike) <= TRIGGER_KEYS;
  return known ? { trigger: Number(strike) } : null;
}

function storedDriven(stored: unknown): Driven | null {
  const { control } = storedObject(stored) ?? {};
  return isStoredName(control) ? { control } : storedTrigger(stored);
}

/**
 * What was stored by the names of inputs, each entry read by itself.
 * @returns null where one of them is not sound
 */
export function storedByInput<T>(stored: unknown, read: (entry: unknown) => T | null): Record<string, T> | null {
  const inputs: Record<string, T> = {};
  for (const [input, entry] of Object.entries(storedObject(stored) ?? { '': null })) {
    const known = isStoredName(input) ? read(entry) : null;
    if (known === null) return null;
    inputs[input] = known;
  }
  return inputs;
}

/** What was stored of what inputs drive; nothing where that is not sound. */
export const assignedOf = (stored: unknown): Assigned => storedByInput(stored, storedDriven) ?? {};

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
