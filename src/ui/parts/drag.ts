import type { KeyboardEvent as ReactKeyboardEvent, PointerEvent as ReactPointerEvent } from 'react';
import { endGesture } from '@/state/workbench';

interface Drag {
  moved: (event: PointerEvent) => void;
  /**
   * Called once, however the drag ends: released, or taken away by the system as touch is.
   * @param dragged it went somewhere
   */
  ended?: (dragged: boolean) => void;
}

/** Pixels that a hand may shake without dragging. */
const MIN_DRAG_PIXELS = 3;

/** Follows the pointer from a press until it is released or lost; all its edits are one entry of the history. */
export function followPointer(event: ReactPointerEvent<Element>, { moved, ended }: Drag): void {
  const element = event.currentTarget as HTMLElement | SVGElement;
  const { pointerId, clientX, clientY } = event;
  element.setPointerCapture(pointerId);
  let dragged = false;
  const ours = (e: Event): e is PointerEvent => (e as PointerEvent).pointerId === pointerId;
  const move = (e: Event) => {
    if (!ours(e)) return;
    dragged ||= Math.hypot(e.clientX - clientX, e.clientY - clientY) >= MIN_DRAG_PIXELS;
    if (dragged) moved(e);
  };
  const end = (e: Event) => {
    if (!ours(e)) return;
    element.removeEventListener('pointermove', move);
    for (const name of ENDS) element.removeEventListener(name, end);
    ended?.(dragged);
    endGesture();
  };
  element.addEventListener('pointermove', move);
  for (const name of ENDS) element.addEventListener(name, end);
}

const ENDS = ['pointerup', 'pointercancel', 'lostpointercapture'] as const;

/** The same for a handle: the press selects it and does nothing else. */
export function dragHandle(event: ReactPointerEvent<Element>, drag: Drag): void {
  event.preventDefault();
  event.stopPropagation();
  (event.currentTarget as HTMLElement | SVGElement).focus();
  followPointer(event, drag);
}

const WAYS: Record<string, [right: number, down: number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Arrow keys on a handle that goes both ways. @returns whether it was one */
export function nudgeBoth(event: ReactKeyboardEvent, by: (right: number, down: number) => void): boolean {
  const way = WAYS[event.key];
  if (!way) return false;
  event.preventDefault();
  event.stopPropagation();
  by(...way);
  endGesture();
  return true;
}

/** Arrow keys on a handle that goes one way: right and up are 1, left and down -1. */
export const nudge = (event: ReactKeyboardEvent, by: (way: number) => void): boolean =>
  nudgeBoth(event, (right, down) => by(right - down));
