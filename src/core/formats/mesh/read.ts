import { PropertyType, type GLTF, type Primitive } from '@gltf-transform/core';
import { toLinear } from '../../colour';
import { faceCount, MeshError, meshOf, pointCount, refuseTooMany, SMOOTH, type Mesh } from '../../mesh/mesh';
import { joinAll } from '../../mesh/topology/split';
import { transformed } from '../../mesh/topology/repeat';
import { MESH_FILE_BYTES } from './file-types';
import { gltfIO } from './gltf';
import { checkGltf, gltfJson } from './gltf-bounds';
import { readObj } from './obj';
import { readPly } from './ply';
import type { FileMesh } from './shape';
import { readStl } from './stl';

/**
 * The mesh in a file, as one form: OBJ, PLY, STL, GLB or glTF.
 * @param type one of `MESH_TYPES`
 * @throws MeshError in words
 */
export async function readMesh(bytes: Uint8Array, type: string): Promise<Mesh> {
  if (bytes.length > MESH_FILE_BYTES)
    throw new MeshError(
      `The file has ${Math.round(bytes.length / 2 ** 20)} MB; at most ${MESH_FILE_BYTES / 2 ** 20} MB are imported.`,
    );
  const mesh = type.startsWith('model/gltf')
    ? await readGltf(bytes, type === 'model/gltf-binary')
    : fromFile(
        type === 'model/obj'
          ? readObj(new TextDecoder().decode(bytes))
          : type === 'model/ply'
            ? readPly(bytes, (b) => toLinear(b / 255))
            : readStl(bytes),
      );
  const points = pointCount(mesh);
  refuseTooMany('This file', points, faceCount(mesh), 'Make it simpler where it comes from.');
  if (mesh.positions.some((v) => !Number.isFinite(v)))
    throw new MeshError('Some points of this file have positions that are not numbers. Mend it where it comes from.');
  if (mesh.pointData.colour?.data.some((v) => !Number.isFinite(v)))
    throw new MeshError('Some points of this file have colours that are not numbers. Mend it where it comes from.');
  if (mesh.corners.some((c) => c >= points))
    throw new MeshError('A face of this file names a point that is not there. Save it again where it comes from.');
  return mesh;
}

function fromFile({ positions, faceStarts, corners, colours }: FileMesh): Mesh {
  return meshOf({
    positions,
    faceStarts,
    corners,
    shading: SMOOTH,
    pointData: colours ? { colour: { size: 3, data: colours } } : {},
  });
}

async function readGltf(bytes: Uint8Array, binary: boolean): Promise<Mesh> {
  checkGltf(gltfJson(bytes, binary));
  const read = async () =>
    binary
      ? gltfIO().readBinary(bytes)
      : gltfIO().readJSON({ json: gltfJson(bytes, binary) as unknown as GLTF.IGLTF, resources: {} });
  const document = await read().catch(() => {
    throw new MeshError(
      binary
        ? 'This is not a whole GLB file: it is cut off, broken, or needs something that is not in it.'
        : 'This glTF file is broken, or its data lie in other files. Save it as one .glb where it comes from.',
    );
  });
  const parts: Mesh[] = [];
  // The last of these comes next, so they lie here in turn.
  const open = document
    .getRoot()
    .listScenes()
    .flatMap((s) => s.listChildren())
    .reverse();
  for (let node = open.pop(); node; node = open.pop()) {
    const m = node.getWorldMatrix();
    const move = [m[0], m[1], m[2], m[4], m[5], m[6], m[8], m[9], m[10], m[12], m[13], m[14]];
    for (const primitive of node.getMesh()?.listPrimitives() ?? []) {
      const part = fromPrimitive(primitive);
      if (part) parts.push({ ...part, positions: transformed(part.positions, move) });
    }
    for (const child of node.listChildren().reverse()) open.push(child);
  }
  if (parts.length === 0) throw new MeshError('The file has no mesh in its scene.');
  return joinAll(parts);
}

function fromPrimitive(primitive: Primitive): Mesh | null {
  const position = primitive.getAttribute('POSITION');
  // Triangles, or points; lines and strips are rare and passed over.
  if (
    !position ||
    position.getType() !== 'VEC3' ||
    ![0, 4].includes(primitive.getMode()) ||
    primitive.propertyType !== PropertyType.PRIMITIVE
  )
    return null;
  const positions = new Float32Array(position.getCount() * 3);
  const three = [0, 0, 0];
  for (let i = 0; i < position.getCount(); i++) positions.set(position.getElement(i, three), 3 * i);
  const indices = primitive.getIndices()?.getArray();
  const all =
    primitive.getMode() === 0
      ? new Uint32Array(0)
      : indices
        ? Uint32Array.from(indices)
        : Uint32Array.from({ length: position.getCount() }, (_, i) => i);
  // What is left over after the last whole triangle is no face.
  const corners = all.subarray(0, all.length - (all.length % 3));
  const colour = primitive.getAttribute('COLOR_0');
  const colours = colour && new Float32Array(position.getCount() * 3);
  if (colour && colours) {
    const element = Array<number>(colour.getElementSize()).fill(0);
    for (let i = 0; i < Math.min(colour.getCount(), position.getCount()); i++)
      colours.set(colour.getElement(i, element).slice(0, 3), 3 * i);
  }
  return fromFile({
    positions,
    corners,
    faceStarts: Uint32Array.from({ length: corners.length / 3 + 1 }, (_, i) => 3 * i),
    colours: colours ?? undefined,
  });
}
