import { useEffect } from 'react';
import { useGuide } from '@/state/panels/guide';
import { usePanels } from '@/state/panels/panels';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { Button } from '../parts/Button';
import { FIRST_LOOP, guideAt } from './first-loop';

/** The guided first loop, below the rows: one step at a time, which is done when the piece says so. */
export function Guide() {
  const at = useGuide((s) => s.at);
  const go = useGuide((s) => s.go);
  const piece = useWorkbench((s) => s.piece);
  const playing = useTransport((s) => s.playing);
  const isExporting = usePanels((s) => s.exporting);
  useEffect(() => {
    if (at === null) return;
    const next = guideAt(piece, { playing, isExporting }, at);
    if (next !== at) go(next);
  }, [at, piece, playing, isExporting, go]);
  if (at === null) return null;
  const step = FIRST_LOOP[at];
  return (
    <aside aria-label="Guided first loop" className="border-t border-line bg-panel px-4 py-2.5">
      <div className="flex items-start gap-4">
        <span className="tabular shrink-0 text-faint">{step ? `${at + 1} of ${FIRST_LOOP.length}` : 'done'}</span>
        <p role="status" className="grow">
          <span className="block">{step?.say ?? 'That is a whole loop, and it closes.'}</span>
          <span className="block text-mute">
            {step?.why ?? 'The starters on the shelf are made of the same steps; take them apart.'}
          </span>
        </p>
        <span className="flex shrink-0 gap-1">
          {step && at > 0 && (
            <Button look="bare" onClick={() => go(0)}>
              From the start
            </Button>
          )}
          {step && (
            <Button look="bare" onClick={() => go(at + 1)}>
              Skip
            </Button>
          )}
          <Button look="bare" onClick={() => go(null)}>
            {step ? 'Leave the guide' : 'Close'}
          </Button>
        </span>
      </div>
    </aside>
  );
}
