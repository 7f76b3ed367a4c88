import type { KeyboardEvent } from 'react';
import { runShortcut } from './shortcuts';

/**
 * For lists that are closed but have the keyboard: letters are shortcuts there as anywhere and never choose
 * another entry, which lists would do by themselves. Arrows, Space and Enter stay the list's own.
 */
export const closedListKeys = {
  onKeyDown: (event: KeyboardEvent<HTMLElement>): void => {
    if (event.key.length !== 1 || event.key === ' ' || event.altKey || event.ctrlKey || event.metaKey) return;
    runShortcut(event.nativeEvent);
    event.preventDefault();
  },
};
