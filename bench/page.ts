import { NO_ASSETS } from '@/core/assets/assets';
import * as THREE from 'three';
import { zipSync } from 'fflate';
import { library } from '@/core/glsl';
import { bake } from '@/core/forms/bake';
import { skinOf, type Skin } from '@/core/mesh/skin';
import type { Piece } from '@/core/piece/types';
import { Capture } from '@/engine/capture/capture';
import { geometryOf } from '@/engine/stage/geometry';
import { EXPORT_SAMPLES, PictureRenderer } from '@/engine/picture';
import { readPixels } from '@/engine/capture/read';
import { makeRenderer } from '@/engine/card/renderer';
import { finishQuad, inTurns } from './page-parts';

/**
 * The same picture as Tidewater Veil, written by hand: the pattern's numbers as uniforms, since
 * an artist turns them, all else constant, the noise called directly and once at each point; the
 * same library material, light, shadow, resolution and samples.
 */
function byHand(
  piece: Piece,
  mesh: Skin,
  target: THREE.WebGLRenderTarget,
  renderer: THREE.WebGLRenderer,
): (phase: number) => void {
  const { width, height } = piece.picture;
  const clock = { value: 0 };
  const noise = `${library(['fractal'])}
uniform float clock;
uniform float uScale; uniform float uEvolve; uniform vec3 uRepeat; uniform float uOct; uniform float uRough;
  uniform float uLac; uniform float uSeed;
float swell(vec3 rest) { return (fractalSum(rest * uScale, clock * uEvolve, uRepeat, uEvolve, uOct, uRough, uLac,
  0, uint(int(uSeed))) + 0.6) / 1.2; }
float amount() { return 0.52 + 0.1 * sin(6.283185307 * 2.0 * clock); }
`;
  const vertexHead = `${noise}attribute vec3 tangentA; attribute vec3 tangentB; varying vec3 rest;
vec3 moved(vec3 at) { return at + vec3(0.0, swell(at) * amount(), 0.0); }
`;
  const material = new THREE.MeshStandardMaterial({ side: THREE.DoubleSide, roughness: 0.38, metalness: 0.1 });
  material.onBeforeCompile = (s) => {
    Object.assign(s.uniforms, {
      clock,
      uScale: { value: 0.62 },
      uEvolve: { value: 3 },
      uRepeat: { value: new THREE.Vector3() },
      uOct: { value: 4 },
      uRough: { value: 0.42 },
      uLac: { value: 2 },
      uSeed: { value: 17 },
    });
    s.vertexShader =
      vertexHead +
      s.vertexShader
        .replace(
          '#include <beginnormal_vertex>',
          'rest = position; vec3 here = moved(position); vec3 objectNormal = ' +
            'normalize(cross(moved(position + 0.0034 * tangentA) - here, moved(position + 0.0034 * ' +
            'tangentB) - here));',
        )
        .replace('#include <begin_vertex>', 'vec3 transformed = here;');
    s.fragmentShader =
      `${noise}varying vec3 rest;
vec3 ramp(float t) {
  vec3 c = vec3(0.0012, 0.007, 0.011);
  c = mix(c, vec3(0.004, 0.058, 0.08), clamp((t - 0.1) / 0.32, 0.0, 1.0));
  c = mix(c, vec3(0.028, 0.323, 0.287), clamp((t - 0.42) / 0.24, 0.0, 1.0));
  c = mix(c, vec3(0.815, 0.578, 0.27), clamp((t - 0.66) / 0.2, 0.0, 1.0));
  return mix(c, vec3(1.0, 0.896, 0.716), clamp((t - 0.86) / 0.14, 0.0, 1.0));
}
` +
      s.fragmentShader
        .replace('#include <color_fragment>', 'float height = swell(rest); diffuseColor.rgb = ramp(height);')
        .replace(
          '#include <emissivemap_fragment>',
          'float crest = clamp((height - 0.72) / 0.28, 0.0, 1.0); totalEmissiveRadiance = vec3(1.0, ' +
            '0.694, 0.352) * crest * crest;',
        );
  };
  const depth = new THREE.MeshDepthMaterial({ depthPacking: THREE.RGBADepthPacking, side: THREE.DoubleSide });
  depth.onBeforeCompile = (s) => {
    Object.assign(s.uniforms, {
      clock,
      uScale: { value: 0.62 },
      uEvolve: { value: 3 },
      uRepeat: { value: new THREE.Vector3() },
      uOct: { value: 4 },
      uRough: { value: 0.42 },
      uLac: { value: 2 },
      uSeed: { value: 17 },
    });
    s.vertexShader =
      vertexHead + s.vertexShader.replace('#include <begin_vertex>', 'vec3 transformed = moved(position);');
  };
  const scene = new THREE.Scene();
  const object = new THREE.Mesh(geometryOf(mesh), material);
  Object.assign(object, { castShadow: true, receiveShadow: true, frustumCulled: false, customDepthMaterial: depth });
  const sun = new THREE.DirectionalLight(0xffcf9a, 2.4);
  const reach = 1.25 * (object.geometry.boundingSphere?.radius ?? 1);
  sun.position.set(0.33, 0.29, -0.9).multiplyScalar(2 * reach);
  sun.castShadow = true;
  sun.shadow.mapSize.set(1024, 1024);
  Object.assign(sun.shadow.camera, {
    left: -reach,
    right: reach,
    bottom: -reach,
    top: reach,
    near: reach * 0.2,
    far: reach * 4,
  });
  scene.add(object, sun, new THREE.HemisphereLight(0x7fb6c8, 0x12343a, 1.7));
  const camera = new THREE.PerspectiveCamera(
    2 * THREE.MathUtils.radToDeg(Math.atan(12 / 34)),
    width / height,
    0.02,
    500,
  );
  camera.position.set(0, 1.2, 5.2);
  camera.lookAt(0, 0.3, -1);
  const shot = new THREE.WebGLRenderTarget(width, height, { type: THREE.HalfFloatType, samples: EXPORT_SAMPLES });
  const finish = finishQuad(renderer, shot, target);
  return (phase) => {
    clock.value = phase;
    renderer.setRenderTarget(shot);
    renderer.render(scene, camera);
    finish();
  };
}

async function encode(pixels: Uint8ClampedArray<ArrayBuffer>, width: number, height: number): Promise<Uint8Array> {
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')!.putImageData(new ImageData(pixels, width, height), 0, 0);
  return new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer());
}

export async function measure(
  piece: Piece,
  frames: number,
): Promise<{ generated: number; written: number; bare: number; taken: number }> {
  const mesh = skinOf(
    (await bake(
      piece,
      NO_ASSETS,
      piece.strands.find((s) => s.kind === 'form')!,
    ))!,
  );
  const { width, height } = piece.picture;
  const renderer = makeRenderer(new OffscreenCanvas(2, 2));
  const picture = new PictureRenderer(renderer, NO_ASSETS);
  await picture.setPiece(piece, () => mesh);
  const target = new THREE.WebGLRenderTarget(width, height);
  const wait = () => void readPixels(renderer, target, 1, 1);
  const woven = (phase: number) => picture.draw({ phase, width, height, target: target, samples: EXPORT_SAMPLES });
  const hand = byHand(piece, mesh, target, renderer);
  const [generated, written] = inTurns(4, 4, woven, hand, wait);
  const bareBegan = performance.now();
  for (let n = 0; n < frames; n++) {
    woven(n / frames);
    wait();
  }
  const bare = performance.now() - bareBegan;
  const capture = await Capture.open(piece, NO_ASSETS, () => mesh, { width, height, pixels: 'bytes' });
  await capture.frame(0);
  const began = performance.now();
  const files: Record<string, Uint8Array> = {};
  let last: Promise<unknown> = Promise.resolve();
  for (let n = 0; n < frames; n++) {
    const pixels = await capture.frame(n / frames);
    last = last.then(async () => (files[`${n}.png`] = await encode(pixels, width, height)));
  }
  await last;
  zipSync(files, { level: 0 });
  const taken = performance.now() - began;
  capture.close();
  return { generated, written, bare, taken };
}
