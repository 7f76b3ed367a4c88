import dynamic from 'next/dynamic';
import { useCallback, useRef } from 'react';
import { shownBy } from '@/core/weave';
import { usePanels } from '@/state/panels/panels';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { CameraButtons } from './CameraButtons';
import { FirstStill } from './FirstStill';
import { LookBar } from './LookBar';
import { MakingNote } from './MakingNote';
import { MemoryNote } from './MemoryNote';
import { OverStage } from './OverStage';
import { pictureIn, placeIn } from '@/actions/picture-box';
import { PreviewSize } from './PreviewSize';
import { useCamera } from './use-camera';
import { useFinishSpread } from './use-finish-spread';
import { useLook } from './use-look';
import { useSignalNumbers } from './use-signal-numbers';
import { useViewer } from './use-viewer';

const STAGE =
  'relative grid h-full grid-cols-1 grid-rows-1 place-items-center overflow-hidden bg-[#0b0e0d] [container-type:size]';

/** What lies along the upper edge; between it the picture is what is pressed. */
const TOP = 'pointer-events-none absolute inset-x-2.5 top-2.5 flex flex-wrap gap-1.5 [&_button]:pointer-events-auto';

const PixelView = dynamic(() => import('./PixelView').then((m) => m.PixelView), { ssr: false });
const Hall = dynamic(() => import('./Hall').then((m) => m.Hall), { ssr: false });
const SignalPlot = dynamic(() => import('./SignalPlot').then((m) => m.SignalPlot), { ssr: false });

export function StageView() {
  const area = useRef<HTMLDivElement>(null);
  const { size, trouble, rests, settling, isWhole } = useViewer(area);
  const piece = useWorkbench((s) => s.piece);
  const looking = usePanels((s) => s.looking);
  const coarse = usePanels((s) => s.coarse);
  const pixels = usePanels((s) => s.pixels);
  const hall = usePanels((s) => s.hall);
  const phase = useCallback(() => useTransport.getState().frame / useWorkbench.getState().piece.loop.frames, []);
  const { spread, read, point } = useLook(piece, looking, rests, phase);
  const picture = useFinishSpread(piece, looking, rests);
  const numbers = useSignalNumbers(piece, looking);
  const camera = useCamera(piece);
  const aspect = piece.picture.width / piece.picture.height;
  const output = shownBy(piece);
  const empty = !output.finish && !output.stage;

  return (
    <section aria-label="Stage" className={STAGE}>
      <div
        ref={area}
        tabIndex={0}
        role="application"
        aria-label="The running picture. Drag to look around, arrow keys turn the view, page keys zoom."
        className="max-h-full max-w-full cursor-grab touch-none active:cursor-grabbing"
        style={{ aspectRatio: `${piece.picture.width} / ${piece.picture.height}`, width: '100%', height: '100%' }}
        onPointerDown={camera.drag}
        onWheel={camera.onWheel}
        onKeyDown={camera.onKey}
        onPointerMove={(e) => {
          const picture = pictureIn(e.currentTarget.getBoundingClientRect(), aspect);
          void point(...placeIn(picture, e.clientX, e.clientY));
        }}
        onPointerLeave={() => void point(-1, -1)}
      />
      {!isWhole && !empty && <FirstStill />}
      <OverStage {...{ piece, area }} />
      {numbers && <SignalPlot numbers={numbers} />}
      {looking && <LookBar {...{ piece, looking, spread, picture, numbers, read }} />}
      {empty && (
        <p className="pointer-events-none absolute text-mute">
          The picture appears here as soon as there is a stage or a finish.
        </p>
      )}
      <MakingNote />
      {!looking && !coarse && <MemoryNote settling={settling} />}
      {trouble && (
        <p role="alert" className="absolute bottom-3 mx-3 rounded-md border border-warn bg-ground px-3 py-2 text-warn">
          {trouble}
        </p>
      )}
      <div data-over-picture className={TOP}>
        <PreviewSize picture={piece.picture} shown={size} />
        {camera.isThere && <CameraButtons camera={camera} />}
      </div>
      {pixels && <PixelView />}
      {hall && <Hall hall={hall} />}
    </section>
  );
}
