import * as THREE from 'three';
import type { Piece } from '@/core/piece/types';
import { pictureUniform } from '@/core/glsl';
import { branchUniform } from '@/core/glsl/lib';
import { slotValues, type Woven } from '@/core/weave';
import type { Follow } from './follow';
import type { Pictures } from './textures';

type Uniforms = Record<string, THREE.IUniform>;

const HOLDERS: Record<string, () => unknown> = {
  float: () => 0,
  vec2: () => new THREE.Vector2(),
  vec3: () => new THREE.Vector3(),
  vec4: () => new THREE.Vector4(),
};

/** Holders for all numbers that a woven program reads. */
export function uniformsOf(woven: Woven): Uniforms {
  return Object.fromEntries(
    [...woven.uniforms, ...woven.signals].map(({ name, type }) => [name, { value: HOLDERS[type]!() }]),
  );
}

/** Holders for the pictures that a woven program reads; see `cardText` and `fillPictures`. */
export function pictureUniforms(woven: Woven, stage = ''): Uniforms {
  return Object.fromEntries(woven.pictures.map((_, slot) => [pictureUniform(slot, stage), { value: null }]));
}

/** Holders for the pictures of finishes that a woven program reads; see `fillPictures`. */
export function branchUniforms(woven: Woven, stage = ''): Uniforms {
  return Object.fromEntries(woven.branches.map((_, slot) => [branchUniform(slot, stage), { value: null }]));
}

/** Puts the pictures of assets and of finishes into their holders. */
export function fillPictures(uniforms: Uniforms, woven: Woven, { asset, finish }: Pictures, stage = ''): void {
  for (const [slot, id] of woven.pictures.entries()) uniforms[pictureUniform(slot, stage)]!.value = asset(id);
  for (const [slot, target] of woven.branches.entries()) uniforms[branchUniform(slot, stage)]!.value = finish(target);
}

/**
 * Writes the present values of a piece, and of its signals at the present phase, into the holders; nothing is
 * compiled.
 */
export function fillUniforms(uniforms: Uniforms, woven: Woven, piece: Piece, follow: Follow): void {
  const fill = (name: string, values: number[]) => {
    const uniform = uniforms[name]!;
    if (typeof uniform.value === 'number') uniform.value = values[0];
    else (uniform.value as THREE.Vector4).fromArray(values);
  };
  for (const slot of woven.uniforms) fill(slot.name, slotValues(piece, slot));
  for (const { name, target } of woven.signals) fill(name, follow({ link: target.strand, step: target.step }));
}
