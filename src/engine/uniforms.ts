import * as THREE from 'three';
import type { Piece } from '@/core/piece/types';
import { pictureUniform } from '@/core/glsl';
import { slotValues, type Woven } from '@/core/weave';
import { textureOf } from './textures';

type Uniforms = Record<string, THREE.IUniform>;

function holder(type: 'float' | 'vec3' | 'vec4'): THREE.IUniform {
  return { value: type === 'float' ? 0 : type === 'vec3' ? new THREE.Vector3() : new THREE.Vector4() };
}

/** Holders for all numbers that a woven program reads. */
export function uniformsOf(woven: Woven): Uniforms {
  return Object.fromEntries(woven.uniforms.map((slot) => [slot.name, holder(slot.type)]));
}

/** Holders for the pictures that a woven program reads; see `cardText`. */
export function pictureUniforms(woven: Woven, stage = ''): Uniforms {
  return Object.fromEntries(woven.pictures.map((asset, slot) => [pictureUniform(slot, stage), { value: textureOf(asset) }]));
}

/** Writes the present values of a piece into the holders; nothing is compiled. */
export function fillUniforms(uniforms: Uniforms, woven: Woven, piece: Piece): void {
  for (const slot of woven.uniforms) {
    const values = slotValues(piece, slot);
    const uniform = uniforms[slot.name]!;
    if (slot.type === 'float') uniform.value = values[0];
    else (uniform.value as THREE.Vector3 | THREE.Vector4).fromArray(values);
  }
}
