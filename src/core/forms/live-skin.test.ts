import { expect, it } from 'vitest';
import { fromFaces } from '../mesh/mesh';
import { liveSkin } from './live-skin';

const triangle = () =>
  fromFaces(
    [
      [0, 0, 0],
      [1, 0, 0],
      [0, 1, 0],
      [1, 1, 0],
    ],
    [
      [0, 1, 2],
      [2, 1, 3],
    ],
  );
const whole = 'vec3 f(Place p) { return p.rest; }';
const byFace = 'vec3 f(Place p) { return p.faceMiddle; }';

it('is made once for all phases of a form, and again for another mesh or for a text that asks for faces', () => {
  const [mesh, other] = [triangle(), triangle()];
  const skin = liveSkin(mesh, whole);
  expect(liveSkin(mesh, whole)).toBe(skin);
  expect(liveSkin(other, whole)).not.toBe(skin);
  expect(liveSkin(mesh, whole)).toEqual(skin);
  // Two triangles share two points, but no corner.
  expect(skin.positions.length / 3).toBe(4);
  expect(liveSkin(mesh, byFace).positions.length / 3).toBe(6);
  expect(liveSkin(mesh, whole).positions.length / 3).toBe(4);
});
