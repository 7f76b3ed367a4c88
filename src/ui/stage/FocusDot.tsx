import { useState, type RefObject } from 'react';
import type { Step, Strand } from '@/core/piece/types';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { dragHandle, nudgeBoth } from '../parts/drag';
import { shortNumber } from '@/actions/number-words';
import { numberAt, setHandle } from '@/actions/handle-values';
import { pictureIn, placeIn } from '@/actions/picture-box';
import { viewerNow } from '@/actions/viewer-handle';

interface Props {
  /** What the picture is drawn in. */
  area: RefObject<HTMLElement | null>;
  aspect: number;
  strand: Strand;
  step: Step;
  /** The number that becomes the distance. */
  param: string;
}

/** Parts of the picture by which an arrow key moves the mark. */
const KEY_STEP_OF_PICTURE = 0.01;

/** A mark on the picture: what lies under it is how far away the step sees sharply. */
export function FocusDot({ area, aspect, strand, step, param }: Props) {
  const [at, setAt] = useState<[number, number]>([0.5, 0.5]);
  const frame = useTransport((s) => s.frame);
  const value = useWorkbench((s) => numberAt(s.piece, step, param, frame / s.piece.loop.frames));
  const parent = area.current?.parentElement?.getBoundingClientRect();
  if (!parent || value === null) return null;
  const box = pictureIn(area.current!.getBoundingClientRect(), aspect);
  const put = (x: number, y: number) => {
    const to: [number, number] = [Math.min(1, Math.max(0, x)), Math.min(1, Math.max(0, y))];
    setAt(to);
    const distance = viewerNow()?.shot.metresAt(...to) ?? null;
    if (distance === null) return;
    const place = { strand: strand.id, step: step.id, param };
    useWorkbench.getState().edit((p) => setHandle(p, place, distance, frame), `focus ${step.id}`);
  };
  const [x, y] = [box.left - parent.left + at[0] * box.width, box.top - parent.top + at[1] * box.height];
  return (
    <svg className="pointer-events-none absolute inset-0 size-full">
      <g
        transform={`translate(${x} ${y})`}
        tabIndex={0}
        role="slider"
        aria-label="Focus on what lies here"
        aria-valuenow={value}
        aria-valuetext={`${shortNumber(value)} m away`}
        className="pointer-events-auto cursor-crosshair fill-transparent stroke-lichen"
        strokeWidth={1.75}
        onPointerDown={(e) => dragHandle(e, { moved: (m) => put(...placeIn(box, m.clientX, m.clientY)) })}
        onKeyDown={(e) => {
          const by = KEY_STEP_OF_PICTURE * (e.shiftKey ? 5 : 1);
          nudgeBoth(e, (right, down) => put(at[0] + right * by, at[1] + down * by));
        }}
      >
        <circle r={13} />
        <path d="M-5 0H5M0 -5V5" />
        <text x={18} y={4} stroke="none" className="fill-text text-[13px]" aria-hidden>
          {`${shortNumber(value)} m`}
        </text>
      </g>
    </svg>
  );
}
