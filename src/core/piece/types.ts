/** The kinds of strand, in the order in which people work. */
export const KINDS = ['signal', 'field', 'form', 'surface', 'stage', 'finish'] as const;
export type Kind = (typeof KINDS)[number];

export const FORMAT = 'calm-lattice';
export const VERSION = 1;

/** A stop of a ramp: a place from 0 to 1 and a colour as sRGB `#rrggbb`. */
export interface Stop {
  at: number;
  colour: string;
}

export type Vector = [number, number, number];

/** Numbers, vectors, choices and `#rrggbb` colours (both strings), and ramps. */
export type Literal = number | boolean | string | Vector | Stop[];

/** Takes the value of another strand, or of one step of it; `swizzle` picks one component. */
export interface Link {
  link: string;
  step?: string;
  swizzle?: 'x' | 'y' | 'z';
}

export interface ControlRef {
  control: string;
}

export type Value = Literal | Link | ControlRef;

export interface Step {
  id: string;
  op: string;
  params: Record<string, Value>;
  off?: true;
  note?: string;
}

export interface Strand {
  id: string;
  kind: Kind;
  name: string;
  steps: Step[];
}

/** A value put out on the desk. */
export interface Control {
  id: string;
  name: string;
  value: number;
  default: number;
  min: number;
  max: number;
  /** Power of the response: 1 is even, above 1 is finer at the start. */
  curve: number;
}

export interface Look {
  id: string;
  name: string;
  values: Record<string, number>;
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
  play: 'loop' | 'once';
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
}

export const isLink = (v: Value | undefined): v is Link => typeof v === 'object' && !Array.isArray(v) && 'link' in v;
export const isControlRef = (v: Value | undefined): v is ControlRef => typeof v === 'object' && !Array.isArray(v) && 'control' in v;

export const strandById = (piece: Piece, id: string) => piece.strands.find((s) => s.id === id);
export const stepById = (strand: Strand | undefined, id: string) => strand?.steps.find((s) => s.id === id);
