import { strandById, type Link, type Piece, type Strand } from '../piece/types';
import { definitionOf } from '../steps';
import { analyse, isMark, allDependencies, typeAfter, withMarks, type Target } from '../weave';

/** Where a step is looked at: on everything that stands on the stage, or flat over the frame. */
export type LookOn = 'objects' | 'frame';

const SURFACE = 'look-surface';
const FINISH = 'look-finish';

/** Can this strand be looked at on the stage? */
export const canLook = (strand: Strand | undefined) =>
  strand?.kind === 'field' || strand?.kind === 'signal' || strand?.kind === 'finish';

/** The step of a finish before one that stands in it; null where there is none. */
export function stepBefore(piece: Piece, { strand, step }: Target): Target | null {
  const own = strandById(piece, strand);
  const at = own?.kind === 'finish' ? own.steps.findIndex((s) => s.id === step) : -1;
  return at > 0 ? { strand, step: own!.steps[at - 1]!.id } : null;
}

/** Where there is no stage there are no objects to look at a step on. */
export const possibleLookOn = (piece: Piece, on: LookOn): LookOn =>
  piece.strands.some((s) => s.kind === 'stage') ? on : 'frame';

/**
 * A piece whose picture is one step of another, unlit: the shot holds the raw values, and its
 * finish shows them. Of a finish it is the picture up to the step. The piece itself is not touched;
 * null where the step gives nothing yet.
 */
export function lookPiece(whole: Piece, target: Target, on: LookOn): Piece | null {
  const isFinish = strandById(whole, target.strand)?.kind === 'finish';
  const piece = isFinish ? whole : withMarks(whole, target);
  const own = strandById(piece, target.strand);
  if (own?.kind === 'finish') {
    const end = own.steps.findIndex((s) => s.id === target.step);
    if (end < 0) return null;
    const cut = { ...own, steps: own.steps.slice(0, end + 1) };
    return { ...piece, strands: [...others(piece, cut), cut] };
  }
  const gives = typeAfter(analyse(piece).types, target.strand, target.step);
  if (gives !== 'float' && gives !== 'vec2' && gives !== 'vec3') return null;
  const link: Link = { link: target.strand, step: target.step };
  const shows = { id: 't2', op: 'finish.look', params: { as: gives === 'float' ? 'numbers' : 'colours' } };
  const stage = piece.strands.find((s) => s.kind === 'stage');
  if (possibleLookOn(piece, on) === 'frame' || !stage) {
    return {
      ...piece,
      strands: [
        ...others(piece, own),
        {
          id: FINISH,
          kind: 'finish',
          name: FINISH,
          steps: [{ id: 't1', op: 'finish.paint', params: { colour: link } }, shows],
        },
      ],
    };
  }
  const surface: Strand = {
    id: SURFACE,
    kind: 'surface',
    name: SURFACE,
    steps: [
      { id: 't1', op: 'surface.lit', params: { colour: '#000000' } },
      { id: 't2', op: 'surface.glow', params: { colour: link, strength: 1 } },
      { id: 't3', op: 'surface.shading', params: { shading: 'flat' } },
    ],
  };
  const bare: Strand = {
    ...stage,
    steps: [
      ...stage.steps
        .filter((s) => ['camera', 'standing'].includes(definitionOf(s.op)?.puts ?? ''))
        .map((s) =>
          definitionOf(s.op)!.puts === 'camera'
            ? s
            : { ...s, params: { ...without(s.params, 'overlay'), surface: { link: SURFACE } } },
        ),
      { id: 'look-open', op: 'stage.background', params: { style: 'transparent' } },
    ],
  };
  return {
    ...piece,
    strands: [
      ...others(piece, own).map((s) => (s.id === stage.id ? bare : s)),
      surface,
      {
        id: FINISH,
        kind: 'finish',
        name: FINISH,
        steps: [{ id: 't1', op: 'finish.shoot', params: { stage: { link: stage.id } } }, shows],
      },
    ],
  };
}

/** All strands but the finishes that what is looked at takes nothing from. */
function others(piece: Piece, looked: Strand | undefined): Strand[] {
  const behind = looked ? allDependencies(piece, looked) : new Set();
  return piece.strands.filter((s) => s.kind !== 'finish' || behind.has(s.id));
}

function without<T>(params: Record<string, T>, id: string): Record<string, T> {
  return Object.fromEntries(Object.entries(params).filter(([name]) => name !== id));
}

export interface Histogram {
  low: number;
  high: number;
  /** Parts of the values in even bins from low to high; the largest is 1. */
  bins: number[];
  /** Values that are not numbers, or infinite. */
  broken: number;
}

/** Spread of values: the bins of a small chart. Null where there are none. */
export function histogramOf(values: ArrayLike<number>, count = 40): Histogram | null {
  let [low, high, broken] = [Infinity, -Infinity, 0];
  for (let i = 0; i < values.length; i++) {
    const v = values[i]!;
    if (!Number.isFinite(v) || isMark(v)) broken++;
    else {
      low = Math.min(low, v);
      high = Math.max(high, v);
    }
  }
  if (low > high) return broken > 0 ? { low: 0, high: 0, bins: [], broken } : null;
  const bins = Array<number>(count).fill(0);
  for (let i = 0; i < values.length; i++) {
    const v = values[i]!;
    if (Number.isFinite(v))
      bins[high > low ? Math.min(count - 1, Math.floor(((v - low) / (high - low)) * count)) : count >> 1]!++;
  }
  const most = Math.max(...bins);
  return { low, high, bins: bins.map((b) => b / most), broken };
}
