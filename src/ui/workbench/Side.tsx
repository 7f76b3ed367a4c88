import { clsx } from 'clsx';
import dynamic from 'next/dynamic';
import { useEffect } from 'react';
import { SIDES, usePanels, type SidePanel } from '@/state/panels/panels';
import { useWorkbench } from '@/state/workbench';
import { Desk } from '../desk/Desk';
import { Tuning } from '../tuning/Tuning';

const Outputs = dynamic(() => import('../outputs/Outputs').then((m) => m.Outputs), { ssr: false });

/** Below the stage: the selected step's parameters, the desk, or the outputs. */
export function Side() {
  const side = usePanels((s) => s.side);
  const controls = useWorkbench((s) => s.piece.controls.length);
  const outputs = useWorkbench((s) => s.piece.outputs?.length ?? 0);
  const selected = useWorkbench((s) => s.selected);
  useEffect(() => {
    if (selected) usePanels.setState({ side: 'tuning' });
  }, [selected]);
  const tab = (id: SidePanel, name: string, count = 0) => (
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
        const way = e.key === 'ArrowRight' ? 1 : SIDES.length - 1;
        const other = SIDES[(SIDES.indexOf(id) + way) % SIDES.length]!;
        usePanels.setState({ side: other });
        document.getElementById(`tab-${other}`)?.focus();
      }}
      className={clsx(
        'border-b-2 px-3 pt-1.5 pb-1',
        side === id ? 'border-lichen text-text' : 'border-transparent text-mute hover:text-text',
      )}
    >
      {count > 0 ? `${name} (${count})` : name}
    </button>
  );
  return (
    <div className="grid h-full grid-rows-[auto_1fr]">
      <div role="tablist" aria-label="Below the stage" className="flex gap-1 border-b border-line px-3">
        {tab('tuning', 'Tuning')}
        {tab('desk', 'Desk', controls)}
        {tab('outputs', 'Outputs', outputs)}
      </div>
      <div id="side" role="tabpanel" aria-labelledby={`tab-${side}`} className="@container min-h-0 overflow-y-auto">
        {side === 'tuning' ? <Tuning /> : side === 'desk' ? <Desk /> : <Outputs />}
      </div>
    </div>
  );
}
