import type { DOMAttributes } from 'react';

const isPress = (key: string) => key === 'Enter' || key === ' ';

/**
 * For buttons that are triggered: what they do happens as they go down, by pointer, keyboard, or what reads the screen.
 * @param up as they come up again
 */
export const triggeredBy = (
  down: () => void,
  up: () => void = () => undefined,
): Pick<
  DOMAttributes<HTMLButtonElement>,
  'onPointerDown' | 'onPointerUp' | 'onPointerLeave' | 'onKeyDown' | 'onKeyUp' | 'onClick'
> => ({
  onPointerDown: (e) => {
    if (e.button === 0) down();
  },
  onPointerUp: up,
  onPointerLeave: up,
  onKeyDown: (e) => {
    if (!isPress(e.key)) return;
    e.preventDefault();
    e.stopPropagation();
    if (!e.repeat) down();
  },
  onKeyUp: (e) => {
    if (!isPress(e.key)) return;
    e.preventDefault();
    up();
  },
  // Neither by pointer nor by keyboard: a screen reader presses it.
  onClick: (e) => {
    if (e.detail > 0) return;
    down();
    up();
  },
});
