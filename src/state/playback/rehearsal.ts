import { create } from 'zustand';
import { blendLooks, withSettings } from '@/core/piece/desk';
import { atDefaults, drivenBy, positionedValue, type Assigned, type Driven } from '@/core/piece/rehearsal';
import type { Look } from '@/core/piece/types';
import { assignmentsKey, loadAssignments, saveAssignments } from './assignments';
import { moveControl } from './move-control';
import { onRememberedElsewhere } from '../storage/remembered';
import { triggerNumber } from './triggers';
import { useTransport } from './transport';
import { endGesture, useWorkbench } from '../workbench';

interface Rehearsal {
  /** The rehearsal is in sight in place of the workbench. */
  isOn: boolean;
  assigned: Assigned;
  /** What the next input that moves will drive. */
  learning: Driven | null;
  /** Where each input that was heard stands, 0 to 1. */
  inputs: Readonly<Record<string, number>>;
  /** Seconds over which looks go over into each other. */
  fade: number;
}

export const useRehearsal = create<Rehearsal>()(() => ({
  isOn: false,
  assigned: {},
  learning: null,
  inputs: {},
  fade: 2,
}));

/** What inputs drive belongs to the piece that is open. */
const loadOwn = (): void => useRehearsal.setState({ assigned: loadAssignments(useWorkbench.getState().id) });

useWorkbench.subscribe((now, before) => {
  if (now.id !== before.id) loadOwn();
});
onRememberedElsewhere(() => {
  const { id } = useWorkbench.getState();
  return id === null ? null : assignmentsKey(id);
}, loadOwn);

/** Has inputs drive what is said, in the open piece. */
export function assignAll(assigned: Assigned): void {
  const { id, piece } = useWorkbench.getState();
  useRehearsal.setState({ assigned });
  if (id !== null) saveAssignments(id, piece, assigned);
}

/** Gives an input something to drive, or what it drives by itself. */
export function assign(input: string, driven: Driven | null): void {
  const assigned = { ...useRehearsal.getState().assigned };
  if (driven) assigned[input] = driven;
  else delete assigned[input];
  assignAll(assigned);
}

/** The next input that moves will drive this; asked for again, none will. */
export const learn = (driven: Driven): void =>
  useRehearsal.setState(({ learning }) => ({
    learning: JSON.stringify(learning) === JSON.stringify(driven) ? null : driven,
  }));

/**
 * An input moved: a fader, a key, the pointer, a controller.
 * @param value 0 to 1; a key is pressed above 0
 */
export function inputMoved(input: string, value: number): void {
  const { learning } = useRehearsal.getState();
  if (learning) {
    assign(input, learning);
    useRehearsal.setState({ learning: null });
  }
  drive(input, value);
}

/** The same for what says something all the time: that is not what a hand moved, so nothing is learnt from it. */
export function drive(input: string, value: number): void {
  const { assigned, inputs } = useRehearsal.getState();
  useRehearsal.setState({ inputs: { ...inputs, [input]: value } });
  const { piece } = useWorkbench.getState();
  const driven = drivenBy(piece, assigned, input);
  if (!driven) return;
  if ('control' in driven) {
    const to = positionedValue(piece, driven.control, value);
    if (to !== null) moveControl(driven.control, to);
  } else if (value > 0 && !(inputs[input]! > 0)) triggerNumber(driven.trigger);
}

let fading = 0;

/** Ends a rehearsal: nothing goes on by itself, and what inputs stood at is forgotten. */
export function endRehearsal(): void {
  cancelAnimationFrame(fading);
  useRehearsal.setState({ isOn: false, learning: null, inputs: {} });
}

/** Goes over from how the controls stand to a look, in the time that is set; one entry of the history. */
export function fadeTo(look: Look): void {
  cancelAnimationFrame(fading);
  endGesture();
  const { piece } = useWorkbench.getState();
  const from: Look = { ...look, values: Object.fromEntries(piece.controls.map((c) => [c.id, c.value])) };
  const began = performance.now();
  const length = 1000 * useRehearsal.getState().fade;
  const step = () => {
    const share = length > 0 ? Math.min(1, (performance.now() - began) / length) : 1;
    useWorkbench.getState().edit((p) => withSettings(p, blendLooks(from, look, share)), `fade to ${look.id}`);
    if (share < 1) fading = requestAnimationFrame(step);
    else endGesture();
  };
  step();
}

/** Ends all that runs and puts every control back. @param clear clears what pictures remember */
export function panic(clear: () => void): void {
  cancelAnimationFrame(fading);
  useTransport.getState().play(false);
  endGesture();
  useWorkbench.getState().edit(atDefaults);
  clear();
}
