import type { KeyboardEvent as ReactKeyboardEvent } from 'react';
import { placeOf } from '@/core/piece/keys';
import { changeKeys, isSamePlace, moveKeys, type KeyAt } from '@/core/weave';
import { chooseKeys, isChosen, toggleKey, useKeyChoice } from '@/state/panels/key-choice';
import { useWorkbench } from '@/state/workbench';
import { dragHandle } from '../parts/drag';
import { snapFrame } from './draw';
import { keyEdit } from '@/actions/key-edits';
import { heightOf, withHeight, type Lane, type LaneBox } from '@/actions/lanes';
import { copiesOf, phaseAt, phaseX, type Scale } from '@/actions/band-scale';

/** Pixels from which beats and other keys draw a key to them. */
const SNAP_PIXELS = 5;

const tidy = (v: number) => Number(v.toPrecision(5));
const PICKED = 'fill-text stroke-lichen [stroke-width:2.5]';
/** Part of a lane's span by which an arrow key moves a key. */
const KEY_STEP_OF_SPAN = 0.01;

export interface LaneProps {
  lane: Lane;
  box: LaneBox;
  scale: Scale;
  frames: number;
  /** Frames at which beats fall. */
  beats: readonly number[];
}

export const ofLane = ({ trace, place }: Lane): string =>
  'strand' in place && trace.id === place.strand ? '' : ` of ${trace.name}`;

/** Where a pointer is on the band, from its corner. */
export function onBand(element: Element, { clientX, clientY }: { clientX: number; clientY: number }) {
  const { left, top } = (element as SVGElement).ownerSVGElement!.getBoundingClientRect();
  return { x: clientX - left, y: clientY - top };
}

/**
 * The keys of a lane, to be dragged: sideways through the loop (on whole frames), up and down in value. Those that are
 * chosen go together, in value as far as they lie on the lane.
 */
export function KeyHandles({ lane, box, scale, frames, beats }: LaneProps) {
  const chosen = useKeyChoice((s) => s.chosen);
  const perFrame = (phaseX(1, scale) - phaseX(0, scale)) / frames;

  /** Moves what goes with a key, from how it stood: by frames, and by a height on this lane. */
  const moved = (key: KeyAt, frame: number, height: number) => {
    const { piece: before } = useWorkbench.getState();
    const all = isChosen(chosen, key) ? chosen : [key];
    return (toFrame: number, toHeight: number) => {
      const later = moveKeys(before, all, placeOf(toFrame - frame, frames));
      const here = all.filter((k) => isSamePlace(k, lane.place));
      const raised = lane.timeOnly
        ? later
        : changeKeys(later, here, (k) => ({
            ...k,
            value: withHeight(lane, k.value, tidy(heightOf(lane, k.value) + toHeight - height)),
          }));
      useWorkbench.getState().edit(() => raised, `keys ${lane.trace.id}`);
    };
  };

  return lane.keys.flatMap((key, index) => {
    const own: KeyAt = { ...lane.place, index };
    const picked = isChosen(chosen, own);
    const frame = Math.round(key.at * frames);
    const copies = copiesOf(key.at, scale);
    // One of them is walked to by keys: that nearest to the middle.
    const nearest = Math.min(...copies.map((c) => Math.abs(c - scale.middle)));
    // What is dragged is the group: a circle appears or vanishes where its key passes the seam or an end of the band.
    return (
      <g
        key={`${lane.trace.id} ${index}`}
        onPointerDown={(e) => {
          const at = e.currentTarget;
          const circle = e.target as SVGElement;
          if (e.shiftKey) {
            e.preventDefault();
            e.stopPropagation();
            toggleKey(own);
          } else {
            const move = moved(own, frame, key.value);
            const others = lane.keys.filter((_, i) => !isChosen(chosen, { ...own, index: i }) && i !== index);
            dragHandle(e, {
              moved: (m) => {
                const { x, y } = onBand(at, m);
                // With Alt only whole frames, neither beats nor other keys.
                const marks = m.altKey ? [] : [...beats, ...others.map((k) => k.at * frames)];
                move(snapFrame(phaseAt(x, scale) * frames, frames, marks, SNAP_PIXELS / perFrame), box.value(y));
              },
              ended: (dragged) => !dragged && chooseKeys([own]),
            });
          }
          circle.focus();
        }}
        onKeyDown={(e: ReactKeyboardEvent) => {
          const by = e.shiftKey ? 10 : 1;
          const ways: Record<string, [number, number]> = {
            ArrowLeft: [-by, 0],
            ArrowRight: [by, 0],
            ArrowUp: [0, KEY_STEP_OF_SPAN * by * box.span],
            ArrowDown: [0, -KEY_STEP_OF_SPAN * by * box.span],
          };
          const way = ways[e.key];
          if (way) moved(own, frame, key.value)(frame + way[0], key.value + way[1]);
          else if (!keyEdit(e, own)) return;
          e.preventDefault();
          e.stopPropagation();
        }}
      >
        {copies.map((phase) => (
          <circle
            key={Math.round(phase - key.at)}
            cx={phaseX(phase, scale)}
            cy={box.y(key.value)}
            r={5}
            tabIndex={Math.abs(phase - scale.middle) === nearest ? 0 : -1}
            role="slider"
            aria-label={`Key ${index + 1}${ofLane(lane)} at frame ${frame}${picked ? ', chosen' : ''}`}
            aria-valuenow={key.value}
            className={`pointer-events-auto cursor-move ${picked ? PICKED : 'fill-lichen stroke-ground'}`}
          />
        ))}
      </g>
    );
  });
}
