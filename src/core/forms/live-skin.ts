import { fieldsRead } from '../glsl/lib';
import type { Mesh } from '../mesh/mesh';
import { skinOf, spread, type Skin } from '../mesh/skin';

/** Does a woven text ask for the face it is on? Then every corner is a vertex of its own. */
export const readsFaces = (glsl: string) => [...fieldsRead(glsl)].some((f) => f.startsWith('face') || f === 'lift');

/** The skin that was asked for last, for as long as its mesh is there: a loop asks for it at each of its phases. */
let last = new WeakMap<Mesh, { isSpread: boolean; skin: Skin }>();

/** The skin in which a woven text is evaluated. */
export function liveSkin(mesh: Mesh, glsl: string): Skin {
  const isSpread = readsFaces(glsl);
  const known = last.get(mesh);
  if (known?.isSpread === isSpread) return known.skin;
  const skin = isSpread ? spread(skinOf(mesh)) : skinOf(mesh);
  last = new WeakMap([[mesh, { isSpread, skin }]]);
  return skin;
}
