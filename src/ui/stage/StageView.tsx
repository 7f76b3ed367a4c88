import { useCallback, useRef, useState } from 'react';
import { setParam } from '@/core/piece/edit';
import { strandById, type Piece, type Step, type Strand, type Vector } from '@/core/piece/types';
import { definitionOf, valueOf } from '@/core/steps';
import { outputOf } from '@/engine/picture';
import type { View } from '@/engine/stage/stage-scene';
import { usePanels } from '@/state/panels';
import { useTransport } from '@/state/transport';
import { useWorkbench } from '@/state/workbench';
import { Button } from '../parts/Button';
import { followPointer } from '../parts/drag';
import { Menu } from '../parts/Menu';
import { CoarseBar, CoarseEdges } from './CoarseEdges';
import { Handles } from './Handles';
import { Letters } from './Letters';
import { LookBar } from './LookBar';
import { MakingNote } from './MakingNote';
import { OverPicture } from './OverPicture';
import { frame, orbit, pan, zoom } from './orbit';
import { Split } from './Split';
import { useLook } from './use-look';
import { useViewer } from './use-viewer';
import { viewerNow } from './viewer-handle';

/** Turn of the view for one pixel of dragging, in radians. */
const DRAG = 0.006;

const PINS: { label: string; scale: number | null }[] = [
  { label: 'As large as stays smooth', scale: null },
  { label: 'Full size', scale: 1 },
  { label: 'Half', scale: 0.5 },
  { label: 'Quarter', scale: 0.25 },
];

function cameraOf(piece: Piece): { strand: Strand; step: Step; view: View; angle: number } | null {
  const { stage } = outputOf(piece);
  const step = stage?.steps.find((s) => s.op === 'stage.camera');
  const definition = definitionOf('stage.camera')!;
  if (!stage || !step) return null;
  const vector = (id: string) => {
    const value = valueOf(
      step,
      definition.params.find((p) => p.id === id)!,
    );
    return (Array.isArray(value) ? value : [0, 0, 1]) as Vector;
  };
  return {
    strand: stage,
    step,
    view: { position: vector('position'), target: vector('target') },
    angle: 2 * Math.atan(12 / (typeof step.params.lens === 'number' ? step.params.lens : 35)),
  };
}

export function StageView() {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { size, trouble, rests } = useViewer(canvas);
  const piece = useWorkbench((s) => s.piece);
  const selected = useWorkbench((s) => s.selected);
  const looking = usePanels((s) => s.looking);
  const coarse = usePanels((s) => s.coarse);
  const playing = useTransport((s) => s.playing);
  const compared = usePanels((s) => piece.looks.find((l) => l.id === s.compare));
  const phase = useCallback(() => useTransport.getState().frame / useWorkbench.getState().piece.loop.frames, []);
  const { spread, read, point } = useLook(piece, looking, rests, phase);
  const [view, setView] = useState<View | null>(null);
  const [pin, setPin] = useState<number | null>(null);
  const camera = cameraOf(piece);
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
    const { clientWidth, clientHeight } = event.currentTarget;
    let [x, y, at] = [event.clientX, event.clientY, from];
    followPointer(event, {
      moved: (e) => {
        const [dx, dy] = [e.clientX - x, e.clientY - y];
        [x, y] = [e.clientX, e.clientY];
        at =
          e.shiftKey || event.button === 1
            ? pan(at, -dx / clientWidth, dy / clientHeight)
            : orbit(at, -dx * DRAG, dy * DRAG);
        look(at);
      },
    });
  };

  const onKey = (event: React.KeyboardEvent) => {
    if (!from) return;
    const turns: Record<string, View> = {
      ArrowLeft: orbit(from, -0.1, 0),
      ArrowRight: orbit(from, 0.1, 0),
      ArrowUp: orbit(from, 0, 0.08),
      ArrowDown: orbit(from, 0, -0.08),
      PageUp: zoom(from, 0.9),
      PageDown: zoom(from, 1.1),
    };
    const next = turns[event.key];
    if (!next) return;
    event.preventDefault();
    look(next);
  };

  const takeView = () => {
    if (!view || !camera) return;
    const { edit } = useWorkbench.getState();
    const round = (v: Vector) => v.map((x) => Number(x.toFixed(3))) as Vector;
    edit((p) =>
      setParam(
        setParam(p, camera.strand.id, camera.step.id, 'position', round(view.position)),
        camera.strand.id,
        camera.step.id,
        'target',
        round(view.target),
      ),
    );
    look(null);
  };

  const fit = () => {
    const bounds = viewerNow()?.bounds();
    if (bounds && from && camera) look(frame(from, bounds, camera.angle, piece.picture.width / piece.picture.height));
  };
  const strand = selected ? strandById(piece, selected.strand) : undefined;
  const step = strand?.steps.find((s) => s.id === selected?.step);
  const onStage = strand && (strand.kind === 'form' || strand.id === output.stage?.id);
  const form = strand?.kind === 'form' ? strand.id : null;
  const aspect = piece.picture.width / piece.picture.height;

  return (
    <section
      aria-label="Stage"
      className="relative grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[minmax(0,1fr)] place-items-center overflow-hidden [container-type:size] bg-[#0b0e0d]"
    >
      <canvas
        ref={canvas}
        tabIndex={0}
        role="application"
        aria-label="The running picture. Drag to look around, arrow keys turn the view, page keys zoom."
        className="max-h-full max-w-full cursor-grab touch-none object-contain active:cursor-grabbing"
        style={{ aspectRatio: `${piece.picture.width} / ${piece.picture.height}`, width: '100%', height: '100%' }}
        onPointerDown={drag}
        onWheel={(e) => from && look(zoom(from, Math.exp(e.deltaY * 0.001)))}
        onKeyDown={onKey}
        onPointerMove={(e) => {
          const box = e.currentTarget.getBoundingClientRect();
          const width = Math.min(box.width, (box.height * piece.picture.width) / piece.picture.height);
          const height = (width * piece.picture.height) / piece.picture.width;
          void point(
            (e.clientX - box.left - (box.width - width) / 2) / width,
            (e.clientY - box.top - (box.height - height) / 2) / height,
          );
        }}
        onPointerLeave={() => void point(-1, -1)}
      />
      {onStage && step && !looking && (
        <OverPicture key={form ?? ''} {...{ canvas, aspect, form }}>
          {(over) => (
            <>
              {definitionOf(step.op)?.place && !playing && <Letters {...{ piece, strand, step, over }} />}
              <Handles {...{ strand, step, over }} />
            </>
          )}
        </OverPicture>
      )}
      {coarse && !looking && (
        <OverPicture key={`coarse ${coarse.strand}`} {...{ canvas, aspect }} form={coarse.strand}>
          {(over) => <CoarseEdges {...{ piece, coarse, over }} />}
        </OverPicture>
      )}
      {coarse && !looking && <CoarseBar {...{ piece, coarse }} />}
      {compared && !looking && <Split look={compared.name} aspect={aspect} />}
      {looking && <LookBar piece={piece} looking={looking} spread={spread} read={read} />}
      {empty && (
        <p className="pointer-events-none absolute text-mute">
          The picture appears here as soon as there is a stage or a finish.
        </p>
      )}
      <MakingNote />
      {trouble && (
        <p role="alert" className="absolute bottom-3 mx-3 rounded-md border border-warn bg-ground px-3 py-2 text-warn">
          {trouble}
        </p>
      )}
      <div className="absolute top-2.5 left-2.5">
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
          items={PINS.map((p) => ({
            label: p.label,
            hint: pin === p.scale ? 'now' : undefined,
            run: () => {
              setPin(p.scale);
              viewerNow()?.pinScale(p.scale);
            },
          }))}
        />
      </div>
      {camera && (
        <div className="absolute top-2.5 right-2.5 flex gap-2">
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
    </section>
  );
}
