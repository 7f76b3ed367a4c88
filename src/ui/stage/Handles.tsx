import type { Step, Strand, Vector } from '@/core/piece/types';
import { definitionOf } from '@/core/steps';
import { useTransport } from '@/state/playback/transport';
import { useWorkbench } from '@/state/workbench';
import { dragHandle, nudge } from '../parts/drag';
import { Cone, Reach } from './Reach';
import { numberAt, placeAt, setHandle } from '@/actions/handle-values';
import { KeyPath } from './KeyPath';
import type { Over } from '@/actions/in-plane';

const AXES = ['x', 'y', 'z'] as const;
/** Length of an arrow and radius of a ring, as a part of the distance to the camera. */
const ARROW_OF_DISTANCE = 0.16;

const moved = (at: Vector, axis: number, by: number): Vector => at.map((v, i) => (i === axis ? v + by : v)) as Vector;

/** Arrows that move the selected thing along an axis, and rings that turn it, drawn over the picture. */
export function Handles({ strand, step, over: { project, distance } }: { strand: Strand; step: Step; over: Over }) {
  const frame = useTransport((s) => s.frame);
  const piece = useWorkbench((s) => s.piece);
  const { frames } = piece.loop;
  const phase = frame / frames;
  const set = (param: string, value: Vector | number) => {
    const place = { strand: strand.id, step: step.id, param };
    useWorkbench.getState().edit((p) => setHandle(p, place, value, frame), `handle ${step.id} ${param}`);
  };
  return (
    <g role="group" aria-label="Handles">
      {(definitionOf(step.op)?.handles ?? []).map(({ at: param, turn: by, reach, cone }) => {
        const at = placeAt(piece, step, param, phase);
        if (!at) return null;
        const size = distance(at) * ARROW_OF_DISTANCE;
        const turn = by ? placeAt(piece, step, by, phase) : null;
        const far = reach ? numberAt(piece, step, reach, phase) : null;
        const tip = cone ? placeAt(piece, step, cone.tip, phase) : null;
        const opening = cone ? numberAt(piece, step, cone.opening, phase) : null;
        return (
          <g key={param}>
            {turn &&
              AXES.map((axis, i) => (
                <Ring
                  key={axis}
                  {...{ axis, project, at, size: size * 0.7 }}
                  onTurn={(amount) => set(by!, moved(turn, i, amount))}
                  value={turn[i]!}
                />
              ))}
            {AXES.map((axis, i) => (
              <Arrow
                key={axis}
                {...{ axis, project, at, size, param }}
                onMove={(amount) => set(param, moved(at, i, amount))}
                value={at[i]!}
              />
            ))}
            {far !== null && <Reach {...{ project, at, reach: far, param }} onReach={(to) => set(reach!, to)} />}
            {tip && opening !== null && (
              <Cone {...{ project, tip, at, opening }} onOpen={(to) => set(cone!.opening, to)} />
            )}
            <KeyPath {...{ strand, step, param, frames, project }} play={piece.loop.play} />
          </g>
        );
      })}
    </g>
  );
}

interface HandlePart {
  axis: (typeof AXES)[number];
  project: Over['project'];
  at: Vector;
  size: number;
  value: number;
}

function Arrow({
  axis,
  project,
  at,
  size,
  param,
  value,
  onMove,
}: HandlePart & { param: string; onMove: (by: number) => void }) {
  const from = project(at);
  const to = project(moved(at, AXES.indexOf(axis), size));
  if (!from || !to) return null;
  const way = { x: to.x - from.x, y: to.y - from.y };
  const span = way.x * way.x + way.y * way.y;
  const press = (e: React.PointerEvent<Element>) => {
    const [startX, startY] = [e.clientX, e.clientY];
    dragHandle(e, {
      moved: ({ clientX, clientY }) => {
        // An axis that points at the viewer has no length to be dragged along.
        onMove(span > 9 ? (((clientX - startX) * way.x + (clientY - startY) * way.y) / span) * size : 0);
      },
    });
  };
  return (
    <g className="stroke-text" strokeWidth={1.75}>
      <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} />
      <circle
        cx={to.x}
        cy={to.y}
        r={9}
        tabIndex={0}
        role="slider"
        aria-label={`Move ${param} along ${axis}`}
        aria-valuenow={value}
        className="pointer-events-auto cursor-move fill-ground"
        onPointerDown={press}
        onKeyDown={(e) => nudge(e, (ways) => onMove(ways * (e.shiftKey ? 0.5 : 0.05)))}
      />
      <text
        x={to.x}
        y={to.y + 4}
        textAnchor="middle"
        stroke="none"
        className="pointer-events-none fill-text text-[13px]"
        aria-hidden
      >
        {axis}
      </text>
    </g>
  );
}

function Ring({ axis, project, at, size, value, onTurn }: HandlePart & { onTurn: (by: number) => void }) {
  const index = AXES.indexOf(axis);
  const [a, b] = [(index + 1) % 3, (index + 2) % 3];
  const corner = (t: number): Vector => moved(moved(at, a, size * Math.cos(t)), b, size * Math.sin(t));
  const points = Array.from({ length: 49 }, (_, i) => project(corner((i / 48) * 2 * Math.PI)));
  const centre = project(at);
  if (!centre || points.some((p) => p === null)) return null;
  const [first, next] = [points[0]!, points[12]!];
  // Seen from behind, the ring runs the other way round.
  const sign = (first.x - centre.x) * (next.y - centre.y) - (first.y - centre.y) * (next.x - centre.x) > 0 ? 1 : -1;
  const press = (e: React.PointerEvent<Element>) => {
    const svg = (e.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
    const angle = (x: number, y: number) => Math.atan2(y - svg.top - centre.y, x - svg.left - centre.x);
    let before = angle(e.clientX, e.clientY);
    let sum = 0;
    dragHandle(e, {
      moved: (m) => {
        const now = angle(m.clientX, m.clientY);
        sum += Math.atan2(Math.sin(now - before), Math.cos(now - before));
        before = now;
        onTurn((sign * sum * 180) / Math.PI);
      },
    });
  };
  return (
    <path
      d={points.map((p, i) => `${i ? 'L' : 'M'}${p!.x.toFixed(1)} ${p!.y.toFixed(1)}`).join('')}
      fill="none"
      strokeWidth={3}
      tabIndex={0}
      role="slider"
      aria-label={`Turn about ${axis}`}
      aria-valuenow={value}
      className="pointer-events-auto cursor-grab stroke-mute hover:stroke-lichen"
      onPointerDown={press}
      onKeyDown={(e) => nudge(e, (way) => onTurn(way * (e.shiftKey ? 15 : 1)))}
    />
  );
}
