import dynamic from 'next/dynamic';
import { useCallback, useRef, useState } from 'react';
import { strandById } from '@/core/piece/types';
import { stepBefore } from '@/core/preview/look';
import { definitionOf } from '@/core/steps';
import { outputOf } from '@/core/weave';
import type { View } from '@/engine/stage/stage-scene';
import { usePanels } from '@/state/panels';
import { useTransport } from '@/state/transport';
import { useWorkbench } from '@/state/workbench';
import { Button } from '../parts/Button';
import { followPointer } from '../parts/drag';
import { Menu } from '../parts/Menu';
import { CoarseBar, CoarseEdges } from './CoarseEdges';
import { FocusDot } from './FocusDot';
import { Handles } from './Handles';
import { PathHandles } from './PathHandles';
import { spaceOf } from './space-of';
import { Letters } from './Letters';
import { LookBar } from './LookBar';
import { MakingNote } from './MakingNote';
import { MemoryNote } from './MemoryNote';
import { OverPicture } from './OverPicture';
import { dragView, frame, keyView, zoom } from './orbit';
import { pictureIn, placeIn } from './picture-box';
import { openSecondWindow } from './second-window';
import { cameraOf, putCamera } from './piece-camera';
import { Split } from './Split';
import { useFinishSpread } from './use-finish-spread';
import { useLook } from './use-look';
import { useSignalNumbers } from './use-signal-numbers';
import { useViewer } from './use-viewer';
import { viewerNow } from './viewer-handle';

const STAGE =
  'relative grid h-full grid-cols-1 grid-rows-1 place-items-center overflow-hidden bg-[#0b0e0d] [container-type:size]';

const PINS: { label: string; scale: number | null }[] = [
  { label: 'As large as stays smooth', scale: null },
  { label: 'Full size', scale: 1 },
  { label: 'Half', scale: 0.5 },
  { label: 'Quarter', scale: 0.25 },
];

const PixelView = dynamic(() => import('./PixelView').then((m) => m.PixelView), { ssr: false });
const VersionBeside = dynamic(() => import('./VersionBeside').then((m) => m.VersionBeside), { ssr: false });
const SignalPlot = dynamic(() => import('./SignalPlot').then((m) => m.SignalPlot), { ssr: false });

export function StageView() {
  const area = useRef<HTMLDivElement>(null);
  const { size, trouble, rests, settling } = useViewer(area);
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
  const [view, setView] = useState<View | null>(null);
  const [pin, setPin] = useState<number | null>(null);
  const camera = cameraOf(piece);
  const aspect = piece.picture.width / piece.picture.height;
  const output = outputOf(piece);
  const empty = !output.finish && !output.stage;

  const look = (next: View | null) => {
    const viewer = viewerNow();
    if (viewer) viewer.view = next;
    setView(next);
  };
  const from = view ?? camera?.view ?? null;

  const drag = (event: React.PointerEvent) => {
    if (!from || event.button > 1) return;
    const { clientWidth: width, clientHeight: height } = event.currentTarget;
    let [x, y, at] = [event.clientX, event.clientY, from];
    followPointer(event, {
      moved: (e) => {
        const panning = e.shiftKey || event.button === 1;
        at = dragView(at, [e.clientX - x, e.clientY - y], { width, height }, panning);
        [x, y] = [e.clientX, e.clientY];
        look(at);
      },
    });
  };

  const onKey = (event: React.KeyboardEvent) => {
    const next = from && keyView(from, event.key);
    if (!next) return;
    event.preventDefault();
    look(next);
  };

  const takeView = () => {
    if (!view || !camera) return;
    useWorkbench.getState().edit((p) => putCamera(p, camera, view));
    look(null);
  };

  const fit = () => {
    const bounds = viewerNow()?.bounds();
    if (bounds && from && camera) look(frame(from, bounds, camera.angle, aspect));
  };
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
        onPointerDown={drag}
        onWheel={(e) => from && look(zoom(from, Math.exp(e.deltaY * 0.001)))}
        onKeyDown={onKey}
        onPointerMove={(e) => {
          const picture = pictureIn(e.currentTarget.getBoundingClientRect(), aspect);
          void point(...placeIn(picture, e.clientX, e.clientY));
        }}
        onPointerLeave={() => void point(-1, -1)}
      />
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
      <div data-over-picture className="absolute top-2.5 left-2.5">
        <Menu
          align="start"
          trigger={
            <button
              type="button"
              aria-label="Size of the preview"
              className="tabular rounded-md border border-line bg-[#0b0e0dcc] px-2.5 py-1 text-mute hover:text-text"
            >
              {piece.picture.width} x {piece.picture.height}
              {size ? `, shown at ${size[0]} x ${size[1]}` : ''}
            </button>
          }
          items={() => [
            ...PINS.map((p) => ({
              label: p.label,
              hint: pin === p.scale ? 'now' : undefined,
              run: () => {
                setPin(p.scale);
                viewerNow()?.pinScale(p.scale);
              },
            })),
            'line' as const,
            { label: 'Pixel by pixel', hint: 'Z', run: () => usePanels.setState({ pixels: true }) },
            { label: 'In a second window', hint: 'for another screen', run: openSecondWindow },
          ]}
        />
      </div>
      {camera && (
        <div data-over-picture className="absolute top-2.5 right-2.5 flex gap-2">
          <Button className="bg-[#0b0e0dcc]" title="Shows all that stands on the stage" onClick={fit}>
            Frame all
          </Button>
          {view && (
            <>
              <Button className="bg-[#0b0e0dcc]" onClick={takeView}>
                Put the camera here
              </Button>
              <Button className="bg-[#0b0e0dcc]" onClick={() => look(null)}>
                Back to the camera
              </Button>
            </>
          )}
        </div>
      )}
      {pixels && <PixelView />}
    </section>
  );
}
