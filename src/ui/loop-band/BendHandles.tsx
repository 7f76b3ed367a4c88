import type { Bend } from '@/core/piece/types';
import { boundedBend } from '@/core/piece/keys';
import { useWorkbench } from '@/state/workbench';
import { dragHandle } from '../parts/drag';
import { ofLane, onBand, type LaneProps } from './KeyHandles';
import { moveKey } from '@/actions/lanes';
import { copiesOf, phaseAt, phaseX } from '@/actions/band-scale';

const percent = (share: number) => `${Math.round(share * 100)} %`;

/** Part of the way between two keys by which an arrow key moves a handle. */
const KEY_STEP_OF_WAY = 0.02;

/** The two handles of each way between keys that is a curve, tied to the keys that they belong to. */
export function BendHandles({ lane, box, scale }: Omit<LaneProps, 'frames' | 'beats'>) {
  const order = lane.keys.map((_, i) => i).sort((a, b) => lane.keys[a]!.at - lane.keys[b]!.at);
  return order.flatMap((index, place) => {
    const key = lane.keys[index]!;
    const isLast = place === order.length - 1;
    const next = lane.keys[order[isLast ? 0 : place + 1]!]!;
    const { bend } = key;
    if (!bend || lane.timeOnly) return null;
    const length = next.at + Number(isLast) - key.at;
    const rise = next.value - key.value;
    return copiesOf(key.at, scale).flatMap((phase) =>
      [0, 2].map((at) => {
        const [time, height] = [bend[at]!, bend[at + 1]!];
        const x = phaseX(phase + time * length, scale);
        const y = box.y(key.value + height * rise);
        const tied = at === 0 ? key : next;
        const change = (toTime: number, toHeight: number) => {
          const moved = bend.map((v, i) => (i === at ? toTime : i === at + 1 ? toHeight : v)) as Bend;
          useWorkbench
            .getState()
            .edit((p) => moveKey(lane, p, index, { bend: boundedBend(moved) }), `bend ${lane.trace.id} ${index} ${at}`);
        };
        return (
          <g key={`${lane.trace.id} ${index} ${at} ${Math.floor(phase)}`}>
            <line
              x1={phaseX(at === 0 ? phase : phase + length, scale)}
              y1={box.y(tied.value)}
              x2={x}
              y2={y}
              className="stroke-warn"
            />
            <rect
              x={x - 4}
              y={y - 4}
              width={8}
              height={8}
              transform={`rotate(45 ${x} ${y})`}
              tabIndex={0}
              role="slider"
              aria-label={`${at === 0 ? 'First' : 'Second'} handle of the curve after key ${index + 1}${ofLane(lane)}`}
              aria-valuenow={time}
              aria-valuetext={`at ${percent(time)} of the way in time, ${percent(height)} in value`}
              className="pointer-events-auto cursor-move fill-warn stroke-ground"
              onPointerDown={(e) => {
                const element = e.currentTarget;
                dragHandle(e, {
                  moved: (m) => {
                    const to = onBand(element, m);
                    const toTime = (phaseAt(to.x, scale) - phase) / Math.max(length, 1e-5);
                    // Between two keys of one height there is no height to go by.
                    change(toTime, rise === 0 ? height : (box.value(to.y) - key.value) / rise);
                  },
                });
              }}
              onKeyDown={(e) => {
                const by = KEY_STEP_OF_WAY * (e.shiftKey ? 10 : 1);
                const up = by * (Math.sign(rise) || 1);
                const ways: Record<string, [number, number]> = {
                  ArrowLeft: [-by, 0],
                  ArrowRight: [by, 0],
                  ArrowUp: [0, up],
                  ArrowDown: [0, -up],
                };
                const way = ways[e.key];
                if (!way) return;
                e.preventDefault();
                e.stopPropagation();
                change(time + way[0], height + way[1]);
              }}
            />
          </g>
        );
      }),
    );
  });
}
