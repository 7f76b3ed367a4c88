import { Slider } from 'radix-ui';
import { drivenBy, FADERS, TRIGGER_KEYS, type Driven } from '@/core/piece/rehearsal';
import { positionOf } from '@/core/piece/desk';
import { controlById, type Piece } from '@/core/piece/types';
import { inputMoved, useRehearsal } from '@/state/playback/rehearsal';
import { triggerTargets } from '@/state/playback/triggers';
import { endGesture, useWorkbench } from '@/state/workbench';
import { triggeredBy } from './triggered';

const KEY = 'h-8 w-12 rounded border border-soft bg-raised hover:border-lichen active:bg-lichen active:text-ink';

/** What stands beneath a fader or a key. */
function nameOf(piece: Piece, driven: Driven | null): string {
  if (!driven) return 'free';
  if ('control' in driven) return controlById(piece, driven.control)?.name ?? 'gone';
  return triggerTargets(piece)[driven.trigger - 1]?.name ?? 'free';
}

/** A made-up controller of eight faders and nine keys: it says what a real one would. */
export function SimulatedController() {
  const piece = useWorkbench((s) => s.piece);
  const { assigned, inputs } = useRehearsal();
  return (
    <section
      aria-label="Simulated controller"
      className="flex gap-6 border-t border-line bg-panel px-4 py-3"
      onPointerUp={endGesture}
    >
      <ul className="flex grow justify-between gap-3">
        {Array.from({ length: FADERS }, (_, i) => {
          const input = `fader ${i + 1}`;
          const driven = drivenBy(piece, assigned, input);
          const control = driven && 'control' in driven ? controlById(piece, driven.control) : undefined;
          const at = typeof control?.value === 'number' ? positionOf(control, control.value) : (inputs[input] ?? 0);
          return (
            <li key={input} className="grid w-20 justify-items-center gap-1">
              <Slider.Root
                orientation="vertical"
                value={[at]}
                min={0}
                max={1}
                step={1 / 127}
                onValueChange={([v]) => inputMoved(input, v!)}
                className="relative flex h-24 w-8 touch-none flex-col items-center select-none"
              >
                <Slider.Track className="relative w-1.5 grow rounded-full bg-line">
                  <Slider.Range className="absolute w-full rounded-full bg-mute" />
                </Slider.Track>
                <Slider.Thumb
                  aria-label={`Fader ${i + 1}`}
                  className="block h-3.5 w-8 rounded border border-ground bg-text"
                />
              </Slider.Root>
              <span className="w-full truncate text-center text-mute">{nameOf(piece, driven)}</span>
            </li>
          );
        })}
      </ul>
      <ul className="grid grid-cols-3 content-center gap-1.5">
        {Array.from({ length: TRIGGER_KEYS }, (_, i) => {
          const input = `key ${i + 1}`;
          return (
            <li key={input}>
              <button
                type="button"
                aria-label={`Controller key ${i + 1}: ${nameOf(piece, drivenBy(piece, assigned, input))}`}
                className={KEY}
                {...triggeredBy(
                  () => inputMoved(input, 1),
                  () => inputMoved(input, 0),
                )}
              >
                {i + 1}
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
