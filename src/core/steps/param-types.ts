import { LIMITS } from '../piece/limits';
import type { CurvePoint, Key, Kind, Loop, PathPoint, Stop, Value, Vector } from '../piece/types';
import type { RunType } from './run-type';

interface ParamBase {
  id: string;
  /** Its name in the step's GLSL, where that is not the id. */
  glslName?: string;
  name: string;
  /** One line for the artist: what it does. */
  description: string;
  /** The artist's text declares it: it is known by its own name alone. */
  declared?: true;
  /**
   * What a link brings is worked out for the whole face or copy, not at each place; for a
   * `moment`, the GLSL asks for it at places of its own, as a function by the parameter's id. In steps
   * that make meshes only such parameters take links: a value for each point or face, at phase 0. What holds for a
   * whole `frame` takes signals alone.
   */
  per?: 'point' | 'face' | 'copy' | 'moment' | 'frame';
}

export interface NumberParam extends ParamBase {
  type: 'number';
  default: number;
  /**
   * Range of the slider; `hard` is the range that makes sense at all, and holds wherever a value comes from: see
   * `rangeOf`.
   */
  min: number;
  max: number;
  hard?: [number, number];
  unit?: string;
  /** A choice of the step says what it is counted in: the unit by the option. */
  unitBy?: { choice: string; units: Record<string, string> };
  /** Not set by the artist: the length of the piece's loop, in this unit, or whether it repeats. */
  loopLength?: 'seconds' | 'frames' | 'beats' | 'repeats';
  /** Only whole numbers make sense. */
  whole?: true;
  /** The loop closes when this is a whole number. */
  closes?: true;
  /**
   * A larger number makes edges of the mesh shorter: those across (along u), along (along v), all; or it halves them.
   */
  finer?: 'across' | 'along' | 'all' | 'halves';
  /** The same number said in other ways, as an angle for a focal length. Each fills in the others. */
  twins?: (loop: Loop) => Twin[];
}

/** A number said another way. */
export interface Twin {
  name: string;
  description: string;
  unit: string;
  /** Usual range: by parts of it the number is dragged. */
  min: number;
  max: number;
  toTwin: (value: number) => number;
  toValue: (twin: number) => number;
}

export interface VectorParam extends ParamBase {
  type: 'vector';
  /** It takes moments and nothing else: seconds since the last one, its number, its strength. */
  moments?: true;
  default: Vector;
  /** The third number is not read, and not shown. */
  flat?: true;
  min: number;
  max: number;
  unit?: string;
  closes?: true;
  /** Id of a number of the step that must not be 0 for this one to close. */
  closesWith?: string;
}

export interface ColourParam extends ParamBase {
  type: 'colour';
  default: string;
}

/** Chosen from a list; woven into the program as a constant, so a change compiles again. */
export interface ChoiceParam extends ParamBase {
  type: 'choice';
  default: string;
  options: { id: string; name: string }[];
  /** Decides what the step is (see `resolve`); its GLSL does not see it. */
  shapes?: true;
}

/** Colours along the running number. In GLSL it stands for the colour already looked up. */
export interface RampParam extends ParamBase {
  type: 'ramp';
  default: Stop[];
  /** Choices of the same step that say how colours blend between stops, and in which space. */
  blend?: string;
  space?: string;
  /** GLSL of what is looked up, from the GLSL of the parameters before it and of the running value; else the latter. */
  at?: (params: Record<string, string>, running: string) => string;
}

/** A drawn curve over the running number. In GLSL it stands for the number already looked up. */
export interface CurveParam extends ParamBase {
  type: 'curve';
  default: CurvePoint[];
  /** GLSL of three numbers, from that of the running value: it stands for all three, each looked up. */
  each?: (running: string) => string;
}

/** Values over the loop. In GLSL it stands for the value at the place's phase. */
export interface KeysParam extends ParamBase {
  type: 'keys';
  default: Key[];
  /**
   * They are moments, each with a strength. In GLSL it stands for the part of the loop since the last one, its number
   * from 0 on, and its strength.
   */
  moments?: true;
}

/**
 * A line through points. In GLSL it stands for the place on it that the running number leads to, 0 to 1. The choices
 * are those of `PATH_CHOICES`.
 */
export interface PathParam extends ParamBase {
  type: 'path';
  default: PathPoint[];
}

/** A picture of the piece, by the id of its asset; empty for none. In GLSL an int: its slot, or -1. */
export interface PictureParam extends ParamBase {
  type: 'picture';
  default: string;
  /** A picture all around: .hdr is welcome. */
  panorama?: true;
  /** A choice of the step, and the option of it with which the picture shows: set when a picture is put here. */
  shownBy?: { choice: string; option: string };
  /** A table of colours, from a .cube. */
  table?: true;
}

/** A mesh file of the piece, by the id of its asset; empty for none. */
export interface MeshParam extends ParamBase {
  type: 'mesh';
  default: string;
}

/** Text that the artist writes. It shapes the step (see `resolve`); its GLSL does not see it. */
export interface TextParam extends ParamBase {
  type: 'text';
  default: string;
  /** More than one line. */
  long?: true;
  /** Words as they are, not GLSL. */
  plain?: true;
}

/** Another strand as a whole. */
export interface StrandParam extends ParamBase {
  type: 'strand';
  kind: Kind;
  /** It may stay empty. */
  optional?: true;
}

export type Param =
  | NumberParam
  | VectorParam
  | ColourParam
  | ChoiceParam
  | RampParam
  | CurveParam
  | KeysParam
  | PathParam
  | PictureParam
  | MeshParam
  | TextParam
  | StrandParam;

/** Is a parameter the length of the loop, rather than set? */
export const isLoopLength = (param: Param): boolean => param.type === 'number' && param.loopLength !== undefined;

/** Name under which the step's GLSL knows a parameter. */
export const glslNameOf = (param: Param) => param.glslName ?? param.id;

/**
 * Least and greatest number that ever reaches a step through this parameter, as a literal, a control or a
 * link; of a vector, for each of its numbers.
 */
export const rangeOf = (param: Param): readonly [number, number] =>
  (param.type === 'number' ? param.hard : undefined) ?? [-LIMITS.number, LIMITS.number];

/** The value that a parameter has where a step does not set it. */
export function defaultOf(param: Param): Value | undefined {
  return param.type === 'strand' ? undefined : param.default;
}

/** What a linked strand must give for this parameter, most fitting first; empty if it takes no links. */
export function linkTypes(param: Param): RunType[] {
  if (param.type === 'vector' && param.moments) return ['moments'];
  switch (param.type) {
    case 'number':
      return ['float', 'vec2', 'vec3'];
    case 'vector':
    case 'colour':
      return ['vec3', 'float', 'vec2'];
    default:
      return [];
  }
}
