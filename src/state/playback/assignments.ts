import {
  assignedOf,
  isStoredName,
  storedByInput,
  storedObject,
  storedTrigger,
  type Assigned,
  type Driven,
} from '@/core/piece/rehearsal';
import { controlById, type Piece } from '@/core/piece/types';
import { readRemembered, remembered } from '../storage/remembered';

/** What inputs drive in each piece, as this browser remembers it. */

const PREFIX = 'calm-lattice/inputs/';
const LAST = 'calm-lattice/last-inputs';

/** What inputs drove in the piece in which one was assigned last: controls by their names, so that others know them. */
interface LastInputs {
  piece: string;
  inputs: Record<string, { name: string } | { trigger: number }>;
}

function storedInput(stored: unknown): LastInputs['inputs'][string] | null {
  const { name } = storedObject(stored) ?? {};
  return isStoredName(name) ? { name } : storedTrigger(stored);
}

/** Null where nothing sound is remembered. */
function lastInputs(): LastInputs | null {
  const { piece, inputs } = storedObject(readRemembered(LAST)) ?? {};
  const known = isStoredName(piece) && storedByInput(inputs, storedInput);
  return known ? { piece, inputs: known } : null;
}

export const assignmentsKey = (pieceId: string): string => `${PREFIX}${pieceId}`;

/** What inputs drive in a piece; nothing where none was assigned in it. */
export const loadAssignments = (pieceId: string | null): Assigned =>
  pieceId === null ? {} : assignedOf(readRemembered(assignmentsKey(pieceId)));

/** Saves what inputs drive in a piece, and by name for other pieces. */
export function saveAssignments(pieceId: string, piece: Piece, assigned: Assigned): void {
  remembered.setItem(assignmentsKey(pieceId), JSON.stringify(assigned));
  const inputs = Object.fromEntries(
    Object.entries(assigned).flatMap(([input, driven]): [string, LastInputs['inputs'][string]][] => {
      if ('trigger' in driven) return [[input, driven]];
      const control = controlById(piece, driven.control);
      return control ? [[input, { name: control.name }]] : [];
    }),
  );
  remembered.setItem(LAST, JSON.stringify({ piece: piece.name, inputs } satisfies LastInputs));
}

/** What inputs could drive in a piece as they did in another. */
export interface OfferedInputs {
  /** Name of that other piece. */
  from: string;
  assigned: Assigned;
  /** Names of what they would drive, in order. */
  names: string[];
}

/** Null where the piece has assignments of its own, or no control of a name that is known from another piece. */
export function offeredInputs(pieceId: string | null, piece: Piece): OfferedInputs | null {
  if (pieceId === null || remembered.getItem(assignmentsKey(pieceId)) !== null) return null;
  const last = lastInputs();
  if (!last) return null;
  const { piece: from, inputs } = last;
  const found = Object.entries(inputs).flatMap(([input, known]): { input: string; driven: Driven; name: string }[] => {
    if ('trigger' in known) return [{ input, driven: known, name: `trigger ${known.trigger}` }];
    const control = piece.controls.find((c) => c.name === known.name && typeof c.value === 'number');
    return control ? [{ input, driven: { control: control.id }, name: control.name }] : [];
  });
  if (!found.some(({ driven }) => 'control' in driven)) return null;
  return {
    from,
    assigned: Object.fromEntries(found.map(({ input, driven }) => [input, driven])),
    names: found.map(({ input, name }) => `${input} to ${name}`),
  };
}
