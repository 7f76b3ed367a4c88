import { fieldsRead } from '../glsl/lib';
import type { Mesh } from '../mesh/mesh';
import { skinOf, spread, type Skin } from '../mesh/skin';

/** Does a woven text ask for the face it is on? Then every corner is a vertex of its own. */
export const readsFaces = (glsl: string) => [...fieldsRead(glsl)].some((f) => f.startsWith('face') || f === 'lift');

/** The skin that was asked for last: a loop asks for the same one at each of its phases. */
let last: { mesh: WeakRef<Mesh>; isSpread: boolean; skin: Skin } | null = null;

/** The skin in which a woven text is evaluated. */
export function liveSkin(mesh: Mesh, glsl: string): Skin {
  const isSpread = readsFaces(glsl);
  if (last?.mesh.deref() === mesh && last.isSpread === isSpread) return last.skin;
  const skin = isSpread ? spread(skinOf(mesh)) : skinOf(mesh);
  last = { mesh: new WeakRef(mesh), isSpread, skin };
  return skin;
}
