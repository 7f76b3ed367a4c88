import { fromFaces } from '../../../mesh/mesh';
import type { FormSource } from '../../definition';
import { mesh, number } from '../../params';

export const meshFile: FormSource = {
  op: 'form.file',
  name: 'Mesh file',
  description: 'A form from a file: OBJ, PLY, STL or GLB.',
  takes: [],
  gives: 'form',
  cellParam: 'file',
  aliases: ['import', 'model', 'obj', 'ply', 'stl', 'glb', 'gltf', 'object'],
  params: [
    mesh({ id: 'file', name: 'File', description: 'Drop an OBJ, PLY, STL or GLB here.' }),
    number({ id: 'size', name: 'Size', description: 'Times this.', default: 1, min: 0.01, max: 10, hard: [1e-6, 1e6] }),
  ],
  bake: (params, baking) => {
    const mesh = baking.file(params.file as string);
    // Nothing yet: an empty form, so that the row stays whole.
    if (!mesh) return fromFaces([], []);
    const size = params.size as number;
    return size === 1 ? mesh : { ...mesh, positions: mesh.positions.map((v) => v * size) };
  },
};
