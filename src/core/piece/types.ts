/** The kinds of strand, in the order in which people work. */
export const KINDS = ['signal', 'field', 'form', 'surface', 'stage', 'finish'] as const;
export type Kind = (typeof KINDS)[number];

export const FORMAT = 'calm-lattice';
export const VERSION = 9;

/** A stop of a ramp: a place from 0 to 1 and a colour as sRGB `#rrggbb`. */
export interface Stop {
  at: number;
  colour: string;
}

/** A point of a drawn curve, both coordinates mostly 0 to 1. */
export interface CurvePoint {
  x: number;
  y: number;
}

export type Vector = [number, number, number];

/** A point of a path. */
export interface PathPoint {
  place: Vector;
  /**
   * From the place to the handle behind it, in metres; that before it mirrors it. None follows the neighbours, one of
   * no length makes a corner. It counts where the path runs by handles.
   */
  handle?: Vector;
}

/** Ways from one key to the next. */
export const EASES = ['linear', 'eased', 'held', 'spring', 'bounce', 'curve'] as const;
export type Ease = (typeof EASES)[number];

/**
 * The two handles of a way that is a curve, each as a part of the way in time (0 to 1) and in value: time and value of
 * the handle after the key, then those of the one before the next.
 */
export type Bend = [number, number, number, number];

/** The curve of keys that say none. */
export const BEND: Bend = [0.4, 0, 0.6, 1];

/** A value at a place of the loop (0 to 1), and how it goes on to the next key. */
export interface KeyOf<V> {
  at: number;
  value: V;
  ease: Ease;
  /** Where the way is a curve. */
  bend?: Bend;
}
export type Key = KeyOf<number>;

/** What a key of any parameter can hold: a number, a vector, or a colour as `#rrggbb`. */
export type KeyValue = number | Vector | string;

/** Values over the loop, in no order; after the last it goes on to the first, so it closes. */
export interface Keyed {
  keys: KeyOf<KeyValue>[];
}

/** Numbers, vectors, choices, `#rrggbb` colours and texts (all strings), ramps, curves, keys and paths. */
export type Literal = number | boolean | string | Vector | Stop[] | CurvePoint[] | Key[] | PathPoint[];

/** Takes the value of another strand, or of one step of it; `swizzle` picks one component. */
export interface Link {
  link: string;
  step?: string;
  swizzle?: 'x' | 'y' | 'z';
}

/** Follows a control; with a range of its own the control's way from low to high is spread over it. */
export interface ControlRef {
  control: string;
  range?: [number, number];
}

export type Value = Literal | Link | ControlRef | Keyed;

export interface Step {
  id: string;
  op: string;
  params: Record<string, Value>;
  off?: true;
  note?: string;
  /** Settings of controls that hold for what stands at this place alone. */
  overrides?: Record<string, Setting>;
  /** Names of strands that parameters were linked to until those were deleted, by the parameters' ids. */
  lost?: Record<string, string>;
  /** What is not a number is marked where it comes from; only while it is looked for, never in a file. */
  marks?: true;
}

/** Where a step stands. */
export interface StepAt {
  strand: string;
  step: string;
}

/** Which control. */
export interface ControlAt {
  control: string;
}

/** Where a parameter stands. */
export interface ParamAt extends StepAt {
  param: string;
}

export interface Strand {
  id: string;
  kind: Kind;
  name: string;
  steps: Step[];
}

/** What a control can hold: a number, a point, a colour as `#rrggbb`, or the id of a choice's option. */
export type Setting = number | Vector | string;

/** Does the loop begin again after its last frame, or end there? */
export type Play = 'loop' | 'once';

/** What a control does over the loop: keys of its own, or a link to a signal. */
export type Track = Keyed | Link;

/** A value exposed on the desk. */
export interface Control {
  id: string;
  name: string;
  value: Setting;
  default: Setting;
  min: number;
  max: number;
  /** Power of the response: 1 is even, above 1 is finer at the start. */
  curve: number;
  /** Left alone when controls are varied at random. */
  locked?: true;
  /** What it does over the loop; without one it has its value throughout. */
  track?: Track;
}

export interface Look {
  id: string;
  name: string;
  values: Record<string, Setting>;
  /** Tracks that controls had when it was stored; a control without one has its value. */
  tracks?: Record<string, Track>;
}

export interface Bundle {
  id: string;
  name: string;
  tint: string;
  note: string;
  strands: string[];
}

export interface Asset {
  id: string;
  name: string;
  type: string;
  /** Contents in base64. */
  data: string;
}

export interface Picture {
  /** Pixels. */
  width: number;
  height: number;
  /** sRGB `#rrggbb`. */
  background: string;
}

export interface Loop {
  frames: number;
  /** Frames per second. */
  rate: number;
  play: Play;
  /** Beats a minute, where the piece has beats. */
  tempo?: number;
  /** What is heard, where the piece has a sound. */
  sound?: LoopSound;
}

/** The part of a sound that is the loop. */
export interface LoopSound {
  asset: string;
  /** Seconds from its beginning at which the loop begins. */
  start: number;
  /** Seconds at the end of the loop in which it fades into what comes before the beginning, so that it closes. */
  fade: number;
}

/** Where a saved part was inserted: what came with it, by what it is called in the part, and what that is here. */
export interface PartUse {
  id: string;
  /** The saved part. */
  part: string;
  /** The contents of the part that stand here; kept again it has another one. */
  edition: string;
  strands: Record<string, string>;
  /** The row that its steps went into, where there was one, and these steps. */
  row?: { strand: string; steps: Record<string, string> };
  controls: Record<string, string>;
}

/** Degrees, clockwise, by which the file of an output may be turned. */
export const TURNS = [0, 90, 180, 270] as const;

/** A part of the picture that one wall shows. */
export interface Output {
  id: string;
  name: string;
  /** Its upper left corner in the picture, and its size; whole pixels, which are the pixels of the wall. */
  x: number;
  y: number;
  width: number;
  height: number;
  /** Millimetres from one pixel of the wall to the next. */
  pitch: number;
  /** Luminance of white at full brightness: cd/m². */
  peak: number;
  turn: (typeof TURNS)[number];
  /** Where the middle of the wall's lower edge stands in the hall: metres to the right, up and away from the door. */
  place: Vector;
  /** Degrees by which the wall is turned to the left from facing the door, seen from the door. */
  facing: number;
}

/** One document: the loop being made. */
export interface Piece {
  format: typeof FORMAT;
  version: typeof VERSION;
  name: string;
  note: string;
  picture: Picture;
  loop: Loop;
  strands: Strand[];
  controls: Control[];
  looks: Look[];
  bundles: Bundle[];
  assets: Asset[];
  /** Where saved parts were inserted, if any. */
  uses?: PartUse[];
  /** The walls that show parts of the picture, if any; else one shows all of it. */
  outputs?: Output[];
  /** The id of the profile of checks that it is held to, if any. */
  profile?: string;
}

export const isLink = (v: Value | undefined): v is Link => typeof v === 'object' && !Array.isArray(v) && 'link' in v;
export const isControlRef = (v: Value | undefined): v is ControlRef =>
  typeof v === 'object' && !Array.isArray(v) && 'control' in v;
export const isKeyed = (v: Value | undefined): v is Keyed => typeof v === 'object' && !Array.isArray(v) && 'keys' in v;
/** Does something else than a literal say it: another strand, a control, or keys? */
export const isDriven = (v: Value | undefined): v is Link | ControlRef | Keyed =>
  isLink(v) || isControlRef(v) || isKeyed(v);

const indexes = new WeakMap<object, Map<string, unknown>>();

/** Lists of a piece never change in place, so each is indexed once. */
function indexed<T extends { id: string }>(list: readonly T[]): Map<string, T> {
  let index = indexes.get(list) as Map<string, T> | undefined;
  if (!index) {
    index = new Map(list.map((item) => [item.id, item]));
    indexes.set(list, index);
  }
  return index;
}

export const strandById = (piece: Piece, id: string) => indexed(piece.strands).get(id);
export const stepById = (strand: Strand | undefined, id: string) => strand && indexed(strand.steps).get(id);
export const controlById = (piece: Piece, id: string) => indexed(piece.controls).get(id);
