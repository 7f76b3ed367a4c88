import { useEffect, useRef, useState } from 'react';
import { setParam } from '@/core/piece/edit';
import type { Piece, Step, Strand, Vector } from '@/core/piece/types';
import { definitionOf, valueOf } from '@/core/steps';
import type { Preview } from '@/core/preview';
import { outputOf } from '@/engine/picture';
import { NoGraphics } from '@/engine/renderer';
import type { View } from '@/engine/stage-scene';
import { Viewer } from '@/engine/viewer';
import { measurePictureAgain } from '@/state/checks';
import { notify } from '@/state/notify';
import { ensurePictures } from '@/state/pictures';
import { bumpPictures, previewKey, putPreviews } from '@/state/previews';
import { useTransport } from '@/state/transport';
import { useWorkbench } from '@/state/workbench';
import { MeshStore } from '@/workers/mesh-store';
import { Button } from '../parts/Button';
import { Menu } from '../parts/Menu';
import { orbit, pan, zoom } from './orbit';
import { setViewer, viewerNow } from './viewer-handle';

/** Turn of the view for one pixel of dragging, in radians. */
const DRAG = 0.006;
const SNAPSHOT = { width: 126, height: 57 };
/** Cells of stage and finish are drawn again this long after a change, in milliseconds. */
const SNAPSHOT_PAUSE = 700;

const PINS: { label: string; scale: number | null }[] = [
  { label: 'As large as stays smooth', scale: null },
  { label: 'Full size', scale: 1 },
  { label: 'Half', scale: 0.5 },
  { label: 'Quarter', scale: 0.25 },
];

function cameraOf(piece: Piece): { strand: Strand; step: Step; view: View } | null {
  const { stage } = outputOf(piece);
  const step = stage?.steps.find((s) => s.op === 'stage.camera');
  const definition = definitionOf('stage.camera')!;
  if (!stage || !step) return null;
  const vector = (id: string) => {
    const value = valueOf(step, definition.params.find((p) => p.id === id)!);
    return (Array.isArray(value) ? value : [0, 0, 1]) as Vector;
  };
  return { strand: stage, step, view: { position: vector('position'), target: vector('target') } };
}

/** Draws the cells of stage and finish from the viewer. */
async function snapshotCells(piece: Piece): Promise<void> {
  const viewer = viewerNow();
  const { finish, stage } = outputOf(piece);
  if (!viewer) return;
  const finishes: [string, Preview][] = [];
  for (const s of finish?.steps ?? []) finishes.push([previewKey(finish!.id, s.id), await viewer.snapshot(s.id, SNAPSHOT.width, SNAPSHOT.height)]);
  const shot = finishes[0]?.[1];
  const places = shot ? (stage?.steps ?? []).filter((s) => s.op === 'stage.place').map((s) => [previewKey(stage!.id, s.id), shot] as const) : [];
  putPreviews([...finishes, ...places.map(([k, p]): [string, Preview] => [k, p])]);
}

/** The viewer's life: made with the canvas, fed with the piece and the playhead. */
function useViewer(canvas: React.RefObject<HTMLCanvasElement | null>) {
  const [size, setSize] = useState<[number, number] | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);

  useEffect(() => {
    let viewer: Viewer;
    try {
      viewer = new Viewer(canvas.current!, {
        drawn: (w, h) => setSize((s) => (s?.[0] === w && s[1] === h ? s : [w, h])),
        resting: (rest) => canvas.current?.toggleAttribute('data-resting', rest),
        lost: () => setTrouble('The graphics card was lost. The piece is safe; the picture comes back by itself.'),
        restored: () => setTrouble(null),
        failed: (why) => setTrouble(why),
      });
    } catch (error) {
      setTrouble(error instanceof NoGraphics ? error.message : 'The picture cannot be drawn here.');
      return;
    }
    setViewer(viewer);
    const meshes = new MeshStore((why) => notify('error', why));
    let timer: ReturnType<typeof setTimeout> | undefined;
    let ended = false;
    const feed = async () => {
      const { piece } = useWorkbench.getState();
      if (await ensurePictures(piece)) bumpPictures();
      await viewer.setPiece(piece, meshes.get);
      clearTimeout(timer);
      timer = setTimeout(() => void snapshotCells(useWorkbench.getState().piece), SNAPSHOT_PAUSE);
      if ((await meshes.update(piece)) && !ended) {
        await viewer.setPiece(useWorkbench.getState().piece, meshes.get);
        void measurePictureAgain(() => viewer.seam());
      }
    };
    const seek = () => viewer.setPhase(useTransport.getState().frame / useWorkbench.getState().piece.loop.frames);
    const stops = [useWorkbench.subscribe((now, before) => now.piece !== before.piece && void feed()), useTransport.subscribe(seek)];
    void feed();
    seek();
    return () => {
      ended = true;
      clearTimeout(timer);
      for (const stop of stops) stop();
      setViewer(null);
      viewer.dispose();
    };
  }, [canvas]);
  return { size, trouble };
}

export function StageView() {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { size, trouble } = useViewer(canvas);
  const piece = useWorkbench((s) => s.piece);
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
    const element = event.currentTarget;
    element.setPointerCapture(event.pointerId);
    let [x, y, at] = [event.clientX, event.clientY, from];
    const move = (e: PointerEvent) => {
      const [dx, dy] = [e.clientX - x, e.clientY - y];
      [x, y] = [e.clientX, e.clientY];
      at = e.shiftKey || event.button === 1 ? pan(at, -dx / element.clientWidth, dy / element.clientHeight) : orbit(at, -dx * DRAG, dy * DRAG);
      look(at);
    };
    const up = () => {
      element.removeEventListener('pointermove', move as EventListener);
      element.removeEventListener('pointerup', up);
    };
    element.addEventListener('pointermove', move as EventListener);
    element.addEventListener('pointerup', up);
  };

  const onKey = (event: React.KeyboardEvent) => {
    if (!from) return;
    const turns: Record<string, View> = {
      ArrowLeft: orbit(from, -0.1, 0), ArrowRight: orbit(from, 0.1, 0), ArrowUp: orbit(from, 0, 0.08), ArrowDown: orbit(from, 0, -0.08),
      PageUp: zoom(from, 0.9), PageDown: zoom(from, 1.1),
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
    edit((p) => setParam(setParam(p, camera.strand.id, camera.step.id, 'position', round(view.position)), camera.strand.id, camera.step.id, 'target', round(view.target)));
    look(null);
  };

  return (
    <section aria-label="Stage" className="relative grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[minmax(0,1fr)] place-items-center overflow-hidden bg-[#0b0e0d]">
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
      />
      {empty && <p className="pointer-events-none absolute text-mute">The picture appears here as soon as there is a stage or a finish.</p>}
      {trouble && <p role="alert" className="absolute bottom-3 mx-3 rounded-md border border-warn bg-ground px-3 py-2 text-warn">{trouble}</p>}
      <div className="absolute top-2.5 left-2.5">
        <Menu
          align="start"
          trigger={
            <button type="button" aria-label="Size of the preview" className="tabular rounded-md border border-line bg-[#0b0e0dcc] px-2.5 py-1 text-mute hover:text-text">
              {piece.picture.width} x {piece.picture.height}{size ? `, shown at ${size[0]} x ${size[1]}` : ''}
            </button>
          }
          items={PINS.map((p) => ({ label: p.label, hint: pin === p.scale ? 'now' : undefined, run: () => { setPin(p.scale); viewerNow()?.pinScale(p.scale); } }))}
        />
      </div>
      {view && (
        <div className="absolute top-2.5 right-2.5 flex gap-2">
          <Button className="bg-[#0b0e0dcc]" onClick={takeView}>Put the camera here</Button>
          <Button className="bg-[#0b0e0dcc]" onClick={() => look(null)}>Back to the camera</Button>
        </div>
      )}
    </section>
  );
}
