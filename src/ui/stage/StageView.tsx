import dynamic from 'next/dynamic';
import { useCallback, useRef } from 'react';
import { strandById } from '@/core/piece/types';
import { stepBefore } from '@/core/preview/look';
import { definitionOf } from '@/core/steps';
import { outputOf } from '@/core/weave';
import { usePanels } from '@/state/panels/panels';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { CameraButtons } from './CameraButtons';
import { CoarseBar, CoarseEdges } from './CoarseEdges';
import { FirstStill } from './FirstStill';
import { FocusDot } from './FocusDot';
import { Handles } from './Handles';
import { PathHandles } from './PathHandles';
import { spaceOf } from './space-of';
import { Letters } from './Letters';
import { LookBar } from './LookBar';
import { MakingNote } from './MakingNote';
import { MemoryNote } from './MemoryNote';
import { OverPicture } from './OverPicture';
import { pictureIn, placeIn } from '@/actions/picture-box';
import { PreviewSize } from './PreviewSize';
import { Split } from './Split';
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
const VersionBeside = dynamic(() => import('./VersionBeside').then((m) => m.VersionBeside), { ssr: false });
const SignalPlot = dynamic(() => import('./SignalPlot').then((m) => m.SignalPlot), { ssr: false });

export function StageView() {
  const area = useRef<HTMLDivElement>(null);
  const { size, trouble, rests, settling, isWhole } = useViewer(area);
  const piece = useWorkbench((s) => s.piece);
  const selected = useWorkbench((s) => s.selected);
  const looking = usePanels((s) => s.looking);
  const coarse = usePanels((s) => s.coarse);
  const before = usePanels((s) => s.before);
  const playing = useTransport((s) => s.playing);
  const compared = usePanels((s) => piece.looks.find((l) => l.id === s.compare));
  const version = usePanels((s) => s.version);
  const pixels = usePanels((s) => s.pixels);
  const phase = useCallback(() => useTransport.getState().frame / useWorkbench.getState().piece.loop.frames, []);
  const { spread, read, point } = useLook(piece, looking, rests, phase);
  const picture = useFinishSpread(piece, looking, rests);
  const numbers = useSignalNumbers(piece, looking);
  const camera = useCamera(piece);
  const aspect = piece.picture.width / piece.picture.height;
  const output = outputOf(piece);
  const empty = !output.finish && !output.stage;

  const strand = selected ? strandById(piece, selected.strand) : undefined;
  const step = strand?.steps.find((s) => s.id === selected?.step);
  const focuses = step && definitionOf(step.op)?.focuses;
  const space = strand && step ? spaceOf(piece, strand, step) : null;

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
      {strand && step && space && !looking && (
        <OverPicture key={space.form ?? ''} {...{ area, aspect, ...space }}>
          {(over) => (
            <>
              {definitionOf(step.op)?.place && !playing && <Letters {...{ piece, strand, step, over }} />}
              <Handles {...{ strand, step, over }} />
              <PathHandles {...{ strand, step, over }} />
            </>
          )}
        </OverPicture>
      )}
      {strand && step && focuses && !looking && (
        <FocusDot key={step.id} {...{ area, aspect, strand, step }} param={focuses} />
      )}
      {coarse && !looking && (
        <OverPicture key={`coarse ${coarse.strand}`} {...{ area, aspect }} form={coarse.strand}>
          {(over) => <CoarseEdges {...{ piece, coarse, over }} />}
        </OverPicture>
      )}
      {coarse && !looking && <CoarseBar {...{ piece, coarse }} />}
      {compared && !looking && <Split other={compared.name} aspect={aspect} />}
      {version && !looking && <VersionBeside {...{ version, aspect }} />}
      {looking && before && stepBefore(piece, looking) && <Split now="with it" other="before it" aspect={aspect} />}
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
    </section>
  );
}
