import type { Vector } from '@/core/piece/types';
import { dragHandle, nudge } from '../parts/drag';
import { along, coneRing, facing, ringAt, type Ring } from './rings';
import type { Over } from '@/actions/in-plane';

/** How far a place reaches: a ring about it that faces the viewer, with a grip to pull it by. */
export function Reach({
  project,
  at,
  reach,
  param,
  onReach,
}: {
  project: Over['project'];
  at: Vector;
  reach: number;
  param: string;
  onReach: (reach: number) => void;
}) {
  const ring = facing(project, at, reach);
  return ring && <PulledRing {...{ project, ring, value: reach }} label={`Reach about ${param}`} onPull={onReach} />;
}

/** The opening of a cone of light: its end as a ring, lines from its tip, and a grip. */
export function Cone({
  project,
  tip,
  at,
  opening,
  onOpen,
}: {
  project: Over['project'];
  tip: Vector;
  at: Vector;
  opening: number;
  onOpen: (opening: number) => void;
}) {
  const { ring, distance } = coneRing(tip, at, opening);
  const from = project(tip);
  const sides = [1, 3, 5, 7].map((eighth) => project(ringAt(ring, (eighth / 8) * 2 * Math.PI)));
  if (!(distance > 0)) return null;
  return (
    <>
      {from &&
        sides.map(
          (to, i) =>
            to && <line key={i} x1={from.x} y1={from.y} x2={to.x} y2={to.y} className="stroke-mute" strokeWidth={1} />,
        )}
      <PulledRing
        {...{ project, ring, value: opening }}
        label="Opening of the cone"
        onPull={(radius) => onOpen((2 * Math.atan(radius / distance) * 180) / Math.PI)}
      />
    </>
  );
}

interface Pulled {
  project: Over['project'];
  ring: Ring;
  value: number;
  label: string;
  onPull: (radius: number) => void;
}

/** Where on a ring its grip sits: off the axes, where arrows end. */
const GRIP = Math.PI / 5;
/** By how much of its radius an arrow key changes it; with Shift ten times that. */
const KEY_STEP_OF_RADIUS = 0.02;

function PulledRing({ project, ring, value, label, onPull }: Pulled) {
  const points = Array.from({ length: 65 }, (_, i) => project(ringAt(ring, (i / 64) * 2 * Math.PI)));
  const [centre, grip] = [project(ring.centre), project(ringAt(ring, GRIP))];
  if (!(ring.radius > 0) || !centre || !grip) return null;
  const pull = (e: React.PointerEvent<Element>) => {
    const [startX, startY] = [e.clientX, e.clientY];
    dragHandle(e, {
      moved: (m) => onPull(ring.radius * along(centre, grip, { x: m.clientX - startX, y: m.clientY - startY })),
    });
  };
  const line = points
    .map((p, i) => (p ? `${i && points[i - 1] ? 'L' : 'M'}${p.x.toFixed(1)} ${p.y.toFixed(1)}` : ''))
    .join('');
  return (
    <g fill="none">
      <path d={line} className="stroke-ground/70" strokeWidth={3.5} />
      <path d={line} className="stroke-text" strokeWidth={1.25} strokeDasharray="5 4" />
      <circle
        cx={grip.x}
        cy={grip.y}
        r={7}
        tabIndex={0}
        role="slider"
        aria-label={label}
        aria-valuenow={value}
        className="pointer-events-auto cursor-move fill-ground stroke-text"
        strokeWidth={1.75}
        onPointerDown={pull}
        onKeyDown={(e) =>
          nudge(e, (way) => onPull(ring.radius * (1 + way * KEY_STEP_OF_RADIUS * (e.shiftKey ? 10 : 1))))
        }
      />
    </g>
  );
}
