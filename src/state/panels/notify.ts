import { toast } from 'sonner';

/** Milliseconds. An offer has to be read, decided on and reached, by slow hands too (WCAG 2.2, 2.2.1). */
const STAYS = { info: 6000, done: 6000, error: 10_000, offer: 30_000 };

/** How often all messages were taken away: one that still fades takes up no new words. */
let takenAway = 0;

/**
 * A short message to the artist; an action can be offered with it. What is said again while it stands there is not
 * said twice; each offer stands for itself.
 */
export function notify(
  kind: 'info' | 'error' | 'done',
  text: string,
  action?: { label: string; run: () => void },
): void {
  const options = {
    id: action ? undefined : `${takenAway} ${text}`,
    action: action && { label: action.label, onClick: action.run },
    duration: action ? STAYS.offer : STAYS[kind],
  };
  if (kind === 'error') toast.error(text, options);
  else if (kind === 'done') toast.success(text, options);
  else toast(text, options);
}

/** Takes away all messages: what they offer is a matter of the piece that was open. */
export function dismissNotices(): void {
  takenAway++;
  toast.dismiss();
}
