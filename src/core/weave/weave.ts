import { samplerText } from '../glsl';
import { branchesOnCard, FRAME_ON_CARD, FRAME_STAND_IN, readsFrame, readsOther } from '../glsl/lib';
import type { Piece } from '../piece/types';
import { Plan } from './plan';
import type { Analysis, Target, WeaveOptions, Woven } from './types';
import { Writer } from './writer';

/** The text for the graphics card: the pictures' samplers, then what both processors share. */
export const cardText = ({ glsl, pictures, branches }: Woven, stage = '') =>
  [
    ...(/\btexel(At|Size)\b/.test(glsl) ? [samplerText(pictures.length, stage)] : []),
    ...(readsOther(glsl) ? [branchesOnCard(branches.length, stage)] : []),
    ...(readsFrame(glsl) ? [FRAME_ON_CARD] : []),
    glsl,
  ].join('');

/** What stands in, on the processor, for pictures that only the card has; empty where none are read. */
export const standInFor = (glsl: string) => (readsFrame(glsl) || readsOther(glsl) ? FRAME_STAND_IN : '');

/** The text for the processor, which has no picture to read elsewhere. */
export const processorText = ({ glsl }: Woven) => `${standInFor(glsl)}${glsl}`;

/**
 * Weaves strands into GLSL text, in an order that compiles. Steps that cannot run are passed
 * by. Each strand (or part of one that a link reaches) becomes one function of the place and
 * of the values that its links bring; a target's own function works those values out first,
 * each once, however many strands share them.
 */
export function weave(piece: Piece, analysis: Analysis, targets: Target[], options: WeaveOptions = {}): Woven {
  return new Writer(piece, new Plan(piece, analysis, targets, options.signalUniforms === true), options).write(targets);
}
