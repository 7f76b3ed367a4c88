import dynamic from 'next/dynamic';
import { flashingPart, MAX_FLASHING_PART, type FlashReading } from '@/core/checks/flashes';
import type { Loop } from '@/core/piece/types';
import { usePanels } from '@/state/panels/panels';
import { useFlashes } from '@/state/measured/flashes';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { lookForFlashes, stopLookingForFlashes } from '@/actions/flashes';
import { Button } from '../parts/Button';

const FlashChart = dynamic(() => import('./FlashChart').then((m) => m.FlashChart), {
  ssr: false,
  loading: () => <div className="h-[150px]" />,
});

const percent = (part: number) => (part > 0 && part < 0.01 ? 'less than 1 %' : `${Math.round(100 * part)} %`);

/** Whether the loop flashes more than those who see it can bear. */
export function Flashes() {
  const piece = useWorkbench((s) => s.piece);
  const { piece: lookedAt, reading, running } = useFlashes();
  return (
    <section aria-label="Flashes" className="mt-4 border-t border-line pt-3">
      <h3 className="mb-1 flex items-center justify-between gap-3 font-semibold">
        <span>
          Flashes{' '}
          <span className="ml-2 font-normal text-mute">
            by WCAG 2.3.1 and ITU-R BT.1702, in every frame of the loop
          </span>
        </span>
        {running ? (
          <Button onClick={stopLookingForFlashes}>Stop</Button>
        ) : (
          <Button onClick={() => void lookForFlashes()} aria-label="Look for flashes">
            Look
          </Button>
        )}
      </h3>
      {running && (
        <p role="status" className="tabular text-mute">
          {running.done} of {running.total} frames
        </p>
      )}
      {!running && reading && lookedAt === piece && <Found reading={reading} loop={piece.loop} />}
      {!running && reading && lookedAt !== piece && (
        <p className="text-mute">The piece has changed since it was looked at.</p>
      )}
    </section>
  );
}

function Found({ reading, loop }: { reading: FlashReading; loop: Loop }) {
  const { frames, worst, passes } = reading;
  const found = frames[worst]!;
  const part = percent(flashingPart(found));
  const kind = found.red > found.general ? 'red' : 'light';
  const show = () => {
    useTransport.getState().play(false);
    useTransport.getState().goTo(worst, loop);
    usePanels.setState({ checks: false });
  };
  return (
    <>
      <p className="flex items-center justify-between gap-3">
        {passes ? (
          <span>
            <b className="text-lichen">It does not flash.</b> In no ninth of the picture does more than {part}
            flash over three times a second; {percent(MAX_FLASHING_PART)} may.
          </span>
        ) : (
          <span>
            <b className="text-bad">It flashes.</b> At frame {worst} {part} of a ninth of the picture flashes more than
            three times a second, in {kind}; {percent(MAX_FLASHING_PART)} may. Make it slower, smaller or fainter.
          </span>
        )}
        {flashingPart(found) >= 0.01 && <Button onClick={show}>Show</Button>}
      </p>
      <FlashChart frames={frames} />
      <p className="text-mute">
        For a picture that is seen as large as a screen on a desk. What is seen larger, as a wall from near, has to
        flash less.
      </p>
    </>
  );
}
