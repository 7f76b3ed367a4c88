import type { Play, Step, Strand } from '../../piece/types';
import type { PlaceAttribute, Param, ResolvedStep, RunType } from '../../steps';

/** Something about a piece that the artist should know; the rest of it is still drawn. */
export interface Problem {
  strand: string;
  step?: string;
  param?: string;
  sentence: string;
}

interface RowTypes {
  step: Step;
  takes: RunType | null;
  gives: RunType | null;
}

/** A step that runs where it stands. */
export interface ActiveStep extends RowTypes {
  active: true;
  definition: ResolvedStep;
}

/** A step that is off or cannot run here: the row goes on without it. */
export interface SkippedStep extends RowTypes {
  active: false;
  /** Undefined where the catalogue has no such step. */
  definition: ResolvedStep | undefined;
}

export type StepTypes = ActiveStep | SkippedStep;

/** A step that the catalogue has, whether it runs or not. */
export type KnownStep = StepTypes & { definition: ResolvedStep };

/** Does a step run? A type guard, for filters that ask for more. */
export const isActive = (row: StepTypes): row is ActiveStep => row.active;

export interface Use {
  strand: string;
  step: string;
  param: string;
}

export interface Analysis {
  /** Shared by pieces that differ in literal numbers alone: what is written of them is the same text. */
  structure: object;
  /** Strands so that each stands after those it takes from. */
  order: Strand[];
  types: Map<string, StepTypes[]>;
  uses: Map<string, Use[]>;
  problems: Problem[];
}

/** A strand, whole or up to and including one of its steps. */
export interface Target {
  strand: string;
  step?: string;
}

/** One number, vector or colour that a program reads while it runs. */
export interface UniformSlot {
  name: string;
  type: 'float' | 'vec3' | 'vec4';
  strand: string;
  step: string;
  param: Param;
  /** Place in a ramp, a curve or keys, for slots of type vec4. */
  stop?: number;
}

export interface Woven {
  /** Library, step and strand functions, uniforms first; no `main`. */
  glsl: string;
  uniforms: UniformSlot[];
  /** Function of each wanted target, and the type it gives. */
  functions: { name: string; gives: RunType }[];
  /** Ids of the assets that it reads, by slot. */
  pictures: string[];
  /** Other pictures that it reads, by slot: finishes, or parts of them. */
  branches: Target[];
  /**
   * Rows of numbers over the loop that it reads, by the place of their first number among all of the piece; in text
   * with constants they lie one behind the other.
   */
  loopRows: number[];
  /** Uniforms that hold the values of signals at the present phase; see `WeaveOptions.signalUniforms`. */
  signals: SignalUniform[];
  /** Does a step look at moments other than the place's own? Then signals have to be functions. */
  otherMoments: boolean;
  /** Whether the loop starts again: copies that are late then show what was before the seam. */
  play: Play;
  /** Functions of the place for what steps say beside the running value. */
  attributes: Partial<Record<PlaceAttribute, string>>;
  /** Function that gives all targets at one place; see `WeaveOptions.together`. */
  fused?: string;
}

export interface SignalUniform {
  name: string;
  type: RunType;
  target: Target;
}

export interface WeaveOptions {
  /** Write the present values as constants, for text that stands on its own. */
  constants?: boolean;
  /** Signals are uniforms, worked out once a frame, where all places share one phase. */
  signalUniforms?: boolean;
  /** Which pass of the last step that is drawn in several; its last one without this. */
  pass?: number;
  /** Write a function that works all targets out at one place, what they share once. */
  fused?: boolean;
}
