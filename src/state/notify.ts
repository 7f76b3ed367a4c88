import { toast } from 'sonner';

/** A short message to the artist; an action can be offered with it. */
export function notify(kind: 'info' | 'error' | 'done', text: string, action?: { label: string; run: () => void }): void {
  const options = { action: action && { label: action.label, onClick: action.run }, duration: kind === 'error' ? 10_000 : 6000 };
  if (kind === 'error') toast.error(text, options);
  else if (kind === 'done') toast.success(text, options);
  else toast(text, options);
}
