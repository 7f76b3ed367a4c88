import { blankPiece } from './edit';
import { PieceError } from './errors';
import type { Piece } from './types';

/** A stored piece as far as it is right. */
export interface Salvaged {
  piece: Piece;
  /** What was wrong with the values that were left out, a sentence each; none where all of it is right. */
  left: string[];
}

/** Values that are left out at most: what has more wrong with it is no piece that was worked on here. */
const MAX_LEFT_OUT = 200;

type Parent = Record<string | number, unknown> | unknown[];
type Path = readonly (string | number)[];

/**
 * Takes stored data as a piece. What is not right in it is left out, value by value, and named, so that one wrong
 * number does not keep an artist from all of the work.
 * @param accept takes data as a piece, or throws a PieceError that says where it is wrong
 * @throws PieceError where nothing can be left out that would help
 */
export function salvage(data: unknown, accept: (data: unknown) => Piece): Salvaged {
  const left: string[] = [];
  let now = data;
  for (;;) {
    try {
      return { piece: accept(now), left };
    } catch (error) {
      if (!(error instanceof PieceError) || !error.at || left.length >= MAX_LEFT_OUT) throw error;
      if (left.length === 0) now = structuredClone(data);
      if (!leaveOut(now, error.at)) throw error;
      left.push(error.message);
    }
  }
}

/** Leaves out the smallest part around a path without which a piece is still one. @returns whether there is one */
function leaveOut(data: unknown, path: Path): boolean {
  const [head, index, part, step, detail, param] = path;
  if (head === 'strands' && typeof index === 'number') {
    if (part !== 'steps' || typeof step !== 'number') return removeAt(data, ['strands'], index);
    const steps = ['strands', index, 'steps'];
    if (detail === 'params' && param !== undefined) return dropKey(data, [...steps, step, 'params'], param);
    if (detail === 'off' || detail === 'note' || detail === 'overrides') return dropKey(data, [...steps, step], detail);
    const row = at(data, steps);
    return Array.isArray(row) && row.length > 1 ? removeAt(data, steps, step) : removeAt(data, ['strands'], index);
  }
  if (typeof head !== 'string') return false;
  if (head === 'controls' && part === 'track') return dropKey(data, [head, index!], 'track');
  if (typeof index === 'number') return removeAt(data, [head], index);
  if (head === 'loop' && (index === 'sound' || index === 'tempo')) return dropKey(data, ['loop'], index);
  const usual = blankPiece() as unknown as Record<string, unknown>;
  if (!(head in usual) || head === 'format' || head === 'version') return dropKey(data, [], head);
  const own = index === undefined ? undefined : (usual[head] as Record<string, unknown>)[index];
  if (own !== undefined) return setKey(data, [head], index!, own);
  return setKey(data, [], head, usual[head]);
}

function at(data: unknown, path: Path): Parent | null {
  let now = data;
  for (const key of path) now = typeof now === 'object' && now !== null ? (now as Record<string, unknown>)[key] : null;
  return typeof now === 'object' ? (now as Parent | null) : null;
}

function removeAt(data: unknown, path: Path, index: number): boolean {
  const list = at(data, path);
  return Array.isArray(list) && list.splice(index, 1).length > 0;
}

function dropKey(data: unknown, path: Path, key: string | number): boolean {
  const parent = at(data, path) as Record<string | number, unknown> | null;
  if (!parent || !Object.hasOwn(parent, key)) return false;
  delete parent[key];
  return true;
}

function setKey(data: unknown, path: Path, key: string | number, value: unknown): boolean {
  const parent = at(data, path) as Record<string | number, unknown> | null;
  if (!parent || parent[key] === value) return false;
  parent[key] = value;
  return true;
}
