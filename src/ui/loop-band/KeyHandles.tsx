import { setParam } from '@/core/piece/edit';
import type { Key, Piece, Step } from '@/core/piece/types';
import { definitionOf, valueOf } from '@/core/steps';
import { useWorkbench, type Selection } from '@/state/workbench';
import { dragHandle } from '../parts/drag';
import { frameX, laneOf, type Trace } from './draw';

/** The selected step where it is a signal's keys. */
export function selectedKeys(
  piece: Piece,
  selected: Selection | null,
): { strand: string; step: Step; keys: Key[] } | null {
  const strand = piece.strands.find((s) => s.id === selected?.strand);
  const step = strand?.steps.find((s) => s.id === selected?.step);
  if (!strand || step?.op !== 'signal.keys') return null;
  const value = valueOf(
    step,
    definitionOf(step.op)!.params.find((p) => p.type === 'keys')!,
  );
  return Array.isArray(value) ? { strand: strand.id, step, keys: value as Key[] } : null;
}

const tidy = (v: number) => Number(v.toPrecision(5));

interface Props {
  strand: string;
  step: Step;
  keys: Key[];
  traces: Trace[];
  size: { width: number; height: number };
  frames: number;
}

/** The keys on the band, to be dragged: sideways through the loop (on whole frames), up and down in value. */
export function KeyHandles({ strand, step, keys, traces, size, frames }: Props) {
  const place = traces.findIndex((t) => t.strand === strand);
  if (place < 0 || size.width === 0) return null;
  const lane = laneOf(traces, place, size.height);
  const change = (index: number, part: Partial<Key>) =>
    useWorkbench.getState().edit(
      (p) =>
        setParam(
          p,
          strand,
          step.id,
          'keys',
          keys.map((k, i) => (i === index ? { ...k, ...part } : k)),
        ),
      `keys ${strand} ${step.id}`,
    );
  const phaseAt = (x: number) => {
    const phase = (x - frameX(0, size.width)) / (frameX(1, size.width) - frameX(0, size.width));
    return (((Math.round(phase * frames) % frames) + frames) % frames) / frames;
  };
  return (
    <svg className="pointer-events-none absolute inset-0 size-full">
      {keys.flatMap((key, i) =>
        [key.at, key.at - 1].map((phase, twin) => {
          const x = frameX(phase, size.width);
          if (x < 0 || x > size.width) return null;
          return (
            <rect
              key={`${i} ${twin}`}
              x={x - 5}
              y={lane.y(key.value) - 5}
              width={10}
              height={10}
              transform={`rotate(45 ${x} ${lane.y(key.value)})`}
              tabIndex={Math.abs(phase) <= 0.5 ? 0 : -1}
              role="slider"
              aria-label={`Key ${i + 1} at frame ${Math.round(key.at * frames)}`}
              aria-valuenow={key.value}
              className="pointer-events-auto cursor-move fill-lichen stroke-ground"
              onPointerDown={(e) => {
                const box = (e.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
                dragHandle(e, {
                  moved: (m) =>
                    change(i, { at: phaseAt(m.clientX - box.left), value: tidy(lane.value(m.clientY - box.top)) }),
                });
              }}
              onKeyDown={(e) => {
                const by = e.shiftKey ? 10 : 1;
                const moves: Record<string, Partial<Key>> = {
                  ArrowLeft: { at: ((((Math.round(key.at * frames) - by) % frames) + frames) % frames) / frames },
                  ArrowRight: { at: ((Math.round(key.at * frames) + by) % frames) / frames },
                  ArrowUp: { value: tidy(key.value + 0.01 * by) },
                  ArrowDown: { value: tidy(key.value - 0.01 * by) },
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
      )}
    </svg>
  );
}
