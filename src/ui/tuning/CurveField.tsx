import { useRef } from 'react';
import { LIMITS } from '@/core/piece/limits';
import type { CurvePoint } from '@/core/piece/types';
import { slopes } from '@/core/weave';
import { dragHandle } from '../parts/drag';

const [WIDTH, HEIGHT, MARGIN] = [260, 120, 8];
const [X, Y] = [WIDTH - 2 * MARGIN, HEIGHT - 2 * MARGIN];

interface Props {
  name: string;
  points: CurvePoint[];
  onChange: (points: CurvePoint[], dragging: boolean) => void;
}

const px = (x: number) => MARGIN + x * X;
const py = (y: number) => MARGIN + (1 - y) * Y;
const clamped = (v: number) => Number(Math.min(1, Math.max(0, v)).toFixed(3));

/** The curve as a path of cubic pieces; their handles are the slopes at a third of the way. */
function curvePath(points: CurvePoint[]): string {
  const rows = slopes(points);
  const [first] = rows;
  if (!first) return '';
  const pieces = rows.slice(1).map((b, i) => {
    const a = rows[i]!;
    const third = (b[0] - a[0]) / 3;
    return (
      `C${px(a[0] + third)} ${py(a[1] + a[2] * third)} ${px(b[0] - third)} ` +
      `${py(b[1] - b[2] * third)} ${px(b[0])} ${py(b[1])}`
    );
  });
  return (
    `M${px(0)} ${py(first[1])}L${px(first[0])} ${py(first[1])}${pieces.join('')}L${px(1)} ` +
    `${py(rows[rows.length - 1]![1])}`
  );
}

/** A drawn curve over 0 to 1: click to add a point, drag to move it, Delete to remove it. */
export function CurveField({ name, points, onChange }: Props) {
  const board = useRef<SVGSVGElement>(null);
  const at = (x: number, y: number): CurvePoint => {
    const box = board.current!.getBoundingClientRect();
    return {
      x: clamped((((x - box.left) / box.width) * WIDTH - MARGIN) / X),
      y: clamped(1 - (((y - box.top) / box.height) * HEIGHT - MARGIN) / Y),
    };
  };
  const change = (index: number, point: CurvePoint, dragging = true) =>
    onChange(
      points.map((p, i) => (i === index ? point : p)),
      dragging,
    );
  return (
    <svg
      ref={board}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="my-1 w-full max-w-[320px] cursor-copy touch-none rounded border border-line bg-ground"
      role="group"
      aria-label={name}
      onClick={(e) =>
        e.target === e.currentTarget &&
        points.length < LIMITS.stops &&
        onChange([...points, at(e.clientX, e.clientY)], false)
      }
    >
      <path
        d={[0.25, 0.5, 0.75].map((t) => `M${px(t)} ${py(0)}V${py(1)}M${px(0)} ${py(t)}H${px(1)}`).join('')}
        className="pointer-events-none stroke-line"
        fill="none"
      />
      <path d={curvePath(points)} className="pointer-events-none stroke-lichen" fill="none" strokeWidth={1.75} />
      {points.map((p, i) => (
        <circle
          key={i}
          cx={px(p.x)}
          cy={py(p.y)}
          r={5}
          tabIndex={0}
          role="slider"
          aria-label={`${name}, point ${i + 1}`}
          aria-valuemin={0}
          aria-valuemax={1}
          aria-valuenow={p.y}
          aria-valuetext={`${p.x} becomes ${p.y}`}
          className="cursor-move fill-text"
          onPointerDown={(e) => dragHandle(e, { moved: (m) => change(i, at(m.clientX, m.clientY)) })}
          onKeyDown={(e) => {
            const by = e.shiftKey ? 0.1 : 0.01;
            const moves: Record<string, [number, number]> = {
              ArrowLeft: [-by, 0],
              ArrowRight: [by, 0],
              ArrowUp: [0, by],
              ArrowDown: [0, -by],
            };
            const move = moves[e.key];
            if (move) change(i, { x: clamped(p.x + move[0]), y: clamped(p.y + move[1]) });
            else if ((e.key === 'Delete' || e.key === 'Backspace') && points.length > 2)
              onChange(
                points.filter((_, k) => k !== i),
                false,
              );
            else return;
            e.preventDefault();
            e.stopPropagation();
          }}
        />
      ))}
    </svg>
  );
}
