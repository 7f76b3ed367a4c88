import { useEffect, useState, type RefObject } from 'react';
import type { Piece } from '@/core/piece/types';
import type { Preview } from '@/core/preview';
import { outputOf } from '@/engine/picture';
import { NoGraphics } from '@/engine/card/renderer';
import { Viewer } from '@/engine/viewer';
import { recallLook } from '@/core/piece/desk';
import { measurePictureAgain, useChecks } from '@/state/checks';
import { notify } from '@/state/notify';
import { usePanels } from '@/state/panels';
import { ensureAssets } from '@/state/pictures';
import { bumpPictures, previewKey, putPreviews } from '@/state/previews';
import { useTransport } from '@/state/transport';
import { useWorkbench } from '@/state/workbench';
import { MeshStore } from '@/workers/mesh-store';
import { shownPiece } from './look';
import { setViewer, viewerNow } from './viewer-handle';

const SNAPSHOT = { width: 126, height: 57 };
/** Cells of stage and finish are drawn again this long after a change, in milliseconds. */
const SNAPSHOT_PAUSE = 700;

/** Draws the cells of stage and finish from the viewer. */
async function snapshotCells(piece: Piece): Promise<void> {
  const viewer = viewerNow();
  const { finish, stage } = outputOf(piece);
  // Cells of a picture that is not all there would show what it is not.
  if (!viewer?.isComplete || usePanels.getState().looking) return;
  const finishes: [string, Preview][] = [];
  for (const s of finish?.steps ?? [])
    finishes.push([previewKey(finish!.id, s.id), await viewer.snapshot(s.id, SNAPSHOT.width, SNAPSHOT.height)]);
  const shot = finishes[0]?.[1];
  const places = shot
    ? (stage?.steps ?? [])
        .filter((s) => s.op === 'stage.place')
        .map((s) => [previewKey(stage!.id, s.id), shot] as const)
    : [];
  putPreviews([...finishes, ...places.map(([k, p]): [string, Preview] => [k, p])]);
}

/** The viewer's life: made with the canvas, fed with the piece (or the step that is looked at) and the playhead. */
export function useViewer(canvas: RefObject<HTMLCanvasElement | null>) {
  const [size, setSize] = useState<[number, number] | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  /** Counts up whenever a picture has come to rest. */
  const [rests, setRests] = useState(0);

  useEffect(() => {
    let viewer: Viewer;
    let wasResting = false;
    try {
      viewer = new Viewer(canvas.current!, {
        drawn: (w, h) => setSize((s) => (s?.[0] === w && s[1] === h ? s : [w, h])),
        resting: (rest) => {
          canvas.current?.toggleAttribute('data-resting', rest);
          if (rest && !wasResting) setRests((n) => n + 1);
          wasResting = rest;
        },
        lost: () => setTrouble('The graphics card was lost. The piece is safe; the picture comes back by itself.'),
        restored: () => {
          setTrouble(null);
          void measureSoon();
        },
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
    /** Assets that are decoded, or cannot be. */
    let came: Piece['assets'] | null = null;
    const show = () => {
      const { piece } = useWorkbench.getState();
      return viewer.setPiece(
        shownPiece(piece, usePanels.getState().looking),
        meshes.get,
        came === piece.assets && meshes.has(piece),
      );
    };
    const measureSoon = () => (usePanels.getState().looking ? undefined : measurePictureAgain(() => viewer.seam()));
    const snapshotSoon = () => {
      clearTimeout(timer);
      timer = setTimeout(() => void snapshotCells(useWorkbench.getState().piece), SNAPSHOT_PAUSE);
    };
    const feed = async () => {
      const { piece } = useWorkbench.getState();
      if (await ensureAssets(piece)) bumpPictures();
      came = piece.assets;
      await show();
      snapshotSoon();
      if (ended || (meshes.has(piece) && !useChecks.getState().making)) return;
      await meshes.update(piece);
      if (ended) return;
      await show();
      snapshotSoon();
      await measureSoon();
    };
    const compare = () => {
      const { compare: id, split, looking } = usePanels.getState();
      const { piece } = useWorkbench.getState();
      viewer.compare(
        id && !looking && piece.looks.some((l) => l.id === id) ? { piece: recallLook(piece, id), split } : null,
      );
    };
    const seek = () => viewer.setPhase(useTransport.getState().frame / useWorkbench.getState().piece.loop.frames);
    const stops = [
      useWorkbench.subscribe((now, before) => {
        if (now.piece === before.piece) return;
        void feed();
        compare();
      }),
      usePanels.subscribe((now, before) => {
        if (now.looking !== before.looking) void show().then(measureSoon);
        if (now.compare !== before.compare || now.split !== before.split || now.looking !== before.looking) compare();
      }),
      useTransport.subscribe(seek),
    ];
    void feed();
    seek();
    return () => {
      ended = true;
      clearTimeout(timer);
      for (const stop of stops) stop();
      usePanels.setState({ looking: null, compare: null, coarse: null });
      setViewer(null);
      viewer.dispose();
    };
  }, [canvas]);
  return { size, trouble, rests };
}
