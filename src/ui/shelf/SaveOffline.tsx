import { Check, CloudOff } from 'lucide-react';
import { useEffect } from 'react';
import { toast } from 'sonner';
import { forgetOffline, lookOffline, saveOffline, useOffline } from '@/actions/offline';
import { Button } from '../parts/Button';

const save = () => saveOffline().catch((why: Error) => toast.error(why.message));

/** Saves the application in this browser, or deletes it there; one that is installed is saved without being asked. */
export function SaveOffline() {
  const { state } = useOffline();
  useEffect(() => {
    void lookOffline().then(() => {
      const isInstalled = matchMedia('(display-mode: standalone)').matches;
      if (isInstalled && useOffline.getState().state === 'absent') void save();
    });
    const installed = () => void save();
    addEventListener('appinstalled', installed);
    return () => removeEventListener('appinstalled', installed);
  }, []);
  const isSaved = state === 'saved';
  const Icon = isSaved ? Check : CloudOff;
  return (
    <Button
      aria-pressed={isSaved}
      aria-busy={state === 'saving'}
      disabled={state === 'unknown' || state === 'saving'}
      title="Saves the application in this browser: it opens, edits and exports without its server"
      onClick={() => void (isSaved ? forgetOffline() : save())}
      className="flex items-center gap-2"
    >
      <Icon size={15} /> {state === 'saving' ? 'Saving it' : 'Save for offline'}
    </Button>
  );
}
