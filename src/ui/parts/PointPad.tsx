import { useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Vector } from '@/core/piece/types';
import { followPointer } from './drag';
import { NumberInput } from './NumberField';

const AXES = ['x', 'y', 'z'] as const;
/** The two planes that the pad can be: from the front, and from above. */
const PLANES = { front: [0, 1], above: [0, 2] } as const;
type Plane = keyof typeof PLANES;
/** Part of the range that an arrow key moves, and with Shift. */
const KEY_STEP_OF_RANGE = 0.01;
const SHIFT_STEP_OF_RANGE = 0.1;

interface Props {
  name: string;
  value: Vector;
  /** Range of all three numbers. */
  min: number;
  max: number;
  onChange: (value: Vector) => void;
}

const tidy = (v: number) => Number(v.toPrecision(5));

/** A point by hand: a pad for two of its numbers, and all three to type or drag. */
export function PointPad({ name, value, min, max, onChange }: Props) {
  const [plane, setPlane] = useState<Plane>('front');
  const [across, up] = PLANES[plane];
  const span = max - min || 1;
  const share = (axis: number) => Math.min(1, Math.max(0, (value[axis]! - min) / span));
  // From above, what is nearer is lower.
  const rise = plane === 'front' ? share(up) : 1 - share(up);
  const set = (changes: [axis: number, value: number][]) =>
    onChange(
      value.map((v, i) => {
        const change = changes.find(([axis]) => axis === i);
        return change ? tidy(Math.min(max, Math.max(min, change[1]))) : v;
      }) as Vector,
    );
  const to = (x: number, y: number) =>
    set([
      [across, min + x * span],
      [up, min + (plane === 'front' ? 1 - y : y) * span],
    ]);
  const press = (event: PointerEvent<HTMLDivElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const at = ({ clientX, clientY }: { clientX: number; clientY: number }) =>
      to((clientX - box.left) / box.width, (clientY - box.top) / box.height);
    at(event);
    followPointer(event, { moved: at });
  };
  const onKey = (event: KeyboardEvent) => {
    const x = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    const y = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0;
    if (!x && !y) return;
    event.preventDefault();
    event.stopPropagation();
    const by = (event.shiftKey ? SHIFT_STEP_OF_RANGE : KEY_STEP_OF_RANGE) * span;
    set([
      [across, value[across] + x * by],
      [up, value[up] + (plane === 'front' ? y : -y) * by],
    ]);
  };
  return (
    <div className="flex items-start gap-3">
      <div
        role="slider"
        tabIndex={0}
        aria-label={`${name}, ${AXES[across]} and ${AXES[up]}`}
        aria-valuemin={min}
        aria-valuemax={max}
        aria-valuenow={value[across]}
        aria-valuetext={`${AXES[across]} ${value[across]}, ${AXES[up]} ${value[up]}`}
        onPointerDown={press}
        onKeyDown={onKey}
        className="relative size-24 shrink-0 cursor-crosshair touch-none rounded-md border border-line bg-ground"
      >
        <span aria-hidden className="absolute inset-x-0 top-1/2 h-px bg-line" />
        <span aria-hidden className="absolute inset-y-0 left-1/2 w-px bg-line" />
        <span
          aria-hidden
          className="absolute size-3 -translate-x-1/2 translate-y-1/2 rounded-full border-2 border-lichen bg-ground"
          style={{ left: `${100 * share(across)}%`, bottom: `${100 * rise}%` }}
        />
      </div>
      <div className="grid grow grid-cols-[12px_minmax(0,1fr)] items-center gap-x-2">
        {AXES.map((axis, i) => (
          <NumberRow key={axis} {...{ axis, name, value: value[i]!, step: span / 400 }} set={(v) => set([[i, v]])} />
        ))}
        <button
          type="button"
          className="col-span-2 mt-0.5 rounded text-left text-mute hover:text-text"
          onClick={() => setPlane(plane === 'front' ? 'above' : 'front')}
        >
          View: {plane === 'front' ? 'front' : 'top'}
        </button>
      </div>
    </div>
  );
}

function NumberRow(props: { axis: string; name: string; value: number; step: number; set: (value: number) => void }) {
  const { axis, name, value, step, set } = props;
  return (
    <>
      <span className="text-mute">{axis}</span>
      <NumberInput label={`${name} ${axis}`} value={value} step={step} onChange={set} />
    </>
  );
}
