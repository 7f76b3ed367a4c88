import type { Vector } from '@/core/piece/types';
import { dragHandle, nudgeBoth } from '../parts/drag';
import { inPlane, tidy } from '@/actions/in-plane';
import type { Over } from '@/actions/in-plane';

/** Pixels by which an arrow key moves a place. */
const KEY_STEP_PIXELS = 2;

interface Props {
  at: Vector;
  project: Over['project'];
  /** It is dragged on these, or across the line of sight with Alt. */
  surfaces?: Over['surfaces'];
  label: string;
  chosen?: boolean;
  onMove: (to: Vector) => void;
  /** Pressed without being dragged, or Enter. */
  onPress?: () => void;
  onRemove?: () => void;
}

/** A place on the stage that is dragged; arrow keys move it across the line of sight. */
export function PlaceDot({ at, project, surfaces, label, chosen, onMove, onPress, onRemove }: Props) {
  const seen = project(at);
  if (!seen) return null;
  return (
    <circle
      cx={seen.x}
      cy={seen.y}
      r={5.5}
      tabIndex={0}
      role="button"
      aria-label={label}
      className={`pointer-events-auto cursor-move stroke-ground ${chosen ? 'fill-text' : 'fill-lichen'}`}
      strokeWidth={1.5}
      onPointerDown={(e) => {
        const [startX, startY] = [e.clientX, e.clientY];
        const under = surfaces?.();
        dragHandle(e, {
          moved: (m) => {
            const by = { x: m.clientX - startX, y: m.clientY - startY };
            const on = m.altKey ? null : under?.({ x: seen.x + by.x, y: seen.y + by.y }, at[1]);
            onMove(tidy(on ?? inPlane(project, at, by)));
          },
          ended: (dragged) => !dragged && onPress?.(),
        });
      }}
      onKeyDown={(e) => {
        const by = KEY_STEP_PIXELS * (e.shiftKey ? 10 : 1);
        const nudged = nudgeBoth(e, (right, down) =>
          onMove(tidy(inPlane(project, at, { x: right * by, y: down * by }))),
        );
        if (nudged) return;
        if (e.key === 'Enter' && onPress) onPress();
        else if ((e.key === 'Delete' || e.key === 'Backspace') && onRemove) onRemove();
        else return;
        e.preventDefault();
        e.stopPropagation();
      }}
    >
      {surfaces && <title>Dragged on the floor or the form under it; with Alt in the plane of the picture</title>}
    </circle>
  );
}
