import type { PointerEvent as ReactPointerEvent } from 'react';

/** Follows the pointer from a press until it is let go. Where it cannot be captured it is followed all the same. */
export function useDrag() {
  return (event: ReactPointerEvent<Element>, moved: (x: number, y: number) => void, ended?: () => void) => {
    event.preventDefault();
    event.stopPropagation();
    const element = event.currentTarget as HTMLElement | SVGElement;
    element.focus();
    element.setPointerCapture(event.pointerId);
    const move = (e: Event) => moved((e as PointerEvent).clientX, (e as PointerEvent).clientY);
    const up = () => {
      element.removeEventListener('pointermove', move);
      element.removeEventListener('pointerup', up);
      element.removeEventListener('pointercancel', up);
      ended?.();
    };
    element.addEventListener('pointermove', move);
    element.addEventListener('pointerup', up);
    element.addEventListener('pointercancel', up);
  };
}
