import { NO_ASSETS } from '@/core/assets/assets';
import * as THREE from 'three';
import { FullScreenQuad } from 'three/addons/postprocessing/Pass.js';
import { UnrealBloomPass } from 'three/addons/postprocessing/UnrealBloomPass.js';
import type { Piece } from '@/core/piece/types';
import { readPixels } from '@/engine/capture/read';
import { makeRenderer } from '@/engine/card/renderer';
import { Memory } from '@/engine/finish/memory';
import { PictureRenderer } from '@/engine/picture';
import { inTurns } from './page-parts';

export type Finished = 'blur' | 'glow' | 'pixels' | 'echo';

const VERTEX = 'varying vec2 at; void main() { at = uv; gl_Position = vec4(position.xy, 0.0, 1.0); }';
/** A bright disc that goes round. */
const DISC = `varying vec2 at; uniform float phase; uniform float aspect;
void main() {
  vec2 p = (at - 0.5) * vec2(aspect, 1.0) - 0.2 * vec2(cos(6.2831853 * phase), sin(6.2831853 * phase));
  float far = length(p);
  gl_FragColor = vec4(mix(vec3(2.0, 1.6, 1.1), vec3(0.01, 0.02, 0.03), clamp((far - 0.1) / 0.02, 0.0, 1.0)), 1.0);
}`;
const SHOWN = `varying vec2 at; uniform sampler2D before;
void main() { gl_FragColor = vec4(pow(clamp(texture2D(before, at).rgb, 0.0, 1.0), vec3(1.0 / 2.2)), 1.0); }`;
/** A Gaussian of 27 pixels, every second one of them looked at between two. */
const BLUR = `varying vec2 at; uniform sampler2D before; uniform vec2 way;
void main() {
  vec4 sum = vec4(0.0); float all = 0.0;
  for (int i = -38; i <= 38; i++) {
    float off = float(i) * 2.0; float weight = exp(-0.5 * off * off / (27.0 * 27.0));
    sum += weight * texture2D(before, at + way * off); all += weight;
  }
  gl_FragColor = sum / all;
}`;
const ECHO = `varying vec2 at; uniform sampler2D before; uniform sampler2D earlier;
void main() { gl_FragColor = max(texture2D(before, at), 0.85 * texture2D(earlier, at)); }`;
/** What ten one-pixel steps do: exposure and contrast in turns. */
const PIXELS = `varying vec2 at; uniform sampler2D before; uniform float gain[5]; uniform float slope[5];
void main() {
  vec3 x = texture2D(before, at).rgb;
  for (int i = 0; i < 5; i++) {
    x *= exp2(gain[i]);
    vec3 over = max(x - 0.6, 0.0);
    x = min(x, 0.6) + over * 0.4 / (over + 0.4);
    x = 0.18 * pow(max(x, 1e-6) / 0.18, vec3(slope[i]));
    x = max(mix(vec3(dot(x, vec3(0.2126, 0.7152, 0.0722))), x, 1.05), 0.0);
  }
  gl_FragColor = vec4(pow(clamp(x, 0.0, 1.0), vec3(1.0 / 2.2)), 1.0);
}`;

type Uniforms = Record<string, THREE.IUniform>;

/** One pass written by hand with the library. */
function passOf(renderer: THREE.WebGLRenderer, fragmentShader: string, uniforms: Uniforms) {
  const quad = new FullScreenQuad(
    new THREE.ShaderMaterial({ uniforms, vertexShader: VERTEX, fragmentShader, depthTest: false, depthWrite: false }),
  );
  return (to: THREE.WebGLRenderTarget) => {
    renderer.setRenderTarget(to);
    quad.render(renderer);
  };
}

function byHand(
  renderer: THREE.WebGLRenderer,
  which: Finished,
  size: [width: number, height: number],
  to: THREE.WebGLRenderTarget,
): (phase: number) => void {
  const [width, height] = size;
  const light = () => new THREE.WebGLRenderTarget(width, height, { type: THREE.HalfFloatType, depthBuffer: false });
  const [shot, other, third] = [light(), light(), light()];
  const clock = { value: 0 };
  const disc = passOf(renderer, DISC, { phase: clock, aspect: { value: width / height } });
  const draw = { blur: blurred, glow: glowing, pixels, echo }[which]();
  return (phase) => {
    clock.value = phase;
    disc(shot);
    draw();
  };

  function blurred() {
    const across = passOf(renderer, BLUR, { before: { value: shot.texture }, way: { value: [1 / width, 0] } });
    const up = passOf(renderer, BLUR, { before: { value: other.texture }, way: { value: [0, 1 / height] } });
    const shown = passOf(renderer, SHOWN, { before: { value: third.texture } });
    return () => (across(other), up(third), shown(to));
  }
  function glowing() {
    const bloom = new UnrealBloomPass(new THREE.Vector2(width, height), 1, 0.5, 0.8);
    const shown = passOf(renderer, SHOWN, { before: { value: shot.texture } });
    return () => (bloom.render(renderer, other, shot, 0, false), shown(to));
  }
  function pixels() {
    const all = passOf(renderer, PIXELS, {
      before: { value: shot.texture },
      gain: { value: [0.3, -0.2, 0.1, 0.2, -0.1] },
      slope: { value: [1.1, 1.05, 0.95, 1.1, 0.9] },
    });
    return () => all(to);
  }
  function echo() {
    const [earlier, now] = [{ value: other.texture }, { value: third.texture }];
    const kept = passOf(renderer, ECHO, { before: { value: shot.texture }, earlier });
    const shown = passOf(renderer, SHOWN, { before: now });
    let turn = false;
    return () => {
      const [from, into] = turn ? [other, third] : [third, other];
      turn = !turn;
      earlier.value = from.texture;
      now.value = into.texture;
      kept(into);
      shown(to);
    };
  }
}

/** A finish of a painted picture, against the same written by hand: milliseconds a frame. */
export async function compareFinish(piece: Piece, which: Finished): Promise<[ours: number, theirs: number]> {
  const { width, height } = piece.picture;
  const renderer = makeRenderer(new OffscreenCanvas(2, 2));
  const picture = new PictureRenderer(renderer, NO_ASSETS);
  await picture.setPiece(piece, () => undefined);
  const target = new THREE.WebGLRenderTarget(width, height);
  const memory = new Memory();
  return inTurns(
    4,
    4,
    (phase) => picture.draw({ phase, width, height, target: target, remembering: { memory, mode: 'add' } }),
    byHand(renderer, which, [width, height], target),
    () => void readPixels(renderer, target, 1, 1),
  );
}
