import { setParamAt } from '@/core/piece/keys';
import { setControl, type ParamAt } from '@/core/piece/desk';
import {
  controlById,
  isControlRef,
  stepById,
  strandById,
  type Piece,
  type Step,
  type Strand,
  type Vector,
} from '@/core/piece/types';
import { definitionOf, valueOf } from '@/core/steps';
import { literalAt } from '@/core/weave';
import { useTransport } from '@/state/transport';
import { endGesture, useWorkbench } from '@/state/workbench';
import { dragHandle } from '../parts/drag';
import { tidy } from './in-plane';
import { KeyPath } from './KeyPath';
import type { Over } from './OverPicture';

const AXES = ['x', 'y', 'z'] as const;
/** Length of an arrow and radius of a ring, as a part of the distance to the camera. */
const LENGTH = 0.16;

/** A place as a literal, as its control has it, or its keys at a phase; null where a link says it. */
function placeAt(piece: Piece, step: Step, id: string, phase: number): Vector | null {
  const param = definitionOf(step.op)?.params.find((p) => p.id === id);
  const stored = param && valueOf(step, param);
  const value = isControlRef(stored)
    ? controlById(piece, stored.control)?.value
    : param && literalAt(param, stored, phase);
  return Array.isArray(value) && typeof value[0] === 'number' ? (value as Vector) : null;
}

/** Sets a place where it is said: at the parameter, or on the desk. */
function setPlace(piece: Piece, at: ParamAt, value: Vector, frame: number): Piece {
  const stored = stepById(strandById(piece, at.strand), at.step)?.params[at.param];
  return isControlRef(stored) ? setControl(piece, stored.control, value) : setParamAt(piece, at, value, frame);
}

const moved = (at: Vector, axis: number, by: number): Vector => at.map((v, i) => (i === axis ? v + by : v)) as Vector;

/** Arrows that move the selected thing along an axis, and rings that turn it, drawn over the picture. */
export function Handles({ strand, step, over: { project, distance } }: { strand: Strand; step: Step; over: Over }) {
  const frame = useTransport((s) => s.frame);
  const piece = useWorkbench((s) => s.piece);
  const { frames } = piece.loop;
  const phase = frame / frames;
  const set = (param: string, value: Vector) => {
    const place = { strand: strand.id, step: step.id, param };
    useWorkbench.getState().edit((p) => setPlace(p, place, tidy(value), frame), `handle ${step.id} ${param}`);
  };
  return (
    <g role="group" aria-label="Handles">
      {(definitionOf(step.op)?.handles ?? []).map(({ at: param, turn: by }) => {
        const at = placeAt(piece, step, param, phase);
        if (!at) return null;
        const size = distance(at) * LENGTH;
        const turn = by ? placeAt(piece, step, by, phase) : null;
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
            <KeyPath {...{ strand, step, param, frames, project }} />
          </g>
        );
      })}
    </g>
  );
}

interface Part {
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
}: Part & { param: string; onMove: (by: number) => void }) {
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

function Ring({ axis, project, at, size, value, onTurn }: Part & { onTurn: (by: number) => void }) {
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

function nudge(event: React.KeyboardEvent, by: (way: number) => void): void {
  const way =
    event.key === 'ArrowRight' || event.key === 'ArrowUp'
      ? 1
      : event.key === 'ArrowLeft' || event.key === 'ArrowDown'
        ? -1
        : 0;
  if (!way) return;
  event.preventDefault();
  event.stopPropagation();
  by(way);
  endGesture();
}
