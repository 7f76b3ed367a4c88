import { useEffect } from 'react';
import { errorSentence } from '@/core/error-sentence';
import { numberControls } from '@/core/piece/rehearsal';
import { MADE_SOUNDS } from '@/core/sound/made';
import { listen, MICROPHONE, stopListening, useMicrophone } from '@/state/playback/microphone';
import { notify } from '@/state/panels/notify';
import { assign, useRehearsal } from '@/state/playback/rehearsal';
import { useWorkbench } from '@/state/workbench';
import { PlainList } from '../parts/PlainList';

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
      notify('error', errorSentence(error));
    }
  };
  return (
    <section aria-label="Microphone" className="mt-4">
      <h2 className="font-semibold">Microphone</h2>
      <div className="grid grid-cols-[64px_minmax(0,1fr)] items-center gap-y-1">
        <span className="text-mute">Hears</span>
        <PlainList
          label="What the microphone hears"
          value={source ?? ''}
          options={[
            ['', 'nothing'],
            ['device', 'this device'],
            ...MADE_SOUNDS.map((s) => [s.id, `made up: ${s.name}`] as const),
          ]}
          onChange={(next) => void choose(next)}
        />
        <span className="text-mute">Drives</span>
        <PlainList
          label="What the microphone drives"
          value={control}
          options={[['', 'nothing'], ...controls.map((c) => [c.id, c.name] as const)]}
          onChange={(next) => assign(MICROPHONE, next ? { control: next } : null)}
        />
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
