import { useWorkbench } from '@/state/workbench';

const cellOf = (strand: string, step: string) => document.querySelector<HTMLElement>(`[data-cell="${strand}/${step}"]`);

/** Gives the keyboard to the cell of the selected step. @returns whether there is one in view */
export function focusSelected(): boolean {
  const { selected } = useWorkbench.getState();
  const cell = selected && cellOf(selected.strand, selected.step);
  cell?.focus();
  return Boolean(cell);
}

/**
 * The same as soon as what was changed is drawn, unless hands have given the keyboard to something else meanwhile: the
 * next key is for that.
 */
export const focusSelectedSoon = (): void => {
  const before = document.activeElement;
  requestAnimationFrame(() => {
    const now = document.activeElement;
    if (now === before || now === null || now === document.body) focusSelected();
  });
};

/** Is the keyboard on the loop band? There it stays with the playhead and the keys that are worked on. */
export const keyboardIsOnBand = (): boolean => Boolean(document.activeElement?.closest('[data-loop-band]'));

/** For dialogs: what had the keyboard before may be gone, and the step is what the artist goes on with. */
export const backToStep = (event: Event): void => {
  if (focusSelected()) event.preventDefault();
};
