import { faceCount, type Attributes, type Mesh } from './mesh';
import { faceMiddle, faceNormal, type Vec } from './vectors';

/** Number, middle and normal of each face written down, so that what is made from a face keeps them. */
export function withFaceData(mesh: Mesh): Mesh {
  const count = faceCount(mesh);
  const rows = (of: (f: number) => Vec) => {
    const data = new Float32Array(3 * count);
    for (let f = 0; f < count; f++) data.set(of(f), 3 * f);
    return { size: 3, data };
  };
  const faceData: Attributes = {
    number: { size: 1, data: Float32Array.from({ length: count }, (_, f) => f) },
    middle: rows((f) => faceMiddle(mesh, f)),
    facing: rows((f) => faceNormal(mesh, f)),
    ...mesh.faceData,
  };
  return { ...mesh, faceData };
}
