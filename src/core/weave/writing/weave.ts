import { LOOP_ON_CARD, readsLoop, samplerText } from '../../glsl';
import { branchesOnCard, FRAME_ON_CARD, FRAME_STAND_IN, readsFrame, readsOther } from '../../glsl/lib';
import type { Piece } from '../../piece/types';
import { Plan } from './plan';
import type { Analysis, Target, WeaveOptions, Woven } from '../analysis/types';
import { Writer } from './writer';

const samplers = ({ glsl, pictures }: Woven, stage = '') =>
  /\btexel(At|Size)\b/.test(glsl) ? samplerText(pictures.length, stage) : '';

/** What stands in for pictures that only a card has, and only while it draws; empty where none are read. */
const standIn = ({ glsl }: Woven) => (readsFrame(glsl) || readsOther(glsl) ? FRAME_STAND_IN : '');

/** The text for the graphics card: the pictures' samplers, then what both processors share. */
export const cardText = (woven: Woven, stage = '') =>
  [
    samplers(woven, stage),
    readsOther(woven.glsl) ? branchesOnCard(woven.branches.length, stage) : '',
    readsFrame(woven.glsl) ? FRAME_ON_CARD : '',
    readsLoop(woven.glsl) ? LOOP_ON_CARD : '',
    woven.glsl,
  ].join('');

/** The same where no finish is drawn: waves stand in for its picture. */
export const aloneText = (woven: Woven) => [samplers(woven), standIn(woven), woven.glsl].join('');

/** The text for the processor, which has no picture to read elsewhere. */
export const processorText = (woven: Woven) => `${standIn(woven)}${woven.glsl}`;

/** Texts by the structure of their piece, and by what of it was asked for. */
const wovenByStructure = new WeakMap<object, Map<string, Woven>>();

/**
 * Weaves strands into GLSL text, in an order that compiles. Steps that cannot run are skipped. Each strand (or part of
 * one that a link reaches) becomes one function of the place and of the values that its links bring; a target's own
 * function computes those values first, each once, however many strands share them. Pieces that differ in literal
 * numbers alone have the same text, which is written once: it is not to be changed.
 * @param analysis that of the piece
 * @example weave(piece, analyse(piece), [{ strand: 's1' }]).glsl; // functions, without a main
 */
export function weave(piece: Piece, analysis: Analysis, targets: Target[], options: WeaveOptions = {}): Woven {
  const write = () =>
    new Writer(piece, new Plan(piece, analysis, targets, options.signalUniforms === true), options).write(targets);
  // Constants are the present values themselves.
  if (options.constants) return write();
  const texts = wovenByStructure.get(analysis.structure) ?? new Map<string, Woven>();
  wovenByStructure.set(analysis.structure, texts);
  const key = JSON.stringify([targets.map((t) => [t.strand, t.step]), options]);
  const woven = texts.get(key) ?? write();
  texts.set(key, woven);
  return woven;
}
