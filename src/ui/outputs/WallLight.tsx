import dynamic from 'next/dynamic';
import { flashWords, lightWords, safeDistance } from '@/core/checks/drawn';
import { isOutside } from '@/core/piece/outputs';
import type { Output, Piece } from '@/core/piece/types';
import { distanceTo } from '@/core/piece/walls';
import { usePanels } from '@/state/panels/panels';
import { drawsTheSame, useDrawn } from '@/state/measured/drawn';
import { lookAtFrames, stopLookingAtFrames } from '@/actions/drawn-checks';
import { Button } from '../parts/Button';

const LightChart = dynamic(() => import('./LightChart').then((m) => m.LightChart), {
  ssr: false,
  loading: () => <div className="h-[140px]" />,
});

/** What a wall gives out over the loop, and what it takes for that. */
export function WallLight({ piece, output }: { piece: Piece; output: Output }) {
  const { piece: lookedAt, light, running } = useDrawn();
  const known = light[output.id];
  const { x, y, width, height } = output;
  const shown = known && Object.values(known.box).join() === [x, y, width, height].join() ? known : null;
  const isPresent = lookedAt !== null && drawsTheSame(lookedAt, piece);
  return (
    <section aria-label="Light and power" className="mt-3 border-t border-line pt-2">
      <h3 className="flex items-center justify-between gap-3 font-semibold">
        Light and power
        {running ? (
          <Button onClick={stopLookingAtFrames}>Stop</Button>
        ) : (
          <Button disabled={isOutside(output, piece)} onClick={() => void lookAtFrames()}>
            Measure
          </Button>
        )}
      </h3>
      {running ? (
        <p role="status" className="tabular text-mute">
          {running.done} of {running.total} frames
        </p>
      ) : !shown ? (
        <p className="text-mute">
          Draws every frame, and says how bright the wall is and what its lamps take, and whom it flashes for.
        </p>
      ) : isPresent ? (
        <>
          <p className="text-mute">{lightWords(shown, output.peak)}</p>
          <Flashes output={output} />
          <LightChart name={output.name} light={shown} />
        </>
      ) : (
        <p className="text-mute">The piece has changed since it was measured.</p>
      )}
    </section>
  );
}

/** From how far a wall may be seen, and how far the artist stands from it. */
function Flashes({ output }: { output: Output }) {
  const flashing = useDrawn((s) => s.flashes[output.id]);
  const hall = usePanels((s) => s.hall);
  if (!flashing) return null;
  if (flashing.pitch !== output.pitch)
    return <p className="text-mute">Its pitch has changed: measure again to see for whom it flashes.</p>;
  const away = hall && distanceTo(output, hall.eye);
  return (
    <p className={safeDistance(flashing) > (away ?? 0) ? 'text-warn' : 'text-mute'}>
      {flashWords(flashing)}
      {away !== null && ` You stand ${away.toFixed(1)} m from it.`}
    </p>
  );
}
