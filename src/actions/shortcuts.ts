import { useEffect } from 'react';
import { COMMANDS, situation, type Command, type Where } from './commands';

/** What is asked of a key event. */
export type Press = Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>;

/** A press in the words of the commands. */
export function pressed({ key, ctrlKey, metaKey, altKey, shiftKey }: Press): string {
  const name = key.length === 1 ? key.toUpperCase() : key;
  if (ctrlKey || metaKey) return `Ctrl+${shiftKey ? 'Shift+' : ''}${name}`;
  if (shiftKey && key.startsWith('Arrow')) return `Shift+${name}`;
  return altKey ? `Alt+${name}` : name;
}

function typing(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  return (
    target.isContentEditable ||
    (target instanceof HTMLInputElement && target.type !== 'range' && target.type !== 'checkbox') ||
    target instanceof HTMLTextAreaElement
  );
}

const MENUS = '[role="menu"],[role="listbox"]';
const isOpen = (selector: string): boolean => document.querySelector(selector) !== null;

/** Is the keyboard where it has to be for a key to count? */
function stands(where: Where, target: EventTarget | null): boolean {
  if (isOpen(MENUS)) return false;
  if (where !== 'anywhere' && typing(target)) return false;
  if (where === 'outside text') return true;
  if (isOpen('[role="dialog"]')) return false;
  const within = (selector: string) => target instanceof HTMLElement && target.closest(selector) !== null;
  switch (where) {
    case 'anywhere':
    case 'page':
      return true;
    case 'off controls':
      // A cell is chosen by being gone to, so there it plays as well.
      return !within('button:not([data-cell]),a,[role="slider"],input');
    case 'lattice':
      return target === document.body || within('[data-lattice]');
    case 'on nothing':
      return target === document.body;
  }
}

/** Keys whose meaning in the browser is never what an artist wants here, whatever is open. */
const NEVER_THE_BROWSERS = new Set(['Ctrl+S', 'Ctrl+K']);

/**
 * Does the first command of a key that can be done.
 * @param stands whether the keyboard is at such a place
 * @returns whether the key stands for anything here
 */
export function runKey(key: string, standsAt: (where: Where) => boolean): boolean {
  const now = situation();
  const fits = (c: Command) => c.keys?.includes(key) && standsAt(c.where ?? 'page') && (c.when?.(now) ?? true);
  return COMMANDS.some((command) => fits(command) && command.run(now, key) !== false);
}

/** Does what a key stands for. @returns whether it stands for anything here */
export const runShortcut = (event: KeyboardEvent): boolean =>
  runKey(pressed(event), (where) => stands(where, event.target));

export function useShortcuts(): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      // A dialog, menu or list has had the key already.
      if (event.defaultPrevented) return;
      const key = pressed(event);
      const marksThePage = key === 'Ctrl+A' && !typing(event.target);
      if (runShortcut(event) || NEVER_THE_BROWSERS.has(key) || marksThePage) event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}
