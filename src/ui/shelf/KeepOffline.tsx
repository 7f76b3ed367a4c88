import { CloudOff, Check } from 'lucide-react';
import { useEffect } from 'react';
import { toast } from 'sonner';
import { forgetOffline, keepOffline, lookOffline, useOffline } from '@/actions/offline';
import { Button } from '../parts/Button';

const keep = () => keepOffline().catch((why: Error) => toast.error(why.message));

/** Keeps the application in this browser, or no longer; one that is installed is kept without being asked. */
export function KeepOffline() {
  const { state } = useOffline();
  useEffect(() => {
    void lookOffline().then(() => {
      const isInstalled = matchMedia('(display-mode: standalone)').matches;
      if (isInstalled && useOffline.getState().state === 'absent') void keep();
    });
    const installed = () => void keep();
    addEventListener('appinstalled', installed);
    return () => removeEventListener('appinstalled', installed);
  }, []);
  const isKept = state === 'kept';
  const Icon = isKept ? Check : CloudOff;
  return (
    <Button
      aria-pressed={isKept}
      aria-busy={state === 'keeping'}
      disabled={state === 'unknown' || state === 'keeping'}
      title="Keeps the application in this browser: it opens, edits and exports without its server"
      onClick={() => void (isKept ? forgetOffline() : keep())}
      className="flex items-center gap-2"
    >
      <Icon size={15} /> {state === 'keeping' ? 'Keeping it' : 'Keep for offline'}
    </Button>
  );
}
