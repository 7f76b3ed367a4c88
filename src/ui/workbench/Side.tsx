import { clsx } from 'clsx';
import { useEffect } from 'react';
import { usePanels } from '@/state/panels/panels';
import { useWorkbench } from '@/state/workbench';
import { Desk } from '../desk/Desk';
import { Tuning } from '../tuning/Tuning';

/** Below the stage: the selected step's parameters, or the desk. */
export function Side() {
  const side = usePanels((s) => s.side);
  const controls = useWorkbench((s) => s.piece.controls.length);
  const selected = useWorkbench((s) => s.selected);
  useEffect(() => {
    if (selected) usePanels.setState({ side: 'tuning' });
  }, [selected]);
  const tab = (id: typeof side, label: string) => (
    <button
      type="button"
      role="tab"
      id={`tab-${id}`}
      aria-selected={side === id}
      aria-controls="side"
      tabIndex={side === id ? 0 : -1}
      onClick={() => usePanels.setState({ side: id })}
      onKeyDown={(e) => {
        if (e.key !== 'ArrowLeft' && e.key !== 'ArrowRight') return;
        const other = id === 'tuning' ? 'desk' : 'tuning';
        usePanels.setState({ side: other });
        document.getElementById(`tab-${other}`)?.focus();
      }}
      className={clsx(
        'border-b-2 px-3 pt-1.5 pb-1',
        side === id ? 'border-lichen text-text' : 'border-transparent text-mute hover:text-text',
      )}
    >
      {label}
    </button>
  );
  return (
    <div className="grid h-full grid-rows-[auto_1fr]">
      <div role="tablist" aria-label="Below the stage" className="flex gap-1 border-b border-line px-3">
        {tab('tuning', 'Tuning')}
        {tab('desk', controls > 0 ? `Desk (${controls})` : 'Desk')}
      </div>
      <div id="side" role="tabpanel" aria-labelledby={`tab-${side}`} className="@container min-h-0 overflow-y-auto">
        {side === 'desk' ? <Desk /> : <Tuning />}
      </div>
    </div>
  );
}
