import { Fragment } from 'react';
import { LIMITS } from '@/core/piece/limits';
import { handleAt, type PathWay } from '@/core/mesh/path';
import { movePoint, setHandle, withoutPoint, withPoint } from '@/core/piece/path';
import type { PathPoint, Vector } from '@/core/piece/types';
import { AddEntry, RemoveEntry } from '../parts/entries';
import { NumberInput, tidy } from '../parts/NumberField';

const AXES = ['x', 'y', 'z'];

interface Props {
  name: string;
  points: PathPoint[];
  way: PathWay;
  onChange: (points: PathPoint[], dragging: boolean) => void;
}

/** Where a point after the last goes: as far on as the last is from the one before it. */
function nextPlace(points: readonly PathPoint[]): Vector {
  const [last, before] = [points.at(-1)!.place, points.at(-2)?.place];
  return last.map((v, i) => tidy(before ? 2 * v - before[i]! : v + Number(i === 0), {})) as Vector;
}

interface NumbersProps {
  /** What the numbers are of. */
  subject: string;
  value: readonly number[];
  onChange: (value: Vector) => void;
}

/** The cells of three numbers. */
function Numbers({ subject, value, onChange }: NumbersProps) {
  return AXES.map((axis, k) => (
    <td key={axis}>
      <NumberInput
        label={`${subject}, ${axis}`}
        value={tidy(value[k]!, {})}
        step={0.05}
        onChange={(v) => onChange(value.map((was, n) => (n === k ? tidy(v, {}) : tidy(was, {}))) as Vector)}
      />
    </td>
  ));
}

/**
 * The points of a path as a table, and below each its handle where the path runs by them; both are dragged on the
 * stage as well.
 */
export function PathField({ name, points, way, onChange }: Props) {
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
        {points.map(({ place, handle }, i) => (
          <Fragment key={i}>
            <tr>
              <td className="tabular text-faint">{i + 1}</td>
              <Numbers
                subject={`Point ${i + 1}`}
                value={place}
                onChange={(to) => onChange(movePoint(points, i, to), true)}
              />
              <td>
                <RemoveEntry
                  name={`point ${i + 1}`}
                  disabled={points.length < 2}
                  onClick={() => onChange(withoutPoint(points, i), false)}
                />
              </td>
            </tr>
            {way.handles && (
              <tr>
                <td className="text-faint" title="Its handle: from the point, in metres; the one before it mirrors it.">
                  ↳
                </td>
                <Numbers
                  subject={`Handle ${i + 1}`}
                  value={handleAt(points, i, way.closed)}
                  onChange={(to) => onChange(setHandle(points, i, to), true)}
                />
                <td>
                  <RemoveEntry
                    name={`handle ${i + 1}: it follows its neighbours again`}
                    disabled={!handle}
                    onClick={() => onChange(setHandle(points, i, undefined), false)}
                  />
                </td>
              </tr>
            )}
          </Fragment>
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
