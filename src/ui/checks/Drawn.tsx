import dynamic from 'next/dynamic';
import { useState } from 'react';
import { DRAWN_CHECK_IDS, DRAWN_CHECKS, type DrawnCheckId, type DrawnReading } from '@/core/checks/drawn';
import { drawsTheSame, useDrawn } from '@/state/measured/drawn';
import { usePanels } from '@/state/panels/panels';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { DRAWN_MENDS, lookAtFrames, stopLookingAtFrames } from '@/actions/drawn-checks';
import { Button } from '../parts/Button';

const DrawnChart = dynamic(() => import('./DrawnChart').then((m) => m.DrawnChart), {
  ssr: false,
  loading: () => <div className="h-[130px]" />,
});

/** Checks that look at every frame: what flashes, shows bands, is clipped, stands still. */
export function Drawn() {
  const piece = useWorkbench((s) => s.piece);
  const { piece: lookedAt, readings, running } = useDrawn();
  const isPresent = lookedAt !== null && drawsTheSame(lookedAt, piece);
  return (
    <section aria-label="Every frame" className="mt-4 border-t border-line pt-3">
      <h3 className="mb-1 flex items-center justify-between gap-3 font-semibold">
        <span>
          Every frame{' '}
          <span className="ml-2 font-normal text-mute">
            drawn over the whole loop: {DRAWN_CHECK_IDS.map((id) => DRAWN_CHECKS[id].name.toLowerCase()).join(', ')}
          </span>
        </span>
        {running ? (
          <Button onClick={stopLookingAtFrames}>Stop</Button>
        ) : (
          <Button onClick={() => void lookAtFrames()} aria-label="Look at every frame">
            Look
          </Button>
        )}
      </h3>
      {running && (
        <p role="status" className="tabular text-mute">
          {running.done} of {running.total} frames
        </p>
      )}
      {!running && readings && !isPresent && <p className="text-mute">The piece has changed since it was looked at.</p>}
      {!running && readings && isPresent && (
        <ul>
          {DRAWN_CHECK_IDS.map((id) => (
            <Found key={id} id={id} reading={readings[id]} />
          ))}
        </ul>
      )}
    </section>
  );
}

function Found({ id, reading }: { id: DrawnCheckId; reading: DrawnReading }) {
  const { name, against, verdicts } = DRAWN_CHECKS[id];
  const { passes, found, worst } = reading;
  const [isOpen, setOpen] = useState(!passes);
  const { loop } = useWorkbench((s) => s.piece);
  const mend = passes ? undefined : DRAWN_MENDS[id];
  const show = () => {
    useTransport.getState().play(false);
    useTransport.getState().goTo(worst!, loop);
    usePanels.setState({ checks: false });
  };
  return (
    <li aria-label={name} className="border-t border-line py-1.5 first:border-0">
      <p className="flex items-center justify-between gap-3">
        <span>
          <b className={passes ? 'text-lichen' : 'text-bad'}>{passes ? verdicts[0] : verdicts[1]}</b> {found}
        </span>
        <span className="flex shrink-0 gap-2">
          {mend && (
            <Button look="main" onClick={mend.mend}>
              {mend.words}
            </Button>
          )}
          {worst !== null && <Button onClick={show}>Show</Button>}
          <Button look="bare" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
            Chart<span className="sr-only"> of {name.toLowerCase()}</span>
          </Button>
        </span>
      </p>
      {isOpen && (
        <>
          <DrawnChart name={name} reading={reading} />
          <p className="text-mute">Held against {against}.</p>
        </>
      )}
    </li>
  );
}
