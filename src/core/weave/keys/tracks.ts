import { once, onceByName } from '../../once';
import { own } from '../../own';
import { controlled, settingKind, withSettings } from '../../piece/desk';
import {
  controlById,
  isControlRef,
  isKeyed,
  isLink,
  stepById,
  strandById,
  type Control,
  type ControlRef,
  type Keyed,
  type Link,
  type Piece,
  type Play,
  type Setting,
  type Step,
  type Strand,
  type Value,
} from '../../piece/types';
import { definitionOf, paramOf } from '../../steps';
import { acceptsLinks } from '../analysis/analyse';
import { keyedLiteral, keysFit } from '../analysis/keyed';

/** What each resolved piece was made from. */
const storedByResolved = new WeakMap<Piece, Piece>();
const resolvedOf = once((piece: Piece) => {
  const resolved = resolve(piece, {});
  storedByResolved.set(resolved, piece);
  return resolved;
});
const overriddenAt = onceByName<Piece, Piece>();

/**
 * A piece in which the parameters that follow a control with a track have what that track says: its keys, each as the
 * control would give it, or a link to its signal. So everything that runs a piece knows keys and links alone. A
 * parameter that can have neither, as what is fixed when a form is made, goes on following the control's value.
 * @returns the piece itself where no control has a track
 */
export function withTracks(piece: Piece): Piece {
  return piece.controls.some((c) => c.track) ? resolvedOf(piece) : piece;
}

/**
 * The piece as one step of a stage sees it, whose place has settings of its own: its controls have those settings
 * throughout the loop, also where they have a track. It has the same text, so that all places share one program.
 * @param piece as `withTracks` gives it
 * @returns the piece itself where the place has no settings of its own
 */
export function withOverrides(piece: Piece, strand: string, step: string): Piece {
  const overrides = stepById(strandById(piece, strand), step)?.overrides;
  if (!overrides) return piece;
  return overriddenAt(piece, `${strand}/${step}`, () => {
    const stored = storedByResolved.get(piece);
    return stored ? resolve(stored, overrides) : withSettings(piece, overrides);
  });
}

/** @param settings controls that have a setting throughout instead of what their track says */
function resolve(piece: Piece, settings: Record<string, Setting>): Piece {
  const controls = new Map(piece.controls.map((c) => [c.id, throughout(c, settings)]));
  const ranged = new RangedSignals(piece, settings);
  const strands = piece.strands.map((strand) => {
    const steps = strand.steps.map((step) => resolvedStep(controls, step, ranged));
    return steps.every((step, i) => step === strand.steps[i]) ? strand : { ...strand, steps };
  });
  return { ...piece, controls: [...controls.values()], strands: [...strands, ...ranged.strands] };
}

/** A control with a setting in place of its own value, and of the value of each of its keys. */
function throughout(control: Control, settings: Record<string, Setting>): Control {
  const value = own(settings, control.id);
  if (value === undefined || settingKind(value) !== settingKind(control.value)) return control;
  const { track } = control;
  if (!track || isLink(track)) return { ...control, value };
  return { ...control, value, track: { keys: track.keys.map((k) => ({ ...k, value })) } as Keyed };
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

function resolvedStep(controls: ReadonlyMap<string, Control>, step: Step, ranged: RangedSignals): Step {
  const definition = definitionOf(step.op);
  let params: Step['params'] | null = null;
  for (const [id, ref] of Object.entries(step.params)) {
    if (!isControlRef(ref) || !definition) continue;
    const control = controls.get(ref.control);
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
  if (isLink(track)) return ranged.link(control, track, ref);
  return { keys: track.keys.map((k) => ({ ...k, value: controlled({ ...control, value: k.value }, ref) })) };
}

/**
 * Signals that stand between the signal of a control and a parameter, each made once: they bring it to the range of the
 * parameter, and have a place's own setting instead of it.
 */
class RangedSignals {
  readonly strands: Strand[] = [];
  private readonly usedIds: Set<string>;
  /** Controls for which any place has a setting of its own. */
  private readonly overridden: Set<string>;

  constructor(
    piece: Piece,
    private readonly settings: Record<string, Setting>,
  ) {
    this.usedIds = new Set(piece.strands.map((s) => s.id));
    this.overridden = new Set(
      piece.strands.flatMap(({ steps }) => steps.flatMap((step) => Object.keys(step.overrides ?? {}))),
    );
  }

  link(control: Control, track: Link, ref: ControlRef): Value {
    const { min, max } = control;
    const isOverridden = typeof control.value === 'number' && this.overridden.has(control.id);
    if (!ref.range && !isOverridden) return track;
    let id = `${control.id}-${this.strands.length}`;
    while (this.usedIds.has(id)) id += '-';
    this.usedIds.add(id);
    // A range of one number gives that number whatever the signal says, with the same text as any other range.
    const [low, high] = Object.hasOwn(this.settings, control.id)
      ? [controlled(control, ref), controlled(control, ref)]
      : (ref.range ?? [min, max]);
    this.strands.push({
      id,
      kind: 'signal',
      name: control.name,
      steps: [
        { id: 't1', op: 'signal.constant', params: { value: track } },
        { id: 't2', op: 'signal.remap', params: { fromLow: min, fromHigh: max, low: low!, high: high! } },
      ],
    });
    return { link: id };
  }
}
