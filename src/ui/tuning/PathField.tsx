import { LIMITS } from '@/core/piece/limits';
import { movePoint, withoutPoint, withPoint } from '@/core/piece/path';
import type { PathPoint, Vector } from '@/core/piece/types';
import { AddEntry, RemoveEntry } from './entries';
import { NumberInput, tidy } from './NumberField';

const AXES = ['x', 'y', 'z'];

interface Props {
  name: string;
  points: PathPoint[];
  onChange: (points: PathPoint[], dragging: boolean) => void;
}

/** Where a point after the last goes: as far on as the last is from the one before it. */
function nextPlace(points: readonly PathPoint[]): Vector {
  const [last, before] = [points.at(-1)!.place, points.at(-2)?.place];
  return last.map((v, i) => tidy(before ? 2 * v - before[i]! : v + Number(i === 0), {})) as Vector;
}

/** The points of a path as a table; they are dragged on the stage as well. */
export function PathField({ name, points, onChange }: Props) {
  return (
    <table aria-label={name} className="my-1 w-full max-w-[360px]">
      <thead>
        <tr className="text-left text-faint">
          <th className="w-6 font-normal">
            <span className="sr-only">number</span>
          </th>
          {AXES.map((axis) => (
            <th key={axis} className="pl-3 font-normal">
              {axis}
            </th>
          ))}
          <th>
            <span className="sr-only">remove</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {points.map(({ place }, i) => (
          <tr key={i}>
            <td className="tabular text-faint">{i + 1}</td>
            {AXES.map((axis, k) => (
              <td key={axis}>
                <NumberInput
                  label={`Point ${i + 1}, ${axis}`}
                  value={place[k]!}
                  step={0.05}
                  onChange={(v) =>
                    onChange(movePoint(points, i, place.map((was, n) => (n === k ? tidy(v, {}) : was)) as Vector), true)
                  }
                />
              </td>
            ))}
            <td>
              <RemoveEntry
                name={`point ${i + 1}`}
                disabled={points.length < 2}
                onClick={() => onChange(withoutPoint(points, i), false)}
              />
            </td>
          </tr>
        ))}
        <AddEntry
          name="point"
          columns={5}
          disabled={points.length >= LIMITS.stops}
          onClick={() => onChange(withPoint(points, points.length - 1, nextPlace(points)), false)}
        />
      </tbody>
    </table>
  );
}
