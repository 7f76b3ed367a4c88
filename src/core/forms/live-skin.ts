import { fieldsRead } from '../glsl/lib';
import type { Mesh } from '../mesh/mesh';
import { skinOf, spread, type Skin } from '../mesh/skin';

/** Does a woven text ask for the face it is on? Then every corner is a vertex of its own. */
export const readsFaces = (glsl: string) => [...fieldsRead(glsl)].some((f) => f.startsWith('face') || f === 'lift');

/** The skin in which a woven text is evaluated. */
export function liveSkin(mesh: Mesh, glsl: string): Skin {
  const skin = skinOf(mesh);
  return readsFaces(glsl) ? spread(skin) : skin;
}
