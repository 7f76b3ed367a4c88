import { setParam } from '@/core/piece/edit';
import { isKeyed, stepById, strandById, type KeyOf, type KeyValue, type Piece, type Value } from '@/core/piece/types';
import { definitionOf, valueOf, type Param } from '@/core/steps';
import { keyedCurve, keyScalars, keysFit } from '@/core/weave';
import type { Selection } from '@/state/workbench';
import type { Trace } from './draw';

/** A key on the band. */
export interface LaneKey {
  /** Part of the loop, 0 to 1. */
  at: number;
  value: number;
}

/** Keys that can be dragged on the band, on the lane of a trace. */
export interface Lane {
  trace: Trace;
  strand: string;
  step: string;
  keys: LaneKey[];
  /** Keys can be moved in time alone: a colour has no height. */
  timeOnly: boolean;
  /** Moves a key. */
  move: (piece: Piece, index: number, part: Partial<LaneKey>) => Piece;
}

/** Points of a trace that is worked out here: as those of signals. */
const SAMPLES = 241;
const AXES = ['x', 'y', 'z'];

/** What the band shows of time. */
export interface BandLanes {
  /** All of them, from above. */
  traces: Trace[];
  /** Ids of those that are edited. */
  chosen: ReadonlySet<string>;
  /** Lanes whose keys can be dragged. */
  lanes: Lane[];
}

/** Signals and keyed parameters; those of the selected step are edited. */
export function bandLanes(piece: Piece, signals: Trace[], selected: Selection | null): BandLanes {
  const keyed = keyLanes(piece);
  const own = selected && signalLane(piece, signals, selected);
  const here = keyed.filter((l) => l.strand === selected?.strand && l.step === selected.step);
  const lanes = [...(own ? [own] : []), ...here];
  return {
    traces: [...signals, ...keyed.map((l) => l.trace)],
    chosen: new Set([...(selected ? [selected.strand] : []), ...lanes.map((l) => l.trace.id)]),
    lanes,
  };
}

/** Lanes of all parameters that have keys; a vector has one for each of its numbers. */
export function keyLanes(piece: Piece): Lane[] {
  return piece.strands.flatMap((strand) =>
    strand.steps.flatMap((step) =>
      Object.entries(step.params).flatMap(([id, value]) => {
        const param = isKeyed(value) && definitionOf(step.op)?.params.find((p) => p.id === id);
        return param && isKeyed(value) && keysFit(param, value)
          ? lanesOf({ strand: strand.id, step: step.id, param }, value.keys, `${strand.name} `)
          : [];
      }),
    ),
  );
}

interface Place {
  strand: string;
  step: string;
  param: Param;
}

function lanesOf(place: Place, keys: KeyOf<KeyValue>[], before: string): Lane[] {
  const { strand, step, param } = place;
  const curve = keyedCurve({ keys });
  const samples = Array.from({ length: SAMPLES }, (_, i) => curve(i / (SAMPLES - 1)));
  const timeOnly = param.type === 'colour';
  const axes = param.type === 'vector' ? [0, 1, 2] : [0];
  const heightOf = (scalars: number[], axis: number) =>
    timeOnly ? 0.2126 * scalars[0]! + 0.7152 * scalars[1]! + 0.0722 * scalars[2]! : scalars[axis]!;
  return axes.map((axis) => ({
    strand,
    step,
    timeOnly,
    keys: keys.map((k) => ({ at: k.at, value: heightOf(keyScalars(k.value), axis) })),
    trace: {
      id: `${strand}/${step}/${param.id}/${axis}`,
      strand,
      name: `${before}${param.name.toLowerCase()}${param.type === 'vector' ? ` ${AXES[axis]}` : ''}`,
      values: Float32Array.from(samples, (scalars) => heightOf(scalars, axis)),
    },
    move: (piece, index, { at, value }) =>
      changeKeys(piece, place, (key, i) => {
        if (i !== index) return key;
        const { value: was } = key;
        const given =
          value === undefined || timeOnly
            ? was
            : Array.isArray(was)
              ? (was.map((v, k) => (k === axis ? value : v)) as KeyValue)
              : value;
        return { ...key, at: at ?? key.at, value: given };
      }),
  }));
}

function changeKeys(
  piece: Piece,
  { strand, step, param }: Place,
  change: (key: KeyOf<KeyValue>, index: number) => KeyOf<KeyValue>,
): Piece {
  const value = stepById(strandById(piece, strand), step)?.params[param.id];
  return isKeyed(value) ? setParam(piece, strand, step, param.id, { keys: value.keys.map(change) }) : piece;
}

/** The lane of a signal's own keys, on its trace. */
export function signalLane(piece: Piece, traces: Trace[], selected: Selection): Lane | null {
  const { strand, step: id } = selected;
  const step = stepById(strandById(piece, strand), id);
  const trace = traces.find((t) => t.id === strand);
  const param = step && definitionOf(step.op)?.params.find((p) => p.type === 'keys');
  if (!step || !param || !trace) return null;
  const keysIn = (p: Piece) => valueOf(stepById(strandById(p, strand), id)!, param) as KeyOf<number>[];
  if (!Array.isArray(valueOf(step, param))) return null;
  return {
    trace,
    strand,
    step: id,
    timeOnly: false,
    keys: keysIn(piece),
    move: (p, index, part) =>
      setParam(p, strand, id, param.id, keysIn(p).map((k, i) => (i === index ? { ...k, ...part } : k)) as Value),
  };
}
