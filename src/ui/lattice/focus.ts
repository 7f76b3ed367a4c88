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

/** Is the keyboard in the lattice, or nowhere? Elsewhere it stays with what is worked on, as with the playhead. */
export const keyboardIsOnSteps = (): boolean => {
  const now = document.activeElement;
  return now === null || now === document.body || now.closest('[data-lattice]') !== null;
};

/** For dialogs: what had the keyboard before may be gone, and the step is what the artist goes on with. */
export const backToStep = (event: Event): void => {
  if (focusSelected()) event.preventDefault();
};
