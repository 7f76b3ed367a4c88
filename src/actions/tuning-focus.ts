/** Moves the keyboard to the first control of the tuning panel. */
export function focusTuning(): void {
  requestAnimationFrame(() =>
    document.querySelector<HTMLElement>('[data-tuning] [data-first] :is(input,button,[role=slider])')?.focus(),
  );
}
