import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addOutputs } from './outputs';
import { blankPiece, setPicture } from './edit';
import type { Output, Vector } from './types';
import * as walls from './walls';

const [usual] = addOutputs(setPicture(blankPiece(), { width: 1000, height: 500 }), [{ pitch: 4 }]).outputs!;
/** 4 m wide and 2 m high, its lower edge a metre above the floor. */
const wall: Output = { ...usual!, place: [3, 1, 10], facing: 0 };

const close = (found: Vector, wanted: Vector) => found.forEach((v, i) => expect(v).toBeCloseTo(wanted[i]!, 9));

describe('walls in the hall', () => {
  it('have their corners where they stand and face the door', () => {
    close(walls.placeOnWall(wall, 0, 0), [1, 1, 10]);
    close(walls.placeOnWall(wall, 1, 1), [5, 3, 10]);
    close(walls.wallAxes(wall).out, [0, 0, -1]);
    // To the right of the door, turned to the left: who looks at it sees its right end farther towards the door.
    const side = { ...wall, facing: 90 };
    close(walls.wallAxes(side).out, [-1, 0, 0]);
    close(walls.placeOnWall(side, 1, 0), [3, 1, 8]);
    expect(walls.isInFront(side, [0, 1, 9])).toBe(true);
    expect(walls.isInFront(side, [4, 1, 9])).toBe(false);
  });

  it('are as far away as their nearest place', () => {
    expect(walls.distanceTo(wall, [3, 2, 4])).toBeCloseTo(6, 9);
    expect(walls.distanceTo(wall, [9, 2, 7]), 'beside it: 4 and 3').toBeCloseTo(5, 9);
    expect(walls.distanceTo(wall, [3, 0.2, 10]), 'below it').toBeCloseTo(0.8, 9);
    const axis = fc.double({ min: -50, max: 50, noNaN: true });
    fc.assert(
      fc.property(axis, axis, axis, axis, fc.nat(100), fc.nat(100), (x, y, z, facing, across, up) => {
        const turned = { ...wall, facing: 7 * facing };
        const [px, py, pz] = walls.placeOnWall(turned, across / 100, up / 100);
        expect(walls.distanceTo(turned, [x, y, z])).toBeLessThanOrEqual(Math.hypot(px - x, py - y, pz - z) + 1e-9);
      }),
    );
  });

  it('have pixels of a minute of arc where they begin to melt together', () => {
    // A minute of arc of 4 mm: 0.004 / tan(1/60 degree).
    expect(walls.meltingDistance(wall)).toBeCloseTo(13.751, 3);
    expect(walls.pixelMinutes(wall, [3, 2, 10 - walls.meltingDistance(wall)])).toBeCloseTo(1, 9);
    expect(walls.pixelMinutes(wall, [3, 2, 10 - walls.meltingDistance(wall) / 2])).toBeCloseTo(2, 6);
  });

  it('are all seen from the first standpoint, before them', () => {
    const far: Output[] = [wall, { ...wall, place: [-20, 0, 14], facing: 30 }];
    const { eye, angle, raised } = walls.firstStandpoint(far);
    for (const one of far)
      for (const across of [0, 1]) {
        const [x, , z] = walls.placeOnWall(one, across, 0.5);
        expect(z).toBeGreaterThan(eye[2]);
        expect((Math.atan2(Math.abs(x - eye[0]), z - eye[2]) * 180) / Math.PI).toBeLessThan(angle / 2);
      }
    expect(Math.abs(raised)).toBeLessThan(20);
  });

  it('are one with all of the picture where a piece names none', () => {
    expect(walls.wallsOf(blankPiece())).toMatchObject(
      [{ x: 0, y: 0, ...blankPiece().picture, name: 'wall' }].map(({ x, y, width, height, name }) => ({
        x,
        y,
        width,
        height,
        name,
      })),
    );
    const outside = { ...blankPiece(), outputs: [{ ...wall, x: 5000 }] };
    expect(walls.wallsInside(outside)).toEqual([]);
  });
});
