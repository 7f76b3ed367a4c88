import { controlled } from '../piece/desk';
import {
  controlById,
  isControlRef,
  isKeyed,
  isLink,
  type Control,
  type ControlRef,
  type Piece,
  type Play,
  type Setting,
  type Step,
  type Strand,
  type Value,
} from '../piece/types';
import { definitionOf, paramOf } from '../steps';
import { acceptsLinks } from './analyse';
import { keyedLiteral, keysFit } from './keyed';

const resolvedByPiece = new WeakMap<Piece, Piece>();

/**
 * A piece in which the parameters that follow a control with a track have what that track says: its keys, each as the
 * control would give it, or a link to its signal. So everything that runs a piece knows keys and links alone. A
 * parameter that can have neither, as what is fixed when a form is made, goes on following the control's value.
 * @returns the piece itself where no control has a track
 */
export function withTracks(piece: Piece): Piece {
  if (!piece.controls.some((c) => c.track)) return piece;
  const before = resolvedByPiece.get(piece);
  if (before) return before;
  const ranged = new RangedSignals(piece);
  const strands = piece.strands.map((strand) => {
    const steps = strand.steps.map((step) => resolvedStep(piece, step, ranged));
    return steps.every((step, i) => step === strand.steps[i]) ? strand : { ...strand, steps };
  });
  const resolved = { ...piece, strands: [...strands, ...ranged.strands] };
  resolvedByPiece.set(piece, resolved);
  return resolved;
}

/** What a control has at a phase: by its keys, or its value without any. A signal that it follows is not asked. */
export const controlSetting = ({ value, track }: Control, phase: number, play: Play): Setting =>
  track && isKeyed(track) ? keyedLiteral(track, phase, play) : value;

/** What a control has at each frame of the loop; null where it has no keys. */
export function trackSettings(piece: Piece, id: string): Setting[] | null {
  const control = controlById(piece, id);
  if (!control?.track || !isKeyed(control.track)) return null;
  const { frames, play } = piece.loop;
  return Array.from({ length: frames }, (_, frame) => controlSetting(control, frame / frames, play));
}

function resolvedStep(piece: Piece, step: Step, ranged: RangedSignals): Step {
  const definition = definitionOf(step.op);
  let params: Step['params'] | null = null;
  for (const [id, ref] of Object.entries(step.params)) {
    if (!isControlRef(ref) || !definition) continue;
    const control = controlById(piece, ref.control);
    const param = paramOf(step, id);
    if (!control?.track || !param || !acceptsLinks(definition, param)) continue;
    const value = valueOfTrack(control, ref, ranged);
    if (isKeyed(value) && !keysFit(param, value)) continue;
    params = { ...(params ?? step.params), [id]: value };
  }
  return params ? { ...step, params } : step;
}

function valueOfTrack(control: Control, ref: ControlRef, ranged: RangedSignals): Value {
  const track = control.track!;
  if (isLink(track)) return ref.range ? ranged.link(control, ref.range) : track;
  return { keys: track.keys.map((k) => ({ ...k, value: controlled({ ...control, value: k.value }, ref) })) };
}

/** Signals that bring the signal of a control to the range of a parameter, each made once. */
class RangedSignals {
  readonly strands: Strand[] = [];
  private readonly taken: Set<string>;

  constructor(piece: Piece) {
    this.taken = new Set(piece.strands.map((s) => s.id));
  }

  link(control: Control, [low, high]: [number, number]): Value {
    let id = `${control.id}-${this.strands.length}`;
    while (this.taken.has(id)) id += '-';
    this.taken.add(id);
    const range = { fromLow: control.min, fromHigh: control.max, low, high };
    this.strands.push({
      id,
      kind: 'signal',
      name: control.name,
      steps: [
        { id: 't1', op: 'signal.constant', params: { value: control.track as Value } },
        { id: 't2', op: 'signal.remap', params: range },
      ],
    });
    return { link: id };
  }
}
