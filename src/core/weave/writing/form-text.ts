import { once } from '../../once';
import { derive } from '../../glsl';
import { readsOther } from '../../glsl/lib';
import type { Play } from '../../piece/types';
import type { PlaceAttribute } from '../../steps';
import type { Woven } from '../analysis/types';

/** What the vertex shader of a form is made of: names of its functions, where there are such. */
export interface FormText {
  move: string;
  /** The move with its slopes along two directions; null where these are taken by differences. */
  slopes: string | null;
  /** What is said beside the move: see `StepDefinition.attributes`. */
  attributes: Partial<Record<PlaceAttribute, string>>;
  /** See `Woven.play`. */
  play: Play;
  /** The move and the surface at once, where a dot's are worked out at the same place. */
  fused?: string;
}

/** Names of a form's functions, and the text that has to stand after what was woven. */
export interface FormWoven extends FormText {
  text: string;
  /** Why its normals are taken by differences; null where they are exact. */
  noSlope: string | null;
}

/** A form that does not move: its function gives the place at rest. */
const STILL = 'clStill';
const STILL_TEXT = `vec3 ${STILL}(Place p) { return p.rest; }\n`;
/** Fields of a place that change along a surface. */
const ALONG = new Set(['rest', 'world', 'normal', 'uv', 'screen', 'view']);
/** Longer text than this takes a card too long to compile: differences do. */
const MAX_TEXT_LETTERS = 400_000;

/** The form with its slopes along two directions, by differentiating its text. */
export const formText = once(make);

function make(woven: Woven): FormWoven {
  const move = woven.functions[0]?.name ?? STILL;
  const still = woven.functions.length > 0 ? '' : STILL_TEXT;
  const { attributes, play, fused } = woven;
  if (readsOther(woven.glsl)) {
    const noSlope = 'it reads the picture of a finish';
    return { move, slopes: null, attributes, play, fused, text: still, noSlope };
  }
  const derived = derive(`${woven.glsl}\n${still}`, move, (field) => ALONG.has(field));
  if (derived.noSlope) return { move, slopes: null, attributes, play, fused, text: still, noSlope: derived.noSlope };
  if (derived.text.length > MAX_TEXT_LETTERS)
    return { move, slopes: null, attributes, play, fused, text: still, noSlope: 'it is too long to differentiate' };
  return { move, slopes: derived.name, attributes, play, fused, text: still + derived.text, noSlope: null };
}
