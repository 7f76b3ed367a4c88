import { alongPath, handleAt, knotsOf, reachedAt, type PathWay } from '@/core/mesh/path';
import { setParam } from '@/core/piece/edit';
import { LIMITS } from '@/core/piece/limits';
import { movePoint, setHandle, withoutPoint, withPoint } from '@/core/piece/path';
import type { PathPoint, Step, Strand, Vector } from '@/core/piece/types';
import { definitionOf, valueOf, type Param } from '@/core/steps';
import { endGesture, useWorkbench } from '@/state/workbench';
import { pathWayOf } from '@/actions/path-way';
import { tidy } from '@/actions/in-plane';
import type { Over } from '@/actions/in-plane';
import { PlaceDot } from './PlaceDot';
import { useDistances } from '@/actions/viewer-handle';

/** Pieces in which a path is drawn. */
const DRAWN_PIECES = 160;

interface Props {
  strand: Strand;
  step: Step;
  over: Over;
}

export const hasPath = (step: Step): boolean =>
  definitionOf(step.op)?.params.some((param) => param.type === 'path') ?? false;

/** The paths of a step over the picture: their points are dragged, added and removed. */
export function PathHandles({ strand, step, over }: Props) {
  const definition = definitionOf(step.op);
  const paths = definition?.params.filter((p) => p.type === 'path') ?? [];
  const piece = useWorkbench((s) => s.piece);
  const way = pathWayOf(piece, step);
  useDistances();
  return paths.map((param) => <Path key={param.id} {...{ strand, step, over, param, way }} />);
}

function Path({ strand, step, over, param, way }: Props & { param: Param; way: PathWay }) {
  const { project, surfaces } = over;
  const points = valueOf(step, param) as PathPoint[];
  const knots = knotsOf(points, way);
  const set = (next: PathPoint[], gesture?: string) =>
    useWorkbench.getState().edit((p) => setParam(p, strand.id, step.id, param.id, next), gesture);
  const seen = Array.from({ length: DRAWN_PIECES + 1 }, (_, i) =>
    project([...alongPath(knots, way, Math.min(i / DRAWN_PIECES, way.closed ? 1 - 1e-9 : 1))]),
  ).filter((p) => p !== null);
  const ways = points.length < 2 ? 0 : points.length - Number(!way.closed);
  const reached = [...reachedAt(points, way), 1];
  const middles = Array.from({ length: ways }, (_, i) => (reached[i]! + reached[i + 1]!) / 2);
  return (
    <g role="group" aria-label={`${param.name} of the path`}>
      <polyline
        points={seen.map((p) => `${p.x},${p.y}`).join(' ')}
        className="fill-none stroke-lichen/70"
        strokeWidth={1.5}
      />
      {points.length < LIMITS.stops &&
        middles.map((middle, after) => {
          const place = tidy([...alongPath(knots, way, middle)]);
          const at = project(place);
          const add = () => {
            endGesture();
            set(withPoint(points, after, place));
          };
          return (
            at && (
              <circle
                key={`between ${after}`}
                cx={at.x}
                cy={at.y}
                r={4}
                tabIndex={0}
                role="button"
                aria-label={`Add a point after point ${after + 1}`}
                className="pointer-events-auto cursor-copy fill-ground stroke-lichen"
                strokeWidth={1.5}
                onClick={add}
                onKeyDown={(e) => e.key === 'Enter' && add()}
              />
            )
          );
        })}
      {way.handles &&
        points.map((_, index) => (
          <HandleDot
            key={`handle ${index}`}
            {...{ points, index, project }}
            closed={way.closed}
            onMove={(handle) => set(setHandle(points, index, handle), `handle ${step.id} ${param.id} ${index}`)}
            onRemove={() => set(setHandle(points, index, undefined))}
          />
        ))}
      {points.map(({ place }, index) => (
        <PlaceDot
          key={index}
          at={place}
          project={project}
          surfaces={surfaces}
          label={`Point ${index + 1} of the path`}
          onMove={(to) => set(movePoint(points, index, to), `path ${step.id} ${param.id} ${index}`)}
          onRemove={points.length > 1 ? () => set(withoutPoint(points, index)) : undefined}
        />
      ))}
    </g>
  );
}

/** The handle of a point and the line to it, on both sides; dragged onto the point it makes a corner. */
function HandleDot({
  points,
  index,
  closed,
  project,
  onMove,
  onRemove,
}: {
  points: PathPoint[];
  index: number;
  closed: boolean;
  project: Over['project'];
  onMove: (handle: Vector) => void;
  onRemove: () => void;
}) {
  const { place } = points[index]!;
  const handle = handleAt(points, index, closed);
  const [after, before] = [1, -1].map((side) => place.map((v, k) => v + side * handle[k]!) as Vector);
  const [from, to] = [project(before!), project(after!)];
  return (
    <g>
      {from && to && (
        <line x1={from.x} y1={from.y} x2={to.x} y2={to.y} className="stroke-lichen/70" strokeDasharray="3 3" />
      )}
      <PlaceDot
        at={after!}
        project={project}
        label={`Handle of point ${index + 1}`}
        onMove={(at) => {
          const by = at.map((v, k) => v - place[k]!) as Vector;
          onMove(Math.hypot(...by) < CORNER_METRES ? [0, 0, 0] : tidy(by));
        }}
        onRemove={onRemove}
      />
    </g>
  );
}

/** Metres from its point within which a handle makes a corner. */
const CORNER_METRES = 0.02;
