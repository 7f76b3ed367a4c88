import { placeOf } from '@/core/piece/keys';
import { useWorkbench } from '@/state/workbench';
import { dragHandle } from '../parts/drag';
import { frameX, snapFrame, type LaneBox } from './draw';
import type { Lane, LaneKey } from './lanes';

/** Pixels from which beats and other keys draw a key to them. */
const SNAP = 5;

const tidy = (v: number) => Number(v.toPrecision(5));
/** Part of a lane's span by which an arrow key moves a key. */
const NUDGE = 0.01;

interface Props {
  lane: Lane;
  box: LaneBox;
  width: number;
  frames: number;
  /** Frames at which beats fall. */
  beats: readonly number[];
}

/** The keys of a lane, to be dragged: sideways through the loop (on whole frames), up and down in value. */
export function KeyHandles({ lane, box, width, frames, beats }: Props) {
  const named = lane.trace.id === lane.strand ? '' : ` of ${lane.trace.name}`;
  const change = (index: number, part: Partial<LaneKey>) =>
    useWorkbench.getState().edit((p) => lane.move(p, index, part), `keys ${lane.trace.id}`);
  const perFrame = (frameX(1, width) - frameX(0, width)) / frames;
  /** The frame under the pointer, or that of a beat or another key close by; with Alt only whole frames. */
  const placeAt = (x: number, index: number, free: boolean) => {
    const others = lane.keys.filter((_, i) => i !== index).map((k) => k.at * frames);
    const marks = free ? [] : [...beats, ...others];
    return snapFrame((x - frameX(0, width)) / perFrame, frames, marks, SNAP / perFrame) / frames;
  };
  return lane.keys.flatMap((key, i) =>
    [key.at, key.at - 1].map((phase, twin) => {
      const x = frameX(phase, width);
      if (x < 0 || x > width) return null;
      return (
        <circle
          key={`${lane.trace.id} ${i} ${twin}`}
          cx={x}
          cy={box.y(key.value)}
          r={5}
          tabIndex={Math.abs(phase) <= 0.5 ? 0 : -1}
          role="slider"
          aria-label={`Key ${i + 1}${named} at frame ${Math.round(key.at * frames)}`}
          aria-valuenow={key.value}
          className="pointer-events-auto cursor-move fill-lichen stroke-ground"
          onPointerDown={(e) => {
            const canvas = (e.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
            dragHandle(e, {
              moved: (m) =>
                change(i, {
                  at: placeAt(m.clientX - canvas.left, i, m.altKey),
                  ...(lane.timeOnly ? {} : { value: tidy(box.value(m.clientY - canvas.top)) }),
                }),
            });
          }}
          onKeyDown={(e) => {
            const by = e.shiftKey ? 10 : 1;
            const frame = Math.round(key.at * frames);
            const moves: Record<string, Partial<LaneKey>> = {
              ArrowLeft: { at: placeOf(frame - by, frames) },
              ArrowRight: { at: placeOf(frame + by, frames) },
              ArrowUp: { value: tidy(key.value + NUDGE * by * box.span) },
              ArrowDown: { value: tidy(key.value - NUDGE * by * box.span) },
            };
            const move = moves[e.key];
            if (!move) return;
            e.preventDefault();
            e.stopPropagation();
            change(i, move);
          }}
        />
      );
    }),
  );
}
