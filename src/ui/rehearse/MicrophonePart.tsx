import { useEffect } from 'react';
import { numberControls } from '@/core/piece/rehearsal';
import { MADE_SOUNDS } from '@/core/sound/made';
import { listen, MICROPHONE, stopListening, useMicrophone } from '@/state/microphone';
import { notify } from '@/state/notify';
import { assign, useRehearsal } from '@/state/rehearsal';
import { useWorkbench } from '@/state/workbench';
import { closedListKeys } from '../workbench/closed-list';

const LIST = 'min-w-0 rounded border border-line bg-ground px-1.5 py-1';

/** How loud it is, as a hand on a control. */
export function MicrophonePart() {
  const { source, level } = useMicrophone();
  const controls = numberControls(useWorkbench((s) => s.piece));
  const driven = useRehearsal((s) => s.assigned[MICROPHONE]);
  const control = driven && 'control' in driven ? driven.control : '';
  useEffect(() => stopListening, []);
  const choose = async (next: string) => {
    try {
      if (next) await listen(next);
      else stopListening();
    } catch (error) {
      notify('error', (error as Error).message);
    }
  };
  return (
    <section aria-label="Microphone" className="mt-4">
      <h2 className="font-semibold">Microphone</h2>
      <div className="grid grid-cols-[64px_minmax(0,1fr)] items-center gap-y-1">
        <span className="text-mute">Hears</span>
        <select
          {...closedListKeys}
          aria-label="What the microphone hears"
          value={source ?? ''}
          className={LIST}
          onChange={(e) => void choose(e.target.value)}
        >
          <option value="">nothing</option>
          <option value="device">this device</option>
          {MADE_SOUNDS.map((s) => (
            <option key={s.id} value={s.id}>
              made up: {s.name}
            </option>
          ))}
        </select>
        <span className="text-mute">Drives</span>
        <select
          {...closedListKeys}
          aria-label="What the microphone drives"
          value={controls.some((c) => c.id === control) ? control : ''}
          className={LIST}
          onChange={(e) => assign(MICROPHONE, e.target.value ? { control: e.target.value } : null)}
        >
          <option value="">nothing</option>
          {controls.map((c) => (
            <option key={c.id} value={c.id}>
              {c.name}
            </option>
          ))}
        </select>
      </div>
      {source && (
        <div
          role="meter"
          aria-label="Level of the microphone"
          aria-valuemin={0}
          aria-valuemax={1}
          aria-valuenow={Number(level.toFixed(2))}
          className="mt-2 h-1.5 rounded-full bg-line"
        >
          <div className="h-full rounded-full bg-lichen" style={{ width: `${100 * level}%` }} />
        </div>
      )}
    </section>
  );
}
