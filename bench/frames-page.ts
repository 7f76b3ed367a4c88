import { NO_ASSETS } from '@/core/assets/assets';
import * as THREE from 'three';
import { library } from '@/core/glsl';
import { bake } from '@/core/forms/bake';
import { skinOf, type Skin } from '@/core/mesh/skin';
import type { Piece } from '@/core/piece/types';
import { PictureRenderer } from '@/engine/picture';
import { readPixels } from '@/engine/capture/read';
import { makeRenderer } from '@/engine/card/renderer';
import { finishQuad, inTurns } from './page-parts';

const NOISE = `${library(['noise'])}
uniform float clock; uniform float uScale; uniform float uEvolve;
float wind(vec3 q, uint seed) { return gradientNoise4(vec4(q * uScale, clock * uEvolve), vec4(0.0, 0.0, 0.0,
  uEvolve), seed); }
`;

type Clock = { value: number };

/** Boxes on a bed of points, each lifted by a noise; plain attributes and the library's instancing. */
function blocks(skin: Skin, clock: Clock): THREE.Object3D {
  const geometry = new THREE.InstancedBufferGeometry();
  const box = new THREE.BoxGeometry(0.02, 0.1, 0.02);
  geometry.setIndex(box.index);
  for (const name of ['position', 'normal']) geometry.setAttribute(name, box.getAttribute(name));
  geometry.instanceCount = skin.copies!.at.length / 3;
  geometry.setAttribute('at', new THREE.InstancedBufferAttribute(skin.copies!.at, 3));
  const material = new THREE.MeshStandardMaterial({ side: THREE.DoubleSide, color: 0xb98a4b, roughness: 0.7 });
  material.onBeforeCompile = (s) => {
    Object.assign(s.uniforms, { clock, uScale: { value: 0.5 }, uEvolve: { value: 2 } });
    const moved = 'vec3 transformed = position + at + vec3(0.0, wind(at, 1u), 0.0);';
    s.vertexShader = `${NOISE}attribute vec3 at;\n${s.vertexShader.replace('#include <begin_vertex>', moved)}`;
  };
  return new THREE.Mesh(geometry, material);
}

/** Points in a volume, carried by three noises and turned, their light added. */
function lights(skin: Skin, clock: Clock): THREE.Object3D {
  const geometry = new THREE.BufferGeometry().setAttribute('position', new THREE.BufferAttribute(skin.positions, 3));
  const material = new THREE.ShaderMaterial({
    uniforms: {
      clock,
      uScale: { value: 0.55 },
      uEvolve: { value: 1 },
      uAmount: { value: 1.5 },
      uTurn: { value: 0.6 },
      uDot: { value: 0.012 },
      uHeight: { value: 0 },
      uStrength: { value: 1.1 },
    },
    blending: THREE.AdditiveBlending,
    depthWrite: false,
    transparent: true,
    vertexShader: `${NOISE}uniform float uAmount; uniform float uTurn; uniform float uDot; uniform float uHeight;
varying vec3 light;
void main() {
  float x = wind(position, 2u);
  vec3 v = position + vec3(x, wind(position, 9u), wind(position, 17u)) * uAmount;
  float c = cos(uTurn); float s = sin(uTurn);
  v = vec3(c * v.x + s * v.z, v.y, c * v.z - s * v.x);
  float t = clamp((x + 0.4) / 0.9, 0.0, 1.0);
  light = mix(mix(vec3(0.005, 0.042, 0.061), vec3(0.323, 0.102, 0.019), clamp(2.0 * t, 0.0, 1.0)), vec3(1.0, 0.591,
    0.195), clamp(2.0 * t - 1.0, 0.0, 1.0));
  gl_Position = projectionMatrix * modelViewMatrix * vec4(v, 1.0);
  gl_PointSize = max(1.0, uDot * projectionMatrix[1][1] * 0.5 * uHeight / gl_Position.w);
}`,
    fragmentShader:
      'uniform float uStrength; varying vec3 light; void main() { if (dot(gl_PointCoord - 0.5, ' +
      'gl_PointCoord - 0.5) > 0.25) discard; gl_FragColor = vec4(light * uStrength, 1.0); }',
  });
  material.onBeforeRender = (renderer) =>
    void (material.uniforms.uHeight!.value = renderer.getRenderTarget()?.height ?? 0);
  return new THREE.Points(geometry, material);
}

/** Whole frames of a piece with one standing form, against the same scene of the library written by hand. */
export async function frames(
  piece: Piece,
  form: string,
  which: 'blocks' | 'lights',
): Promise<[ours: number, theirs: number]> {
  const skin = skinOf(
    (await bake(
      piece,
      NO_ASSETS,
      piece.strands.find((s) => s.id === form)!,
    ))!,
  );
  const { width, height } = piece.picture;
  const renderer = makeRenderer(new OffscreenCanvas(2, 2));
  const picture = new PictureRenderer(renderer, NO_ASSETS);
  await picture.setPiece(piece, (id) => (id === form ? skin : undefined));
  const target = new THREE.WebGLRenderTarget(width, height);
  const clock = { value: 0 };
  const object = (which === 'blocks' ? blocks : lights)(skin, clock);
  object.frustumCulled = false;
  const scene = new THREE.Scene().add(object, new THREE.HemisphereLight(0x8fa2aa, 0x2a2320, 2));
  const camera = new THREE.PerspectiveCamera(
    2 * THREE.MathUtils.radToDeg(Math.atan(12 / 32)),
    width / height,
    0.02,
    500,
  );
  camera.position.set(0, 0.6, 5.6);
  camera.lookAt(0, 0, 0);
  const shot = new THREE.WebGLRenderTarget(width, height, { type: THREE.HalfFloatType });
  const finish = finishQuad(renderer, shot, target);
  const hand = (phase: number) => {
    clock.value = phase;
    renderer.setRenderTarget(shot);
    renderer.render(scene, camera);
    finish();
  };
  return inTurns(
    3,
    3,
    (phase) => picture.draw({ phase, width, height, target: target }),
    hand,
    () => void readPixels(renderer, target, 1, 1),
  );
}
