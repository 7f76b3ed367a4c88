import { Cable, Maximize2, Monitor, SlidersVertical } from 'lucide-react';
import { useRef, useState, type PointerEvent, type ReactNode } from 'react';
import { errorSentence } from '@/core/error-sentence';
import { drivenBy } from '@/core/piece/rehearsal';
import { listenToMidi } from '@/state/playback/midi';
import { notify } from '@/state/panels/notify';
import { inputMoved, useRehearsal } from '@/state/playback/rehearsal';
import { useWorkbench } from '@/state/workbench';
import { Button } from '../parts/Button';
import { pictureIn } from '@/actions/picture-box';
import { openSecondWindow } from '@/actions/second-window';
import { AreaGuard } from '../parts/Guard';
import { Played } from './Played';
import { SimulatedController } from './SimulatedController';
import { TriggerKeys } from './TriggerKeys';

const POINTER = ['pointer x', 'pointer y', 'pointer pressed'] as const;

/** The picture large, and all that is played by hand. @param stage shows the picture */
export function Rehearse({ stage }: { stage: ReactNode }) {
  const view = useRef<HTMLDivElement>(null);
  const [simulated, setSimulated] = useState(false);
  return (
    <div className={`grid min-h-0 ${simulated ? 'grid-rows-[1fr_auto_84px]' : 'grid-rows-[1fr_84px]'}`}>
      <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_320px]">
        <div ref={view} className="relative min-h-0" onPointerMoveCapture={followPointer} onPointerDownCapture={press}>
          <AreaGuard name="stage">{stage}</AreaGuard>
          <div className="absolute right-2 bottom-2 flex gap-1.5 [&>button]:bg-ground/90">
            <Button className="flex items-center gap-1.5" onClick={() => void view.current?.requestFullscreen()}>
              <Maximize2 size={13} /> Full screen
            </Button>
            <Button className="flex items-center gap-1.5" onClick={openSecondWindow}>
              <Monitor size={13} /> Second window
            </Button>
            <Button className="flex items-center gap-1.5" onClick={() => void connect()}>
              <Cable size={13} /> MIDI
            </Button>
            <Button
              className="flex items-center gap-1.5"
              aria-pressed={simulated}
              onClick={() => setSimulated(!simulated)}
            >
              <SlidersVertical size={13} /> Simulated controller
            </Button>
          </div>
        </div>
        <AreaGuard name="controls">
          <Played />
        </AreaGuard>
      </div>
      {simulated && <SimulatedController />}
      <TriggerKeys />
    </div>
  );
}

async function connect(): Promise<void> {
  try {
    const names = await listenToMidi();
    notify(
      'info',
      names.length > 0
        ? `Listening to ${names.join(', ')}. Press “Learn” beside a control and move something.`
        : 'No MIDI device is plugged in; one that is plugged in now is heard as well.',
    );
  } catch (error) {
    notify('error', errorSentence(error));
  }
}

/** Does the pointer over the picture drive anything, or will it? */
function isPlayed(): boolean {
  const { learning, assigned } = useRehearsal.getState();
  const { piece } = useWorkbench.getState();
  return learning !== null || POINTER.some((input) => drivenBy(piece, assigned, input) !== null);
}

/** Where the pointer is on the picture: 0 to 1 from the left and from below; null beside it. */
function placeOn(event: PointerEvent<HTMLElement>): [number, number] | null {
  if (!(event.target instanceof HTMLCanvasElement)) return null;
  const { width, height } = useWorkbench.getState().piece.picture;
  const box = pictureIn(event.target.getBoundingClientRect(), width / height);
  const [x, y] = [(event.clientX - box.left) / box.width, 1 - (event.clientY - box.top) / box.height];
  return x >= 0 && x <= 1 && y >= 0 && y <= 1 ? [x, y] : null;
}

/** Pixels that the pointer goes one way before that way is learnt. */
const MIN_LEARN_PIXELS = 12;
let from: { x: number; y: number } | null = null;

function followPointer(event: PointerEvent<HTMLElement>): void {
  const at = placeOn(event);
  const { learning } = useRehearsal.getState();
  if (!learning) from = null;
  if (!at || !isPlayed()) return;
  if (learning) {
    // The way that it goes farther is what is meant.
    from ??= { x: event.clientX, y: event.clientY };
    const [dx, dy] = [Math.abs(event.clientX - from.x), Math.abs(event.clientY - from.y)];
    if (Math.max(dx, dy) < MIN_LEARN_PIXELS) return;
    inputMoved(dx > dy ? 'pointer x' : 'pointer y', dx > dy ? at[0] : at[1]);
    from = null;
    return;
  }
  inputMoved('pointer x', at[0]);
  inputMoved('pointer y', at[1]);
}

/** A press over the picture is played instead of turning the view, where it drives something. */
function press(event: PointerEvent<HTMLElement>): void {
  if (!placeOn(event) || !isPlayed()) return;
  event.stopPropagation();
  event.preventDefault();
  inputMoved('pointer pressed', 1);
  const up = () => inputMoved('pointer pressed', 0);
  for (const name of ['pointerup', 'pointercancel'] as const) window.addEventListener(name, up, { once: true });
}
