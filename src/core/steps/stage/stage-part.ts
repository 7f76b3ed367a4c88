import type { Vector } from '../../piece/types';

/** Shadow of a light; `softness` in texels of its map. */
export interface ShadowPart {
  cast: boolean;
  softness: number;
}

/** A light. Colours in linear light, positions in metres, angles in degrees. */
export type LightPart =
  | { part: 'light'; light: 'directional'; colour: Vector; strength: number; from: Vector; shadow: ShadowPart }
  | {
      part: 'light';
      light: 'spot';
      colour: Vector;
      strength: number;
      position: Vector;
      target: Vector;
      /** Full angle of the cone. */
      opening: number;
      /** Share of the cone over which it fades, 0 to 1. */
      edge: number;
      shadow: ShadowPart;
    }
  | {
      part: 'light';
      light: 'point';
      colour: Vector;
      strength: number;
      position: Vector;
      /** Where it ends; 0 for never. */
      reach: number;
      shadow: ShadowPart;
    }
  | { part: 'light'; light: 'hemisphere'; above: Vector; below: Vector; strength: number };

export interface CameraPart {
  part: 'camera';
  kind: 'perspective' | 'orthographic' | 'fisheye';
  position: Vector;
  target: Vector;
  /** Focal length in millimetres, on a frame 24 mm high. */
  lens: number;
  /** Metres from top to bottom without perspective. */
  height: number;
  /** Full angle across the circle of a fisheye. */
  opening: number;
  /** Turns about the target over the loop. */
  orbit: number;
}

export interface SurroundingsPart {
  part: 'surroundings';
  style: 'gradient' | 'colour' | 'sky' | 'picture';
  above: Vector;
  level: Vector;
  below: Vector;
  strength: number;
  /** About the vertical, in degrees. */
  turn: number;
  /** Direction to the sun of a sky. */
  sun: Vector;
  /** Asset of a picture; empty for none. */
  picture: string;
  shown: boolean;
}

export interface StandingPart {
  part: 'standing';
  /** Whether it is seen at all. */
  there: boolean;
  /** Strand of the form; empty where none is chosen yet. Null for a level floor of one metre. */
  form: string | null;
  /** Strands of surfaces; empty for none. */
  surface: string;
  overlay: string;
  position: Vector;
  /** About x, y and z, in degrees. */
  turn: Vector;
  size: number;
}

export interface BackgroundPart {
  part: 'background';
  /** Null for none: stills and frames keep what is open. */
  colour: Vector | null;
}

/** A surface over all that stands before it in the row. */
export interface CoverPart {
  part: 'cover';
  surface: string;
}

/** What a step puts on the stage. Of cameras, surroundings and backgrounds the last counts. */
export type StagePart = LightPart | CameraPart | SurroundingsPart | StandingPart | BackgroundPart | CoverPart;

/** Direction towards a place on the sky. @param turn from +z towards +x, in degrees @param height in degrees */
export function skyDirection(turn: number, height: number): Vector {
  const [around, up] = [(turn * Math.PI) / 180, (height * Math.PI) / 180];
  return [Math.sin(around) * Math.cos(up), Math.sin(up), Math.cos(around) * Math.cos(up)];
}
