import {
  BEND,
  isControlRef,
  isKeyed,
  stepById,
  strandById,
  type Bend,
  type KeyOf,
  type KeyValue,
  type Piece,
  type Play,
} from '@/core/piece/types';
import { definitionOf, paramOf } from '@/core/steps';
import { changeKeys, keyedCurve, keyScalars, keysFit, keysOf, type KeyAt, type KeyPlace } from '@/core/weave';
import type { Selection } from '@/state/workbench';
import { copiesOf, phaseX, type Scale } from './band-scale';

/** A signal or a parameter over the loop, phase 0 to 1 with both ends. */
export interface Trace {
  /** That of the strand, for a signal. */
  id: string;
  strand: string;
  name: string;
  values: Float32Array;
}

/** Where a lane lies, in pixels from the top. */
export interface LaneBox {
  lane: number;
  top: number;
  /** From the lowest value to the highest. */
  span: number;
  y: (value: number) => number;
  value: (y: number) => number;
}

/** A key on the band. */
export interface LaneKey {
  /** Part of the loop, 0 to 1. */
  at: number;
  value: number;
  /** Handles of its way to the next key, where that is a curve. */
  bend?: Bend;
}

/** Keys that can be dragged on the band, on the lane of a trace. */
export interface Lane {
  trace: Trace;
  place: KeyPlace;
  keys: LaneKey[];
  /** Keys can be moved in time alone: a colour has no height. */
  timeOnly: boolean;
  /** Which number of a vector it shows. */
  axis: number;
}

/** The number of a key that stands on a lane. */
export const heightOf = ({ axis }: Lane, value: KeyValue): number => Number(Array.isArray(value) ? value[axis] : value);

/** The same value with another number there. */
export const withHeight = ({ axis }: Lane, value: KeyValue, height: number): KeyValue =>
  Array.isArray(value) ? (value.map((v, i) => (i === axis ? height : v)) as KeyValue) : height;

/** Changes one key of a lane. */
export const moveKey = (lane: Lane, piece: Piece, index: number, { value, ...rest }: Partial<LaneKey>): Piece =>
  changeKeys(piece, [{ ...lane.place, index }], (key) => ({
    ...key,
    ...rest,
    ...(value !== undefined && !lane.timeOnly && { value: withHeight(lane, key.value, value) }),
  }));

/** Points of a trace that is worked out here: as those of signals. */
const TRACE_POINTS = 241;
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

interface BandOptions {
  /** Shows the lanes that are edited alone. */
  folded?: boolean;
  /** The desk is open, so the keys of its controls are edited. */
  desk?: boolean;
}

/** Signals, keyed parameters and controls with keys; those of the selected step are edited. */
export function bandLanes(
  piece: Piece,
  signals: Trace[],
  selected: Selection | null,
  { folded = false, desk = false }: BandOptions = {},
): BandLanes {
  const keyed = [...keyLanes(piece), ...controlLanes(piece)];
  const own = selected && signalLane(piece, signals, selected);
  const step = selected && stepById(strandById(piece, selected.strand), selected.step);
  const followed = new Set(Object.values(step?.params ?? {}).flatMap((v) => (isControlRef(v) ? [v.control] : [])));
  const here = keyed.filter(({ place }) =>
    'control' in place
      ? desk || followed.has(place.control)
      : place.strand === selected?.strand && place.step === selected.step,
  );
  const lanes = [...(own ? [own] : []), ...here];
  const chosen = new Set([...(selected ? [selected.strand] : []), ...lanes.map((l) => l.trace.id)]);
  const all = [...signals, ...keyed.map((l) => l.trace)];
  const edited = all.filter((t) => chosen.has(t.id));
  // Folded away are all but those that are edited, as long as there are some.
  return { traces: folded && edited.length > 0 ? edited : all, chosen, lanes };
}

/** Lanes of all parameters that have keys; a vector has one for each of its numbers. */
export function keyLanes(piece: Piece): Lane[] {
  return piece.strands.flatMap((strand) =>
    strand.steps.flatMap((step) =>
      Object.entries(step.params).flatMap(([id, value]) => {
        const param = isKeyed(value) && paramOf(step, id);
        if (!param || !isKeyed(value) || !keysFit(param, value)) return [];
        const name = `${strand.name} ${param.name.toLowerCase()}`;
        const place = { strand: strand.id, step: step.id, param: param.id };
        return lanesOf({ place, id: `${strand.id}/${step.id}/${param.id}`, name }, value.keys, piece.loop.play);
      }),
    ),
  );
}

/** Lanes of all controls whose track has keys. */
const controlLanes = (piece: Piece): Lane[] =>
  piece.controls.flatMap(({ id, name, track }) =>
    track && isKeyed(track)
      ? lanesOf({ place: { control: id }, id: `control ${id}`, name }, track.keys, piece.loop.play)
      : [],
  );

interface LaneSource {
  place: KeyPlace;
  id: string;
  name: string;
}

function lanesOf({ place, id, name }: LaneSource, keys: KeyOf<KeyValue>[], play: Play): Lane[] {
  const [first] = keys;
  const curve = keyedCurve({ keys }, play);
  const samples = Array.from({ length: TRACE_POINTS }, (_, i) => curve(i / (TRACE_POINTS - 1)));
  const timeOnly = typeof first!.value === 'string';
  const isVector = Array.isArray(first!.value);
  const axes = isVector ? [0, 1, 2] : [0];
  const height = (scalars: number[], axis: number) =>
    timeOnly ? 0.2126 * scalars[0]! + 0.7152 * scalars[1]! + 0.0722 * scalars[2]! : scalars[axis]!;
  return axes.map((axis) => ({
    place,
    timeOnly,
    keys: keys.map((k) => laneKey(k, height(keyScalars(k.value), axis))),
    trace: {
      id: `${id}/${axis}`,
      strand: 'strand' in place ? place.strand : '',
      name: `${name}${isVector ? ` ${AXES[axis]}` : ''}`,
      values: Float32Array.from(samples, (scalars) => height(scalars, axis)),
    },
    axis,
  }));
}

const laneKey = ({ at, ease, bend }: KeyOf<KeyValue>, value: number): LaneKey => ({
  at,
  value,
  ...(ease === 'curve' && { bend: bend ?? BEND }),
});

/** The lane of a signal's own keys, on its trace. */
export function signalLane(piece: Piece, traces: Trace[], { strand, step }: Selection): Lane | null {
  const found = stepById(strandById(piece, strand), step);
  const trace = traces.find((t) => t.id === strand);
  const param = found && definitionOf(found.op)?.params.find((p) => p.type === 'keys');
  if (!param || !trace) return null;
  const place = { strand, step, param: param.id };
  const keys = keysOf(piece, place);
  return keys && { trace, place, timeOnly: false, keys: keys.map((k) => laneKey(k, Number(k.value))), axis: 0 };
}

/** A box drawn on the band, in pixels. */
export interface BandBox {
  x: number;
  y: number;
  toX: number;
  toY: number;
}

const isBetween = (v: number, a: number, b: number) => v >= Math.min(a, b) && v <= Math.max(a, b);

/** The keys of a lane that lie in a box. */
export const keysWithin = (lane: Lane, lies: LaneBox, box: BandBox, scale: Scale): KeyAt[] =>
  lane.keys.flatMap((key, index) =>
    isBetween(lies.y(key.value), box.y, box.toY) &&
    copiesOf(key.at, scale).some((phase) => isBetween(phaseX(phase, scale), box.x, box.toX))
      ? [{ ...lane.place, index }]
      : [],
  );
