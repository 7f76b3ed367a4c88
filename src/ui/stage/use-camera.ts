import { useState, type KeyboardEvent, type PointerEvent, type WheelEvent } from 'react';
import type { Piece } from '@/core/piece/types';
import type { View } from '@/engine/stage/stage-scene';
import { useWorkbench } from '@/state/workbench';
import { followPointer } from '../parts/drag';
import { dragView, frame, frameAll, keyView, zoom } from './orbit';
import { pointsOnStage } from './points-on-stage';
import { cameraOf, putCamera } from '@/actions/piece-camera';
import { viewerNow } from '@/actions/viewer-handle';

export type StageCamera = ReturnType<typeof useCamera>;

/** How the stage is looked at: through the piece's camera, or from where the artist looks around. */
export function useCamera(piece: Piece) {
  const [view, setView] = useState<View | null>(null);
  const camera = cameraOf(piece);
  const look = (next: View | null) => {
    const viewer = viewerNow();
    if (viewer) viewer.view = next;
    setView(next);
  };
  const from = view ?? camera?.view ?? null;

  const drag = (event: PointerEvent) => {
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

  const onKey = (event: KeyboardEvent) => {
    const next = from && keyView(from, event.key);
    if (!next) return;
    event.preventDefault();
    look(next);
  };

  const putHere = () => {
    if (!view || !camera) return;
    useWorkbench.getState().edit((p) => putCamera(p, camera, view));
    look(null);
  };

  const fit = async () => {
    const viewer = viewerNow();
    if (!viewer || !from || !camera) return;
    const aspect = piece.picture.width / piece.picture.height;
    const points = await pointsOnStage(piece, viewer.placements()).catch(() => []);
    const bounds = viewer.bounds();
    if (points.length > 0) look(frameAll(from, points, camera.angle, aspect));
    // Where forms cannot be worked out, as they lie at rest.
    else if (bounds) look(frame(from, bounds, camera.angle, aspect));
  };

  const onWheel = (event: WheelEvent) => from && look(zoom(from, Math.exp(event.deltaY * 0.001)));

  return { isThere: camera !== null, view, look, drag, onKey, onWheel, putHere, fit };
}
