import { useRef } from 'react';
import { usePanels } from '@/state/panels/panels';
import { dragHandle } from '../parts/drag';

/** The line between the picture as it stands (left) and another (right). */
export function Split({ now = 'now', other, aspect }: { now?: string; other: string; aspect: number }) {
  const split = usePanels((s) => s.split);
  const line = useRef<HTMLDivElement>(null);
  const set = (to: number) => usePanels.setState({ split: Math.min(1, Math.max(0, to)) });
  return (
    <div
      ref={line}
      className="pointer-events-none absolute"
      style={{ width: `min(100cqw, calc(100cqh * ${aspect}))`, aspectRatio: aspect }}
    >
      <div
        role="slider"
        tabIndex={0}
        aria-label={`Split between ${now} and ${other}`}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(split * 100)}
        className="pointer-events-auto absolute inset-y-0 w-3 -translate-x-1/2 cursor-ew-resize touch-none"
        style={{ left: `${split * 100}%` }}
        onPointerDown={(e) =>
          dragHandle(e, {
            moved: (m) => {
              const box = line.current!.getBoundingClientRect();
              set((m.clientX - box.left) / box.width);
            },
          })
        }
        onKeyDown={(e) => {
          const way = e.key === 'ArrowRight' ? 1 : e.key === 'ArrowLeft' ? -1 : 0;
          if (!way) return;
          e.preventDefault();
          e.stopPropagation();
          set(split + way * 0.02);
        }}
      >
        <span className="absolute inset-y-0 left-1/2 w-0.5 -translate-x-1/2 bg-lichen" />
      </div>
      <span
        className="absolute bottom-16 rounded bg-[#0b0e0dcc] px-2 py-0.5"
        style={{ right: `calc(${(1 - split) * 100}% + 10px)` }}
      >
        {now}
      </span>
      <span
        className="absolute bottom-16 rounded bg-[#0b0e0dcc] px-2 py-0.5"
        style={{ left: `calc(${split * 100}% + 10px)` }}
      >
        {other}
      </span>
    </div>
  );
}
