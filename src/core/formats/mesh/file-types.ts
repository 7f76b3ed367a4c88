/** What the page knows of mesh files without reading or writing one. */

export const MESH_FORMATS = ['glb', 'gltf', 'obj', 'ply', 'stl'] as const;
export type MeshFormat = (typeof MESH_FORMATS)[number];

/** Bytes of a mesh file that is imported. */
export const MESH_FILE_BYTES = 32 * 1024 * 1024;

/** Types of the assets that hold meshes, by the ending of the file. */
export const MESH_TYPES: Record<string, string> = {
  obj: 'model/obj',
  ply: 'model/ply',
  stl: 'model/stl',
  glb: 'model/gltf-binary',
  gltf: 'model/gltf+json',
};
