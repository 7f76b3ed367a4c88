import { alongPath, knotsOf, type Knot } from '@/core/mesh/path';
import { setParam } from '@/core/piece/edit';
import { LIMITS } from '@/core/piece/limits';
import { movePoint, withoutPoint, withPoint } from '@/core/piece/path';
import type { PathPoint, Step, Strand } from '@/core/piece/types';
import { definitionOf, valueOf, type Param } from '@/core/steps';
import { pathWay } from '@/core/steps/params';
import { endGesture, useWorkbench } from '@/state/workbench';
import { tidy } from './in-plane';
import type { Over } from './OverPicture';
import { PlaceDot } from './PlaceDot';

/** Pieces in which a path is drawn. */
const DRAWN = 160;

interface Props {
  strand: Strand;
  step: Step;
  over: Over;
}

export const hasPath = (step: Step): boolean =>
  definitionOf(step.op)?.params.some((param) => param.type === 'path') ?? false;

/** The paths of a step over the picture: their points are dragged, and come and go. */
export function PathHandles({ strand, step, over }: Props) {
  const definition = definitionOf(step.op);
  const paths = definition?.params.filter((p) => p.type === 'path') ?? [];
  const choices = Object.fromEntries(
    (definition?.params ?? []).filter((p) => p.type === 'choice').map((p) => [p.id, valueOf(step, p)]),
  );
  return paths.map((param) => <Path key={param.id} {...{ strand, step, over, param, choices }} />);
}

function Path({ strand, step, over, param, choices }: Props & { param: Param; choices: Record<string, unknown> }) {
  const { project } = over;
  const points = valueOf(step, param) as PathPoint[];
  const way = pathWay(choices);
  const knots = knotsOf(
    points.map((p) => p.place),
    way,
  );
  const set = (next: PathPoint[], gesture?: string) =>
    useWorkbench.getState().edit((p) => setParam(p, strand.id, step.id, param.id, next), gesture);
  const seen = Array.from({ length: DRAWN + 1 }, (_, i) =>
    project([...alongPath(knots, way, Math.min(i / DRAWN, way.closed ? 1 - 1e-9 : 1))]),
  ).filter((p) => p !== null);
  const ways = points.length < 2 ? 0 : points.length - Number(!way.closed);
  const middles = middlesOf(knots, ways, way.closed);
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
      {points.map(({ place }, index) => (
        <PlaceDot
          key={index}
          at={place}
          project={project}
          label={`Point ${index + 1} of the path`}
          onMove={(to) => set(movePoint(points, index, to), `path ${step.id} ${param.id} ${index}`)}
          onRemove={points.length > 1 ? () => set(withoutPoint(points, index)) : undefined}
        />
      ))}
    </g>
  );
}

/** The numbers half way from each point of a path to the next. @param ways how many there are */
function middlesOf(knots: readonly Knot[], ways: number, closed: boolean): number[] {
  const between = (closed ? knots.length : knots.length - 1) / ways;
  const shareAt = (knot: number) => knots[knot]?.[3] ?? 1;
  return Array.from({ length: ways }, (_, i) => (shareAt(i * between) + shareAt((i + 1) * between)) / 2);
}
