import { useWorkbench } from '@/state/workbench';

const cellOf = (strand: string, step: string) => document.querySelector<HTMLElement>(`[data-cell="${strand}/${step}"]`);

/** Gives the keyboard to the cell of the selected step. @returns whether there is one in view */
export function focusSelected(): boolean {
  const { selected } = useWorkbench.getState();
  const cell = selected && cellOf(selected.strand, selected.step);
  cell?.focus();
  return Boolean(cell);
}

/** The same as soon as what was changed is drawn. */
export const focusSelectedSoon = (): void => {
  requestAnimationFrame(() => focusSelected());
};

/** For dialogs: what had the keyboard before may be gone, and the step is what the artist goes on with. */
export const backToStep = (event: Event): void => {
  if (focusSelected()) event.preventDefault();
};
