import { Document, WebIO, type Mesh as GltfMesh } from '@gltf-transform/core';
import { EXTMeshGPUInstancing, KHRMaterialsEmissiveStrength } from '@gltf-transform/extensions';
import { toBase64 } from '../base64';
import { triangleCorners } from '../../mesh/triangulate';
import type { FileMesh } from './shape';

/** Mean values of a surface, as the metal-and-roughness model of glTF 2.0 has them. */
export interface FileSurface {
  /** Linear rgb; white where the vertices carry their own. */
  colour: readonly number[];
  roughness: number;
  metal: number;
  glow: readonly number[];
}

/** Copies of a mesh: places, turns as quaternions (x, y, z, w) and sizes. */
export interface FileCopies {
  move: Float32Array;
  turn: Float32Array;
  size: Float32Array;
}

/** Positions of the same vertices over a loop of so many seconds, at even moments from the first. */
export interface FileLoop {
  frames: Float32Array[];
  seconds: number;
}

/** glTF 2.0 as one binary file, or as one of text with its data inside (RFC 2397). */
export type GltfFormat = 'glb' | 'gltf';

const extensions = [EXTMeshGPUInstancing, KHRMaterialsEmissiveStrength];
export const gltfIO = () => new WebIO().registerExtensions(extensions);

async function written(document: Document, format: GltfFormat): Promise<Uint8Array> {
  if (format === 'glb') return gltfIO().writeBinary(document);
  const { json, resources } = await gltfIO().writeJSON(document);
  for (const buffer of json.buffers ?? [])
    buffer.uri = `data:application/octet-stream;base64,${toBase64(resources[buffer.uri!]!)}`;
  return new TextEncoder().encode(JSON.stringify(json));
}

/** What a glTF file holds beside the mesh. */
export interface GltfParts {
  name: string;
  surface: FileSurface;
  copies?: FileCopies;
  loop?: FileLoop;
}

/**
 * glTF 2.0: triangles with normals, uv and colours, one material, copies by
 * EXT_mesh_gpu_instancing, and the loop as morph targets whose weights go from one to the next.
 */
export async function writeGltf(
  format: GltfFormat,
  mesh: FileMesh,
  { name, surface, copies, loop }: GltfParts,
): Promise<Uint8Array> {
  const document = new Document();
  document.getRoot().getAsset().generator = 'Calm Lattice';
  const buffer = document.createBuffer();
  const accessor = (type: 'SCALAR' | 'VEC2' | 'VEC3' | 'VEC4', array: Float32Array | Uint32Array) =>
    document
      .createAccessor()
      .setType(type)
      .setArray(array as Float32Array<ArrayBuffer>)
      .setBuffer(buffer);
  const most = Math.max(...surface.glow, 0);
  const material = document
    .createMaterial(name)
    .setDoubleSided(true)
    .setBaseColorFactor([...(mesh.colours ? [1, 1, 1] : surface.colour.map(unit)), 1] as [
      number,
      number,
      number,
      number,
    ])
    .setRoughnessFactor(unit(surface.roughness))
    .setMetallicFactor(unit(surface.metal));
  if (most > 0) {
    material.setEmissiveFactor(surface.glow.map((g) => g / Math.max(1, most)) as [number, number, number]);
    if (most > 1)
      material.setExtension(
        'KHR_materials_emissive_strength',
        document.createExtension(KHRMaterialsEmissiveStrength).createEmissiveStrength().setEmissiveStrength(most),
      );
  }
  const cloud = mesh.corners.length === 0;
  const primitive = document
    .createPrimitive()
    .setMaterial(material)
    .setMode(cloud ? 0 : 4)
    .setAttribute('POSITION', accessor('VEC3', mesh.positions));
  if (!cloud)
    primitive.setIndices(
      accessor(
        'SCALAR',
        triangleCorners(mesh).map((c) => mesh.corners[c]!),
      ),
    );
  if (mesh.normals && !cloud) primitive.setAttribute('NORMAL', accessor('VEC3', wholeNormals(mesh.normals)));
  if (mesh.uv) primitive.setAttribute('TEXCOORD_0', accessor('VEC2', mesh.uv));
  if (mesh.colours) primitive.setAttribute('COLOR_0', accessor('VEC3', mesh.colours.map(unit)));
  const shape: GltfMesh = document.createMesh(name).addPrimitive(primitive);
  const node = document.createNode(name).setMesh(shape);
  if (copies) {
    const instances = document.createExtension(EXTMeshGPUInstancing).setRequired(true).createInstancedMesh();
    instances
      .setAttribute('TRANSLATION', accessor('VEC3', copies.move))
      .setAttribute('ROTATION', accessor('VEC4', copies.turn))
      .setAttribute('SCALE', accessor('VEC3', copies.size));
    node.setExtension('EXT_mesh_gpu_instancing', instances);
  }
  if (loop && loop.frames.length > 1) {
    const count = loop.frames.length;
    loop.frames.slice(1).forEach((frame, i) =>
      primitive.addTarget(
        document.createPrimitiveTarget(String(i + 1)).setAttribute(
          'POSITION',
          accessor(
            'VEC3',
            frame.map((v, k) => v - mesh.positions[k]!),
          ),
        ),
      ),
    );
    shape.setWeights(Array<number>(count - 1).fill(0));
    // One key more than there are frames: the last is the first again.
    const times = Float32Array.from({ length: count + 1 }, (_, k) => (k * loop.seconds) / count);
    const weights = new Float32Array((count + 1) * (count - 1));
    for (let k = 1; k < count; k++) weights[k * (count - 1) + k - 1] = 1;
    const sampler = document
      .createAnimationSampler()
      .setInput(accessor('SCALAR', times))
      .setOutput(accessor('SCALAR', weights))
      .setInterpolation('LINEAR');
    document
      .createAnimation('loop')
      .addSampler(sampler)
      .addChannel(document.createAnimationChannel().setSampler(sampler).setTargetNode(node).setTargetPath('weights'));
  }
  document.createScene(name).addChild(node);
  return written(document, format);
}

const unit = (v: number) => (v > 0 ? Math.min(1, v) : 0);

/** glTF asks for normals of length 1 everywhere: where there is none, one that looks up. */
function wholeNormals(normals: Float32Array): Float32Array {
  const out = normals.slice();
  for (let i = 0; i < out.length; i += 3) {
    const length = Math.hypot(out[i]!, out[i + 1]!, out[i + 2]!);
    if (length > 0.5) for (let k = 0; k < 3; k++) out[i + k]! /= length;
    else out.set([0, 1, 0], i);
  }
  return out;
}
