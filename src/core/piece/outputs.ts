import { produce, type Draft } from 'immer';
import { PieceError } from './errors';
import { freeName, nextId } from './ids';
import { LIMITS } from './limits';
import type { Output, Piece, Picture } from './types';

/** Edits of outputs, the parts of the picture that walls show. Pure, like all edits. */

/** A rectangle of pixels: its upper left corner and its size. */
export type PixelBox = Pick<Output, 'x' | 'y' | 'width' | 'height'>;

/** What a wall is taken to be until the artist says otherwise. */
export const USUAL_WALL: Readonly<Pick<Output, 'pitch' | 'peak' | 'turn' | 'place' | 'facing'>> = {
  pitch: 3.9,
  peak: 1200,
  turn: 0,
  place: [0, 1, 0],
  facing: 0,
};

export const outputById = ({ outputs }: Piece, id: string | null): Output | undefined =>
  outputs?.find((output) => output.id === id);

const within = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));

/** A box of whole pixels that lies in the picture, as near to the given one as it can. */
export function boxInside({ x, y, width, height }: PixelBox, picture: Pick<Picture, 'width' | 'height'>): PixelBox {
  const across = within(Math.round(width), Math.min(LIMITS.shortestSide, picture.width), picture.width);
  const down = within(Math.round(height), Math.min(LIMITS.shortestSide, picture.height), picture.height);
  return {
    x: within(Math.round(x), 0, picture.width - across),
    y: within(Math.round(y), 0, picture.height - down),
    width: across,
    height: down,
  };
}

/** Does some of it lie outside of the picture? */
export const isOutside = ({ x, y, width, height }: PixelBox, { picture }: Pick<Piece, 'picture'>): boolean =>
  x < 0 || y < 0 || x + width > picture.width || y + height > picture.height;

/** Metres of a wall, across and down. */
export const metresOf = ({ width, height, pitch }: Output): [number, number] => [
  (width * pitch) / 1000,
  (height * pitch) / 1000,
];

/** The place to the right of all others, where there is one; else in the middle. */
function freeBox(outputs: readonly Output[], { width, height }: Picture): PixelBox {
  const taken = Math.max(0, ...outputs.map((o) => o.x + o.width));
  if (outputs.length === 0) return { x: 0, y: 0, width, height };
  if (width - taken >= LIMITS.shortestSide) return { x: taken, y: 0, width: width - taken, height };
  return boxInside({ x: width / 4, y: height / 4, width: width / 2, height: height / 2 }, { width, height });
}

/** Adds outputs; what is not said of one is as the last one has it. */
export function addOutputs(piece: Piece, given: readonly Partial<Omit<Output, 'id'>>[]): Piece {
  return produce(piece, (draft) => {
    const outputs = (draft.outputs ??= []);
    for (const some of given) {
      if (outputs.length >= LIMITS.outputs)
        throw new PieceError('edit', `A piece has at most ${LIMITS.outputs} outputs.`);
      const { pitch, peak, turn, place, facing } = outputs.at(-1) ?? USUAL_WALL;
      const names = outputs.map((o) => o.name);
      outputs.push({
        ...{ pitch, peak, turn, place: [...place], facing },
        ...freeBox(outputs, piece.picture),
        ...some,
        id: nextId(
          'o',
          outputs.map((o) => o.id),
        ),
        name: freeName(names, some.name?.trim().slice(0, LIMITS.nameLength) || 'wall'),
      } as Draft<Output>);
    }
  });
}

/** Puts other outputs in the place of those that are there; those of the same names stay the same outputs. */
export function replaceOutputs(piece: Piece, given: readonly Omit<Output, 'id'>[]): Piece {
  const ids = new Map(piece.outputs?.map((o) => [o.name, o.id]));
  const added = addOutputs({ ...piece, outputs: undefined }, given);
  const taken = [...ids.values()];
  const outputs = added.outputs!.map((output) => {
    const id = ids.get(output.name) ?? nextId('o', taken);
    taken.push(id);
    return { ...output, id };
  });
  return { ...added, outputs };
}

/** @throws PieceError where it is no longer there */
export function changeOutput(piece: Piece, id: string, change: Partial<Omit<Output, 'id'>>): Piece {
  if (!outputById(piece, id)) throw new PieceError('edit', 'The output is no longer there.');
  return produce(piece, (draft) => {
    const output = draft.outputs!.find((o) => o.id === id)!;
    const { name } = output;
    Object.assign(output, change);
    const wanted = change.name?.trim().slice(0, LIMITS.nameLength);
    const others = draft.outputs!.filter((o) => o.id !== id).map((o) => o.name);
    output.name = wanted ? freeName(others, wanted) : name;
  });
}

export const removeOutput = (piece: Piece, id: string): Piece => ({
  ...piece,
  outputs: piece.outputs?.filter((o) => o.id !== id),
});

/** Which sides of a box go with the pointer; the middle takes all of it along. */
export interface BoxGrip {
  across: 'left' | 'right' | null;
  down: 'top' | 'bottom' | null;
}

/** The corners and the middle of a box. */
export const BOX_GRIPS: readonly BoxGrip[] = [
  { across: null, down: null },
  { across: 'left', down: 'top' },
  { across: 'right', down: 'top' },
  { across: 'left', down: 'bottom' },
  { across: 'right', down: 'bottom' },
];

/** Sides of other boxes and of the picture, to which what is dragged snaps, and how near it has to come, in pixels. */
export interface Snapping {
  boxes: readonly PixelBox[];
  near: number;
}

/** The nearest of the lines, where one is near enough; else the value itself. */
function snapped(value: number, lines: readonly number[], near: number): number {
  const nearest = lines.reduce(
    (best, line) => (Math.abs(line - value) < Math.abs(best - value) ? line : best),
    Infinity,
  );
  return Math.abs(nearest - value) <= near ? nearest : value;
}

/** One axis of a box that is dragged: where it begins and ends. */
function draggedSpan(
  [low, high]: [number, number],
  by: number,
  side: 'low' | 'high' | null,
  size: number,
  lines: readonly number[],
  near: number,
): [number, number] {
  const least = Math.min(LIMITS.shortestSide, size);
  if (side === 'low') return [within(Math.round(snapped(low + by, lines, near)), 0, high - least), high];
  if (side === 'high') return [low, within(Math.round(snapped(high + by, lines, near)), low + least, size)];
  // The end that lies nearer to a line takes the other one along.
  const shifts = [snapped(low + by, lines, near) - low, snapped(high + by, lines, near) - high];
  const moved = shifts.filter((to) => to !== by).toSorted((a, b) => Math.abs(a - by) - Math.abs(b - by))[0] ?? by;
  const start = within(Math.round(low + moved), 0, size - (high - low));
  return [start, start + high - low];
}

/** A box after it was dragged by so many pixels at one of its grips; it stays in the picture. */
export function draggedBox(
  box: PixelBox,
  grip: BoxGrip,
  by: { across: number; down: number },
  picture: Pick<Picture, 'width' | 'height'>,
  { boxes, near }: Snapping,
): PixelBox {
  const start = boxInside(box, picture);
  const columns = [0, picture.width, ...boxes.flatMap((b) => [b.x, b.x + b.width])];
  const rows = [0, picture.height, ...boxes.flatMap((b) => [b.y, b.y + b.height])];
  const isMoved = grip.across === null && grip.down === null;
  const span = (ends: [number, number], way: number, side: 'low' | 'high' | null, size: number, lines: number[]) =>
    side === null && !isMoved ? ends : draggedSpan(ends, way, side, size, lines, near);
  const acrossSide = grip.across && (grip.across === 'left' ? 'low' : 'high');
  const downSide = grip.down && (grip.down === 'top' ? 'low' : 'high');
  const [left, right] = span([start.x, start.x + start.width], by.across, acrossSide, picture.width, columns);
  const [top, bottom] = span([start.y, start.y + start.height], by.down, downSide, picture.height, rows);
  return { x: left, y: top, width: right - left, height: bottom - top };
}

/** The same part of a picture that has another size, in its pixels; it lies in it and has at least one pixel. */
export function scaledBox(
  box: PixelBox,
  from: Pick<Picture, 'width' | 'height'>,
  to: Pick<Picture, 'width' | 'height'>,
): PixelBox {
  const ends = (start: number, size: number, whole: number, target: number): [number, number] => {
    const low = within(Math.round((start * target) / whole), 0, target - 1);
    return [low, within(Math.round(((start + size) * target) / whole), low + 1, target)];
  };
  const [left, right] = ends(box.x, box.width, from.width, to.width);
  const [top, bottom] = ends(box.y, box.height, from.height, to.height);
  return { x: left, y: top, width: right - left, height: bottom - top };
}
