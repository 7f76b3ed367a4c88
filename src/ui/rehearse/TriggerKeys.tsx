import { TRIGGER_KEYS } from '@/core/piece/rehearsal';
import type { Piece } from '@/core/piece/types';
import { addStrand } from '@/core/piece/edit';
import { keysOf } from '@/core/weave';
import { learn, useRehearsal } from '@/state/playback/rehearsal';
import { triggerNumber, triggerTargets, type TriggerTarget } from '@/state/playback/triggers';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { Button } from '../parts/Button';
import { LearnButton } from './LearnButton';
import { triggeredBy } from './triggered';

const KEY = 'grid size-full content-center rounded-lg border px-2 text-left disabled:text-faint';

/** Frames for which a key shines after one of its moments. */
const SHINE_FRAMES = 4;

/** Is the playhead just after one of its moments? */
function justTriggered(piece: Piece, target: TriggerTarget, frame: number): boolean {
  const { frames } = piece.loop;
  const moments = keysOf(piece, target) ?? [];
  return moments.some((m) => (frame - Math.round(m.at * frames) + frames) % frames < SHINE_FRAMES);
}

const STRUCK = 'border-lichen bg-lichen text-ink';
const WAITING = 'border-soft bg-raised hover:border-lichen disabled:border-line disabled:bg-transparent';

/** Nine wide keys: each puts a moment at the playhead, while it plays too. */
export function TriggerKeys() {
  const piece = useWorkbench((s) => s.piece);
  const frame = useTransport((s) => s.frame);
  const learning = useRehearsal((s) => s.learning);
  const targets = triggerTargets(piece);
  if (targets.length === 0)
    return (
      <section aria-label="Trigger keys" className="flex items-center gap-4 border-t border-line px-4 text-mute">
        <p>No step of this piece holds moments yet. Each that does has a key here, triggered with 1 to 9.</p>
        <Button
          onClick={() =>
            useWorkbench.getState().edit((p) => addStrand(p, 'signal', 'hits', 'signal.moments', { moments: [] }))
          }
        >
          Add a signal of moments
        </Button>
      </section>
    );
  return (
    <section aria-label="Trigger keys" className="grid grid-cols-9 gap-2 border-t border-line p-2">
      {Array.from({ length: TRIGGER_KEYS }, (_, i) => {
        const target = targets[i];
        const shines = target && justTriggered(piece, target, frame);
        return (
          <div key={i} className="relative">
            <button
              type="button"
              disabled={!target}
              aria-label={target ? `Trigger ${target.name} (${i + 1})` : `Key ${i + 1}, without moments`}
              {...triggeredBy(() => triggerNumber(i + 1))}
              className={`${KEY} ${shines ? STRUCK : WAITING}`}
            >
              <b className="text-[17px] leading-tight font-semibold">{i + 1}</b>
              <span className="truncate">{target?.name ?? 'free'}</span>
            </button>
            {target && (
              <span className="absolute top-1 right-1">
                <LearnButton
                  name={`key ${i + 1}`}
                  isLearning={learning !== null && 'trigger' in learning && learning.trigger === i + 1}
                  onClick={() => learn({ trigger: i + 1 })}
                />
              </span>
            )}
          </div>
        );
      })}
    </section>
  );
}
